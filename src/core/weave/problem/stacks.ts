import { RAILS, type Wire } from '../../parts/connectors'
import { fitOf } from '../../parts/mating'
import type { Part, Port, Relation, RelationOf } from '../../parts/schema'
import { factsOf, sameCopper, type PartFacts } from '../../structure/wiring/part-facts'
import { isUnstated } from './caps'
import { singleOffer, type LeadClass, type Offer, type Piece } from './problem'

/** So many kinds of stacks are looked for: each is a way more to use every port. */
const MOST_STACKS = 12

/** Of what nobody knows the price of comes last. */
const UNKNOWN_CENTS = Number.MAX_SAFE_INTEGER

/** The name that an outlet of a branch has in its stack. */
const nameOn = (carrier: string, portId: string) => `${carrier}/${portId}`

/** What takes the place of a carrying outlet on a wire: the outlets of the branch that share its copper with the inlet. */
function behind({ facts, inlet, outlets }: Piece, carrier: string, wire: Wire): readonly string[] {
  const shared = sameCopper(facts, wire, inlet.id)
  return outlets.filter(({ id }) => shared.includes(id)).map(({ id }) => nameOn(carrier, id))
}

/**
 * The limits of a stack: those that hold for all outlets as they are. What an outlet or a branch bears by itself is told for
 * a single lead alone, where it is the roomiest: how leads are dealt out to the legs is left to the plan, and the rules judge.
 */
function limitsOf(trunk: Piece, branch: Piece, outlets: readonly string[]): readonly Relation[] {
  const isOfInlet = ({ ports }: RelationOf<'limit'>) => ports.includes(trunk.inlet.id)
  const isOfAll = (limit: RelationOf<'limit'>) =>
    isOfInlet(limit) || (limit.holds === 'together' && trunk.outlets.every(({ id }) => limit.ports.includes(id)))
  const { limit: ofTrunk } = trunk.facts.all
  const whole = ofTrunk
    .filter(isOfAll)
    .map((limit): Relation => ({ ...limit, ports: isOfInlet(limit) ? [trunk.inlet.id] : [...outlets] }))
  const hasDirect = outlets.some((id) => trunk.facts.portById.has(id))
  const single = [...ofTrunk.filter((limit) => !isOfAll(limit)), ...(hasDirect ? [] : branch.facts.all.limit)]
  return [
    ...whole,
    ...single.flatMap(({ rail, mostAmps }): readonly Relation[] =>
      mostAmps === undefined || rail === undefined
        ? []
        : [{ type: 'limit', ports: [...outlets], holds: 'each', rail, mostAmps }],
    ),
  ]
}

/** All that is inside a trunk, with the outlets of branches in the place of those that carry them. */
function insideOf(trunk: Piece, branch: Piece, carriers: readonly string[]) {
  const on = (ids: readonly string[], wire: Wire) =>
    ids.flatMap((id) => (carriers.includes(id) ? behind(branch, id, wire) : [id]))
  return trunk.facts.part.inside.flatMap((relation): readonly Relation[] => {
    switch (relation.type) {
      case 'limit':
        return []
      case 'joins':
        return relation.wires.flatMap((wire): readonly Relation[] => {
          const ports = on(relation.ports, wire)
          return ports.length < 2 ? [] : [{ ...relation, ports, wires: [wire] }]
        })
      case 'powers':
        return [{ ...relation, outlets: on(relation.outlets, relation.rail) }]
      case 'repeats':
        return [{ ...relation, to: on(relation.to, relation.signal === 'light' ? 'data' : 'gnd') }]
      case 'reports': {
        const [outlet] = on([relation.outlet], 'tach')
        return outlet === undefined ? [] : [{ ...relation, outlet }]
      }
      default:
        return [relation]
    }
  })
}

/**
 * The outlets that branches stand on: those that report nothing first. More than one lead on an outlet of which nobody says
 * what it bears is no good advice.
 */
function carriersOf({ facts, outlets }: Piece, { inlet }: Piece, count: number): readonly Port[] {
  const reporting = new Set(facts.all.reports.map(({ outlet }) => outlet))
  const isStated = ({ id }: Port) => RAILS.every((rail) => !isUnstated(facts, rail, id))
  const fitting = outlets.filter((port) => fitOf(inlet, port).misfit === 'none' && isStated(port))
  return [...fitting.filter(({ id }) => !reporting.has(id)), ...fitting.filter(({ id }) => reporting.has(id))].slice(
    0,
    count,
  )
}

/** A piece with so many others on its outlets, as one piece; undefined where they do not fit. */
function stackOf(trunk: Piece, branch: Piece, count: number): Piece | undefined {
  const carriers = carriersOf(trunk, branch, count)
  if (carriers.length < count) return undefined
  // The first outlets of all branches come before their second ones: leads are dealt out evenly.
  const legs = branch.outlets.flatMap(({ lead: _, ...outlet }) =>
    carriers.map((carrier) => ({
      carrier,
      outlet,
      port: {
        ...outlet,
        id: nameOn(carrier.id, outlet.id),
        wires: outlet.wires.filter((wire) => carrier.wires.includes(wire)),
      },
    })),
  )
  const direct = trunk.outlets.filter((port) => !carriers.includes(port))
  const outlets: readonly Port[] = [...direct, ...legs.map(({ port }) => port)]
  const ids = outlets.map(({ id }) => id)
  const { part } = trunk.facts
  const takers = part.ports.filter(({ side }) => side === 'takes')
  const isMoulded = [part, branch.facts.part].some(({ construction }) => construction === 'moulded')
  const { price: _price, ...rest } = part
  const whole: Part = {
    ...rest,
    ...(isMoulded ? { construction: 'moulded' as const } : {}),
    id: `${part.id}+${count}*${branch.facts.part.id}`,
    ports: [...takers, ...outlets],
    inside: [
      ...insideOf(
        trunk,
        branch,
        carriers.map(({ id }) => id),
      ),
      ...limitsOf(trunk, branch, ids),
    ],
  }
  const facts: PartFacts = factsOf(whole)
  return {
    facts,
    feeds: trunk.feeds,
    owned: [],
    listed: [],
    isOffered: false,
    inlet: trunk.inlet,
    outlets,
    passes: trunk.passes,
    reports: facts.all.reports.some(({ input }) => input === trunk.inlet.id),
    stack: {
      trunk,
      branch,
      carriers,
      legs: new Map(legs.map(({ carrier, outlet, port }) => [port.id, { carrier: carrier.id, portId: outlet.id }])),
    },
  }
}

/** Plain copper with several outlets: what may stand behind another piece without changing what comes in. */
const isPlain = ({ facts, feeds, outlets }: Piece) =>
  outlets.length > 1 && feeds.length === 0 && facts.all.powers.length === 0 && facts.all.repeats.length === 0

const stockOf = ({ owned, listed }: Piece) => owned.length + listed.length

/** How many of a piece there can be at all. */
const mostOf = (piece: Piece) => (piece.isOffered ? Infinity : stockOf(piece))

interface Priced {
  readonly piece: Piece
  /** What all of it costs to buy; undefined where nobody knows. */
  readonly cents: number | undefined
  /** Whether all of it is on the bench. */
  readonly areHere: boolean
}

const isAlike = (a: Port, b: Port) => JSON.stringify(a.connector) === JSON.stringify(b.connector)

/** Whether one piece that is on offer does all that a stack of bought ones does, for no more money. */
function isOutdone({ piece, cents }: Priced, singles: readonly Piece[], offers: readonly Offer[]): boolean {
  const { trunk, branch } = piece.stack!
  if (stockOf(trunk) + stockOf(branch) > 0) return false
  return singles.some((single) => {
    const price = singleOffer(offers, single.facts.part.id)?.priceCents
    if (price === undefined || (cents !== undefined && price > cents)) return false
    return (
      single.feeds.length === 0 &&
      single.outlets.length >= piece.outlets.length &&
      single.passes === piece.passes &&
      single.reports >= piece.reports &&
      single.facts.all.limit.length === 0 &&
      isAlike(single.inlet, piece.inlet) &&
      piece.outlets.every((outlet) => isAlike(outlet, single.outlets[0]!))
    )
  })
}

/** Machines with so many leads at most have all their stacks looked for; in larger ones they make the model too large. */
const MOST_LEADS_FOR_ALL = 8

/** How many leads want some ports; one for each box whose own lead it is. */
function wantingAt(ends: readonly Port[], classes: readonly LeadClass[]): number {
  const fitting = classes.filter(({ port }) => ends.some((end) => fitOf(port, end).misfit === 'none'))
  return fitting.reduce((sum, { leads }) => sum + Math.max(1, leads.length), 0)
}

/** Whether some lead is too short for a port, so that a branch may be wanted for its length alone. */
const areShort = (classes: readonly LeadClass[]) =>
  classes.some(({ unreached, hardlyReached }) => unreached.size + hardlyReached.size > 0)

/** All stacks of a trunk with branches of one kind: as many of them as there are leads for, or one where leads are short. */
function stacksWith(
  trunk: Piece,
  branch: Piece,
  classes: readonly LeadClass[],
  cents: (piece: Piece) => number | undefined,
) {
  const most = trunk === branch ? mostOf(branch) - 1 : mostOf(branch)
  const found: Priced[] = []
  for (let count = 1; count <= Math.min(trunk.outlets.length, most); count += 1) {
    const legsBefore = trunk.outlets.length + (count - 1) * (branch.outlets.length - 1)
    const piece = trunk.outlets.length < 2 ? undefined : stackOf(trunk, branch, count)
    const isRoomier = legsBefore < wantingAt(branch.outlets, classes)
    if (piece === undefined || !(isRoomier || (count === 1 && areShort(classes)))) break
    const [ofTrunk, ofBranch] = [cents(trunk), cents(branch)]
    const all = ofTrunk === undefined || ofBranch === undefined ? undefined : ofTrunk + count * ofBranch
    found.push({
      piece,
      cents: all,
      areHere: stockOf(trunk) > 0 && stockOf(branch) >= count + Number(trunk === branch),
    })
  }
  return found
}

/**
 * Pieces on the outlets of others, two levels and plain copper above. Those that are there as a whole come first; where
 * the machine is small, or some lead finds no port without, also those that are bought, but for what a single offer outdoes.
 */
export function stacksOf(
  pieces: readonly Piece[],
  classes: readonly LeadClass[],
  { offers, isShort }: { readonly offers: readonly Offer[]; readonly isShort: boolean },
): readonly Piece[] {
  const centsOf = ({ facts: { part } }: Piece) => singleOffer(offers, part.id)?.priceCents
  const all = pieces.flatMap((trunk) =>
    pieces.filter(isPlain).flatMap((branch) => stacksWith(trunk, branch, classes, centsOf)),
  )
  const here = all.filter(({ areHere }) => areHere)
  const leadCount = classes.reduce((sum, { leads }) => sum + leads.length, 0)
  const offered = pieces.filter(({ isOffered }) => isOffered)
  const bought = isShort || leadCount <= MOST_LEADS_FOR_ALL ? all.filter(({ areHere }) => !areHere) : []
  const worthy = bought
    .filter((priced) => !isOutdone(priced, offered, offers))
    .toSorted((a, b) => (a.cents ?? UNKNOWN_CENTS) - (b.cents ?? UNKNOWN_CENTS))
  return [...here, ...worthy].slice(0, MOST_STACKS).map(({ piece }) => piece)
}

/** The single pieces that a piece is made of, and how many of each. */
export function membersOf(piece: Piece): readonly { readonly kind: Piece; readonly count: number }[] {
  if (piece.stack === undefined) return [{ kind: piece, count: 1 }]
  const { trunk, branch, carriers } = piece.stack
  return [
    { kind: trunk, count: 1 },
    { kind: branch, count: carriers.length },
  ]
}

/** The part that stands on the port itself. */
export const standingPart = (piece: Piece | undefined): Part | undefined => (piece?.stack?.trunk ?? piece)?.facts.part
