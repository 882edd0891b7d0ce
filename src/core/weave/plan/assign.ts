import type { Harness } from '../../operate/harness'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { portKey } from '../../build/refs'
import { groupBy } from '../../units/group'
import type { Filling } from './layout-plan'
import { Draft, type Demand, type Sums, type Terms } from '../model/model'
import { reachingBy, runsBetween } from '../problem/piece-reach'
import type { Port } from '../../parts/schema'
import { caseNumber, isNumbered } from '../problem/case-order'
import { standingPart } from '../problem/stacks'
import { standing } from '../problem/today'

/** What a plan leaves open, in the order in which it is settled; the last only tells alike answers apart. */
export const ASSIGN_GOALS = ['reach', 'breaks', 'moved', 'lengthMm', 'turn'] as const
export type AssignGoal = (typeof ASSIGN_GOALS)[number]

/** A lead of a device on a filling, whose piece or chain stands on one of the alike ports. */
interface Seat {
  readonly filling: Filling
  readonly port: Port
  readonly demand: Demand
  readonly lead: PlacedPort
  readonly variable: string
}

/** A filling on one of the ports that it could be on. */
interface Stand {
  readonly filling: Filling
  readonly port: Port
  readonly variable: string
}

/** The open questions of a plan as sums: which filling is on which of the alike ports, and which lead goes where. */
export interface Assignment {
  readonly sums: Sums
  readonly goals: ReadonlyMap<AssignGoal, Terms>
  readonly seats: readonly Seat[]
  readonly stands: readonly Stand[]
  /** The seats that may begin the chain of their filling. */
  readonly begins: readonly Begin[]
}

/** A lead that begins the chain of its seat. */
interface Begin {
  readonly seat: Seat
  readonly variable: string
  /** Whether the chain then runs against the order of the case. */
  readonly isBackward: boolean
}

/** Leads that have a number along the case, each once and in that order. */
function numbered(harness: Harness, seats: readonly Seat[]): readonly PlacedPort[] {
  const leads = [...new Set(seats.map(({ lead }) => lead))].filter(({ item }) => isNumbered(harness, item.id))
  return leads.toSorted((a, b) => caseNumber(harness, a.item.id) - caseNumber(harness, b.item.id))
}

/** The port of a seat; undefined where its box is not on the bench yet. */
function portOf(harness: Harness, { filling, port }: Seat): PlacedPort | undefined {
  const { item } = filling.use.group.host
  return item && harness.port({ itemId: item.id, portId: port.id })
}

/** What it counts for that a lead does not reach by way of its piece, and that it only just does. */
const REACH_COSTS = { no: 100, hardly: 1, well: 0 } as const

/** Whether a lead reaches its port together with the lead of the piece there; bare leads are alike in that already. */
function reachCost(harness: Harness, seat: Seat): number {
  const { piece } = seat.filling.use
  const to = portOf(harness, seat)
  return piece === undefined || to === undefined ? 0 : REACH_COSTS[reachingBy(harness, seat.lead, to, piece)]
}

/** The way of a lead in whole mm; 0 where nothing is known of it. */
function wayMm(harness: Harness, seat: Seat): number {
  const to = portOf(harness, seat)
  const runs = to === undefined ? [] : runsBetween(harness, seat.lead, to)
  const known = runs.flatMap(({ leastMm }) => leastMm ?? [])
  return known.length === 0 ? 0 : Math.round(Math.min(...known))
}

const devicesIn = ({ counts }: Filling) => counts.filter(({ demand }) => demand.leads.leads.length > 0)

/** Every filling on one port of its group, and every port with one filling at most. */
function standings(draft: Draft, filled: readonly Filling[]): readonly Stand[] {
  return [...groupBy(filled, ({ use }) => use.group)].flatMap(([{ ports }, own]) => {
    const stands = own.flatMap((filling) =>
      ports.map((port): Stand => ({ filling, port, variable: draft.whole('at', 1) })),
    )
    for (const filling of own) {
      const its = stands.filter((stand) => stand.filling === filling)
      draft.row(ones(its), { least: 1, most: 1 })
    }
    if (own.length > 1)
      for (const port of ports) draft.row(ones(stands.filter((stand) => stand.port === port)), { most: 1 })
    return stands
  })
}

const ones = (list: readonly { readonly variable: string }[]): Terms => list.map(({ variable }) => [variable, 1])

/** As many leads of each demand on a filling as the plan says, on the port where the filling stands. */
function seatings(draft: Draft, stands: readonly Stand[]): readonly Seat[] {
  const seats = stands.flatMap(({ filling, port, variable: at }) =>
    devicesIn(filling).flatMap(({ demand, count }) => {
      const own = demand.leads.leads.map((lead): Seat => ({
        filling,
        port,
        demand,
        lead,
        variable: draft.whole('on', 1),
      }))
      draft.row([...ones(own), [at, -count]], { least: 0, most: 0 })
      return own
    }),
  )
  for (const own of groupBy(seats, ({ lead }) => lead).values()) draft.row(ones(own), { most: 1 })
  return seats
}

/** Lights that are neighbours in the case and would hang on different chains. */
function parted(draft: Draft, harness: Harness, seats: readonly Seat[]): Terms {
  const inChains = seats.filter(({ filling }) => filling.use.isChain)
  const leads = numbered(harness, inChains)
  const byLead = groupBy(inChains, ({ lead }) => lead)
  const chains = [...new Set(inChains.map(({ filling }) => filling))]
  if (chains.length < 2) return []
  return leads.slice(1).map((lead, index) => {
    const parted = draft.whole('parted', 1)
    for (const chain of chains) {
      const here = ones(byLead.get(leads[index]!)!.filter(({ filling }) => filling === chain))
      const next = byLead.get(lead)!.filter(({ filling }) => filling === chain)
      draft.row([...here, ...next.map(({ variable }) => [variable, -1] as const), [parted, -1]], { most: 0 })
    }
    return [parted, 1] as const
  })
}

/** Leads that stay on their port, by the kind of piece that is there: each of them counts one less. */
function moved(today: ReadonlyMap<string, string>, seats: readonly Seat[]): Terms {
  return seats.flatMap(({ filling, port, lead, variable }) => {
    const { item } = filling.use.group.host
    const here = item && standing(portKey({ itemId: item.id, portId: port.id }), standingPart(filling.use.piece))
    return here !== undefined && today.get(lead.key) === here ? [[variable, -1] as const] : []
  })
}

/** Outlets that are alike are filled from the first on in the order of the case: the sum of products is largest then. */
function turn(harness: Harness, seats: readonly Seat[]): Terms {
  const rank = new Map(numbered(harness, seats).map((lead, index) => [lead, index]))
  return seats.flatMap(({ filling, port, lead, variable }) => {
    const product = (rank.get(lead) ?? 0) * filling.use.group.ports.indexOf(port)
    return product === 0 ? [] : [[variable, -product] as const]
  })
}

/** The seats of a chain by their order in the case; what hands nothing on comes last, or is all there is. */
function inTurn(harness: Harness, seats: readonly Seat[]): readonly Seat[] {
  const handsOn = seats.filter(({ demand }) => demand.leads.isChainable)
  return (handsOn.length > 0 ? handsOn : seats).toSorted(
    (a, b) => caseNumber(harness, a.lead.item.id) - caseNumber(harness, b.lead.item.id),
  )
}

/**
 * A chain is begun by the first of its devices in the case; where something does not reach its port by itself, by the
 * first or the last, whichever does.
 */
function beginnings(draft: Draft, harness: Harness, stands: readonly Stand[], seats: readonly Seat[]) {
  return stands
    .filter(({ filling }) => filling.use.isChain && filling.use.legCount === 1)
    .flatMap(({ filling, port, variable: at }): readonly Begin[] => {
      const own = inTurn(
        harness,
        seats.filter((seat) => seat.filling === filling && seat.port === port),
      )
      const key = `${filling.use.group.host.key}.${port.id}`
      const isFar = ({ demand }: Seat) => demand.leads.unreached.has(key)
      const isOpen = own.some(isFar)
      if (!isOpen && own.every((seat) => wayMm(harness, seat) === 0)) return []
      const sides = isOpen ? [false, true] : [false]
      const begins = own
        .filter((seat) => !isFar(seat))
        .flatMap((seat) => sides.map((isBackward): Begin => ({ seat, variable: draft.whole('begins', 1), isBackward })))
      for (const { seat, variable } of begins)
        draft.row(
          [
            [variable, 1],
            [seat.variable, -1],
          ],
          { most: 0 },
        )
      // What is in the chain has nothing beyond the device that begins it.
      own.forEach((seat, index) => {
        const others = begins.filter((begin) =>
          begin.isBackward ? own.indexOf(begin.seat) < index : own.indexOf(begin.seat) > index,
        )
        draft.row([...ones(others), [seat.variable, 1]], { most: 1 })
      })
      if (begins.length > 0) draft.row([...ones(begins), [at, -1]], { least: 0, most: 0 })
      return begins
    })
}

const backward = (begins: readonly Begin[]): Terms =>
  begins.flatMap(({ variable, isBackward }) => (isBackward ? [[variable, 1] as const] : []))

/** The open questions of a plan, written down as sums of whole numbers. */
export function assignmentOf(
  harness: Harness,
  filled: readonly Filling[],
  today: ReadonlyMap<string, string>,
): Assignment {
  const draft = new Draft()
  const stands = standings(draft, filled)
  const seats = seatings(draft, stands)
  const begins = beginnings(draft, harness, stands, seats)
  const own = seats.filter(({ filling }) => !filling.use.isChain)
  const reaching = [...own.map((seat) => ({ seat, variable: seat.variable })), ...begins]
  const weighed = (weight: (seat: Seat) => number): Terms =>
    reaching.flatMap(({ seat, variable }) => {
      const factor = weight(seat)
      return factor === 0 ? [] : [[variable, factor] as const]
    })
  const goals = new Map<AssignGoal, Terms>([
    ['reach', weighed((seat) => reachCost(harness, seat))],
    ['breaks', [...parted(draft, harness, seats), ...backward(begins)]],
    ['moved', moved(today, seats)],
    ['lengthMm', weighed((seat) => wayMm(harness, seat))],
    ['turn', turn(harness, seats)],
  ])
  return { sums: { variables: draft.variables, rows: draft.rows }, goals, seats, stands, begins }
}
