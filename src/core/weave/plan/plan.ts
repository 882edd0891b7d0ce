import { portKey } from '../../build/refs'
import type { Item, Pack } from '../../build/schema'
import type { PortRef } from '../../schema/schema-kit'
import { derive, type Harness } from '../../operate/harness'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { RAILS, type Rail } from '../../parts/connectors'
import { inOrder } from '../../units/compare'
import { fillings, type Filling } from './layout-plan'
import type { Demand, Model, Values } from '../model/model'
import type { Machine } from '../problem/machine'
import { dealLeads, type Dealt, type DealtDemand } from './plan-leads'
import type { OwnLead } from './plan-feeds'
import { inChains, onLegs, onwardOf, stoodOf, type Link, type PieceStood } from './plan-links'
import { hunger } from '../first-plan/greedy'
import { reachesByBranch } from '../problem/piece-reach'
import type { Host, Piece, Use } from '../problem/problem'
import type { Settled, Settlement } from './settle'
import { Stock, type Bought, type Packed } from './stock'

/** A plan as people carry it out: what is bought, and which lead goes where. */
export interface Plan {
  readonly machine: Machine
  readonly bought: readonly Bought[]
  /** Packs that are bought; all that comes in them is among what is bought. */
  readonly packs: readonly Pack[]
  /** Things that were on the list one by one and come in these packs instead. */
  readonly packed: readonly Packed[]
  readonly links: readonly Link[]
  /** Items that could help, but are not needed, and what is left over of packs. */
  readonly spare: readonly Item[]
  /** Leads that find no port, those of what is bought among them. */
  readonly loose: readonly PlacedPort[]
  /** How it came out what the goals of the model leave open. */
  readonly settled: readonly Settled[]
  /** The variable of the model by which each lead has its place. */
  readonly flowOf: ReadonlyMap<string, string>
  /** How the port is used that a piece, or what stands on it, goes into. */
  readonly useOfItem: ReadonlyMap<string, Use>
}

/** The items of the machine, with what is bought for it. */
export const itemsOf = ({ machine, bought }: Pick<Plan, 'machine' | 'bought'>): ReadonlySet<string> =>
  new Set([...machine.itemIds, ...bought.map(({ item }) => item.id)])

/** The build with what is bought laid on the bench beside it, so that its leads can be asked about. */
function withBought({ build }: Harness, bought: Plan['bought']): Harness {
  const parts = bought.flatMap(({ part }) => (build.parts.some(({ id }) => id === part.id) ? [] : [part]))
  const items = [...build.items, ...bought.map(({ item }) => item)]
  return derive({ ...build, parts: [...new Set([...build.parts, ...parts])], items })
}

/** What the leads of a filling draw on their busiest rail, in mA. */
function milliampsOf({ counts }: Filling): number {
  const onRail = (rail: Rail) =>
    counts.reduce((sum, { demand, count }) => sum + count * (demand.leads.milliamps.get(rail) ?? 0), 0)
  return Math.max(...RAILS.map(onRail))
}

/** What stands on a port besides leads of devices: a piece, or what feeds the row there. */
type Extra = PieceStood | { readonly item: Item; readonly piece?: undefined }

/** A piece on a port: those that are plugged there, else what lies about, else new ones. */
function stood(stock: Stock, piece: Piece, at: PortRef): PieceStood {
  const { stack } = piece
  if (stack === undefined) return stoodOf(piece, stock.piece(piece, at), [])
  const item = stock.piece(stack.trunk, at)
  const branches = stack.carriers.map(({ id }) => stock.piece(stack.branch, { itemId: item.id, portId: id }))
  return stoodOf(piece, item, branches)
}

/** The items of pieces and of what feeds rows, by the port that is used so. */
function extrasOf(
  filled: readonly Filling[],
  stock: Stock,
  portOf: (filling: Filling) => PortRef,
): ReadonlyMap<Filling, Extra> {
  return new Map(
    filled.flatMap((filling): readonly (readonly [Filling, Extra])[] => {
      const { piece, rowFeed } = filling.use
      if (rowFeed !== undefined) return [[filling, { item: stock.rowFeed(rowFeed, portOf(filling)) }]]
      return piece === undefined ? [] : [[filling, stood(stock, piece, portOf(filling))]]
    }),
  )
}

/** The leads of boxes, of fed pieces and of what feeds rows that the plan uses, with what they carry. */
function ownLeadsOf(
  { demands }: Model,
  hostItems: ReadonlyMap<Host, Item>,
  extraItems: ReadonlyMap<Filling, Extra>,
  filled: readonly Filling[],
): ReadonlyMap<Demand, readonly OwnLead[]> {
  const own = new Map<Demand, readonly OwnLead[]>()
  for (const demand of demands) {
    const { feeds, leads } = demand
    const portId = leads.port.id
    if (leads.host !== undefined) {
      const item = hostItems.get(leads.host)
      const onIt = filled.filter(({ use }) => use.group.host === feeds)
      const milliamps = onIt.reduce((sum, filling) => sum + milliampsOf(filling), 0)
      own.set(demand, item === undefined ? [] : [{ ref: { itemId: item.id, portId }, milliamps }])
    } else if (feeds !== undefined && 'allowed' in feeds) {
      const onKind = [...extraItems].filter(([{ use }]) => use === feeds)
      own.set(
        demand,
        onKind.map(([filling, { item }]) => ({ ref: { itemId: item.id, portId }, milliamps: milliampsOf(filling) })),
      )
    }
  }
  return own
}

/** By what they draw while they run; of what is alike in that, by what they draw at the start. */
const hungriestFirst = inOrder<DealtDemand>(
  (a, b) => hunger(b.demand) - hunger(a.demand),
  (a, b) => b.demand.leads.startMilliamps - a.demand.leads.startMilliamps,
)

/** The leads of a filling on the legs of its piece: what draws most goes to the legs of a trunk, which bear most. */
function dealtOn(harness: Harness, stood: PieceStood, leads: readonly DealtDemand[], at: PortRef): readonly Link[] {
  const { piece } = stood
  if (piece.stack === undefined) {
    return onLegs(
      harness,
      stood,
      leads.flatMap((entry) => entry.leads),
    )
  }
  const hungriest = leads.toSorted(hungriestFirst).flatMap((entry) => entry.leads)
  const to = harness.port(at)
  const isForBranch = (lead: PortRef) => reachesByBranch(harness, harness.port(lead), to, piece)
  const nearFirst = hungriest.toSorted((a, b) => Number(isForBranch(a)) - Number(isForBranch(b)))
  return onLegs(harness, stood, nearFirst, isForBranch)
}

/** Where a filling stands, with what, and how its chain begins. */
interface Standing {
  readonly at: PortRef
  readonly extra: Extra | undefined
  readonly first: PortRef | undefined
  /** The order of kinds in its chain, where that of the case would not do. */
  readonly order: readonly Demand[] | undefined
}

/**
 * The threads of one filling: the piece into the port, the leads into the piece, the chain or the port itself, and what
 * feeds the row into its end.
 */
function linksOf(
  harness: Harness,
  { use, port }: Filling,
  leads: readonly DealtDemand[],
  { at, extra, first, order }: Standing,
): readonly Link[] {
  const all = leads.flatMap((entry) => entry.leads)
  const { rowFeed } = use
  const piece = extra?.piece === undefined ? undefined : extra
  const into: readonly Link[] =
    piece === undefined
      ? []
      : [{ from: { itemId: piece.item.id, portId: piece.piece.inlet.id }, to: at }, ...piece.inside]
  if (!use.isChain) {
    if (piece !== undefined) {
      return [...into, ...dealtOn(harness, piece, leads, at)]
    }
    return all.map((from) => ({ from, to: at }))
  }
  const starts = piece === undefined ? [at] : piece.piece.outlets.map(piece.refOf)
  const key = `${use.group.host.key}.${port.id}`
  const farKeys = new Set(
    leads.flatMap(({ demand, leads: own }) => (demand.leads.unreached.has(key) ? own.map(portKey) : [])),
  )
  const reaches = (lead: PortRef) => !farKeys.has(portKey(lead))
  const rankOf =
    order &&
    new Map(leads.flatMap(({ demand, leads: own }) => own.map((lead) => [lead, order.indexOf(demand)] as const)))
  const chain = inChains(harness, starts, all, { reaches, first, rankOf })
  if (rowFeed === undefined || extra === undefined) return [...into, ...chain]
  return [
    ...chain,
    { from: { itemId: extra.item.id, portId: rowFeed.end.id }, to: onwardOf(harness, chain.at(-1)!.from)! },
  ]
}

/** Leads that find no port and that need one; what only adds comfort may stay loose. */
export const neededLoose = ({ loose }: Plan): Plan['loose'] => loose.filter(({ port }) => port.need !== 'optional')

/** Settles what a plan leaves open; undefined where nothing is open. */
export type Settler = (filled: readonly Filling[]) => Settlement | undefined

/** The variable of the model by which each lead has its place. */
function flowsOf(model: Model, dealt: Dealt): Plan['flowOf'] {
  const variables = new Map(model.flows.map(({ use, demand, variable }) => [`${use.key}|${demand.key}`, variable]))
  return new Map(
    [...dealt].flatMap(([{ use }, entries]) =>
      entries.flatMap(({ demand, leads }) =>
        leads.map((lead) => [portKey(lead), variables.get(`${use.key}|${demand.key}`)!] as const),
      ),
    ),
  )
}

/** How what the values of a model leave open is decided. */
interface Ways {
  readonly settler?: Settler | undefined
  /** The order of kinds in the chains of uses, where that of the case would not do. */
  readonly orderOn?: ReadonlyMap<Use, readonly Demand[]>
}

/** Reads the plan off the values of a model; what they leave open is settled, or decided by what is there today. */
export function planOf(harness: Harness, model: Model, values: Values, { settler, orderOn }: Ways = {}): Plan {
  const { machine, hosts, pieces, rowFeeds } = model.problem
  const usual = fillings(harness, model, values)
  const settlement = settler?.(usual)
  const filled = settlement?.filled ?? usual
  const stock = new Stock(harness, machine)
  for (const [offer, name] of model.packs) stock.open(offer, Math.round(values.get(name) ?? 0))
  const hostItems = new Map<Host, Item>()
  for (const host of hosts) {
    const name = model.hostOf(host)
    if (name === undefined) hostItems.set(host, host.item!)
    else if ((values.get(name) ?? 0) > 0.5) hostItems.set(host, stock.host(host))
  }
  const portOf = ({ use, port }: Filling): PortRef => ({ itemId: hostItems.get(use.group.host)!.id, portId: port.id })
  const extraItems = extrasOf(filled, stock, portOf)
  const ownLeads = ownLeadsOf(model, hostItems, extraItems, filled)
  const dealt = dealLeads(harness, filled, { ownLeads, rootAt: portOf, settlement })
  const extended = withBought(harness, stock.bought)
  const links = filled.flatMap((filling) =>
    linksOf(extended, filling, dealt.get(filling) ?? [], {
      at: portOf(filling),
      extra: extraItems.get(filling),
      first: settlement?.firstOf(filling),
      order: orderOn?.get(filling.use),
    }),
  )
  const could = [
    ...[...pieces, ...rowFeeds].flatMap(({ owned, listed }) => [...owned, ...listed]),
    ...hosts.flatMap(({ isThere, item }) => (isThere || item === undefined ? [] : [item])),
  ]
  const placed = new Set(links.map(({ from }) => portKey(from)))
  return {
    machine,
    settled: settlement?.settled ?? [],
    flowOf: flowsOf(model, dealt),
    useOfItem: new Map(
      [...extraItems].flatMap(([{ use }, extra]) =>
        [extra.item, ...(extra.piece === undefined ? [] : extra.branches)].map(({ id }) => [id, use] as const),
      ),
    ),
    bought: stock.bought,
    packs: stock.packs,
    packed: stock.packed,
    links,
    spare: [...could, ...stock.bought.map(({ item }) => item)].filter(({ id }) => !stock.isUsed(id)),
    // A lead that would lead a box is no want of its own.
    loose: model.demands
      .filter(({ leads }) => !leads.isForFans)
      .flatMap((demand) => [
        ...demand.leads.leads,
        ...(ownLeads.get(demand) ?? []).map(({ ref }) => extended.port(ref)),
      ])
      .filter(({ key }) => !placed.has(key)),
  }
}
