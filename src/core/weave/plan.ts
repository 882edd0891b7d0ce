import { nextMark, portKey } from '../build/refs'
import { freshItemId } from '../build/rewire'
import type { Build, Item } from '../build/schema'
import type { PortRef } from '../formats/schema-kit'
import { derive, type Harness } from '../harness/derive'
import type { PlacedPort } from '../harness/wiring'
import { RAILS, type Rail } from '../parts/connectors'
import type { Part } from '../parts/schema'
import { fillings, type Filling } from './layout-plan'
import type { Demand, Model, Values } from './model'
import { hasPin } from './pins'
import { dealLeads } from './plan-leads'
import type { OwnLead } from './plan-feeds'
import { inChains, onLegs, type Link } from './plan-links'
import type { Host, Piece } from './problem'

/** A plan as people carry it out: what is bought, and which lead goes where. */
export interface Plan {
  readonly bought: readonly { readonly item: Item; readonly part: Part }[]
  readonly links: readonly Link[]
  /** Items that could help, but are not needed. */
  readonly spare: readonly Item[]
  /** Leads that find no port. */
  readonly loose: readonly PlacedPort[]
  /** The variable of the model by which each lead has its place. */
  readonly flowOf: ReadonlyMap<string, string>
}

/** Hands out items for the pieces and boxes of a plan: those that are there, then new ones. */
class Stock {
  readonly bought: { readonly item: Item; readonly part: Part }[] = []
  private readonly used = new Set<string>()
  private build: Build

  constructor(private readonly harness: Harness) {
    this.build = harness.build
  }

  isUsed(itemId: string): boolean {
    return this.used.has(itemId)
  }

  buy(part: Part): Item {
    const mark = nextMark(this.build, part.markPrefix ?? 'X')
    const id = freshItemId(this.build, mark)
    const item: Item = { id, mark, partId: part.id, stock: 'toBuy' }
    this.build = { ...this.build, items: [...this.build.items, item] }
    this.bought.push({ item, part })
    this.used.add(id)
    return item
  }

  /** The piece for a port: the one that is plugged there, else one that lies about, else a new one. */
  piece({ owned, listed, facts, inlet }: Piece, at: PortRef): Item {
    const free = [...owned, ...listed].filter(({ id }) => !this.used.has(id))
    const isThere = ({ id }: Item) =>
      this.harness.across({ itemId: id, portId: inlet.id }).some(({ key }) => key === portKey(at))
    const item = free.find(isThere) ?? free.find(({ id }) => !hasPin(this.harness, id))
    if (item === undefined) return this.buy(facts.part)
    this.used.add(item.id)
    return item
  }

  host(host: Host): Item {
    if (host.item === undefined) return this.buy(host.facts.part)
    this.used.add(host.item.id)
    return host.item
  }
}

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

/** The leads of boxes and of fed pieces that the plan uses, with what they carry. */
function ownLeadsOf(
  { demands }: Model,
  hostItems: ReadonlyMap<Host, Item>,
  pieceItems: ReadonlyMap<Filling, Item>,
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
      const onKind = [...pieceItems].filter(([{ use }]) => use === feeds)
      own.set(
        demand,
        onKind.map(([filling, { id }]) => ({ ref: { itemId: id, portId }, milliamps: milliampsOf(filling) })),
      )
    }
  }
  return own
}

/** The threads of one filling: the piece into the port, and the leads into the piece, the chain or the port itself. */
function linksOf(
  harness: Harness,
  { use, port }: Filling,
  leads: readonly { readonly demand: Demand; readonly leads: readonly PortRef[] }[],
  { at, item }: { readonly at: PortRef; readonly item: Item | undefined },
): readonly Link[] {
  const all = leads.flatMap((entry) => entry.leads)
  const { piece } = use
  const into: readonly Link[] =
    piece === undefined || item === undefined ? [] : [{ from: { itemId: item.id, portId: piece.inlet.id }, to: at }]
  if (!use.isChain) {
    if (piece !== undefined && item !== undefined) return [...into, ...onLegs(harness, item, piece, all)]
    return all.map((from) => ({ from, to: at }))
  }
  const starts =
    piece === undefined || item === undefined ? [at] : piece.outlets.map(({ id }) => ({ itemId: item.id, portId: id }))
  const key = `${use.group.host.key}.${port.id}`
  const farKeys = new Set(
    leads.flatMap(({ demand, leads: own }) => (demand.leads.unreached.has(key) ? own.map(portKey) : [])),
  )
  return [...into, ...inChains(harness, starts, all, (lead) => !farKeys.has(portKey(lead)))]
}

/** Reads the plan off the values of a model. */
export function planOf(harness: Harness, model: Model, values: Values): Plan {
  const { hosts, pieces } = model.problem
  const filled = fillings(harness, model, values)
  const stock = new Stock(harness)
  const hostItems = new Map<Host, Item>()
  for (const host of hosts) {
    const name = model.hostOf(host)
    if (name === undefined) hostItems.set(host, host.item!)
    else if ((values.get(name) ?? 0) > 0.5) hostItems.set(host, stock.host(host))
  }
  const portOf = ({ use, port }: Filling): PortRef => ({ itemId: hostItems.get(use.group.host)!.id, portId: port.id })
  const pieceItems = new Map(
    filled.flatMap((filling) => {
      const { piece } = filling.use
      return piece === undefined ? [] : [[filling, stock.piece(piece, portOf(filling))] as const]
    }),
  )
  const dealt = dealLeads(harness, filled, ownLeadsOf(model, hostItems, pieceItems, filled), portOf)
  const extended = withBought(harness, stock.bought)
  const links = filled.flatMap((filling) =>
    linksOf(extended, filling, dealt.get(filling) ?? [], { at: portOf(filling), item: pieceItems.get(filling) }),
  )
  const could = [
    ...pieces.flatMap(({ owned, listed }) => [...owned, ...listed]),
    ...hosts.flatMap(({ isThere, item }) => (isThere || item === undefined ? [] : [item])),
  ]
  const placed = new Set(links.map(({ from }) => portKey(from)))
  const variables = new Map(model.flows.map(({ use, demand, variable }) => [`${use.key}|${demand.key}`, variable]))
  const flowOf = new Map(
    [...dealt].flatMap(([{ use }, entries]) =>
      entries.flatMap(({ demand, leads }) =>
        leads.map((lead) => [portKey(lead), variables.get(`${use.key}|${demand.key}`)!] as const),
      ),
    ),
  )
  return {
    flowOf,
    bought: stock.bought,
    links,
    spare: could.filter(({ id }) => !stock.isUsed(id)),
    loose: model.demands.flatMap(({ leads }) => leads.leads.filter(({ key }) => !placed.has(key))),
  }
}
