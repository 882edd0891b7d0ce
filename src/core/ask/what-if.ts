import { portKey } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import { railsOf } from '../parts/mating'
import { exceeds, inOrder } from '../units/compare'
import { above } from '../operate/above'
import { withMore, type Budget, type Sum } from '../operate/budgets'
import type { Harness } from '../operate/harness'
import type { DeviceCount } from '../structure/signal/device-counts'
import type { Term } from '../operate/draw'

/** More than this many of one thing are never asked for. */
const MOST_MORE = 99

/** How many more of the same a limit takes. */
export interface Room {
  readonly budget: Budget
  /** What one more would draw there; undefined where a figure is missing. */
  readonly eachAmps: number | undefined
  /** How many more until the next is tight, and until the next is over; undefined where nobody can say. */
  readonly beforeTight: number | undefined
  readonly beforeOver: number | undefined
  /** The sum with one more. */
  readonly withOneMore: Sum
}

/** How many times `each` goes on top of `known` without passing `most`; amps. */
function timesWithin(known: number, each: number, most: number): number {
  let count = 0
  while (count < MOST_MORE && !exceeds(known + (count + 1) * each, most)) count += 1
  return count
}

function roomIn(budget: Budget, terms: readonly Term[]): Room {
  const isKnown = terms.every(({ amps }) => amps !== undefined)
  const eachAmps = isKnown ? terms.reduce((total, { amps }) => total + amps!, 0) : undefined
  const withOneMore = withMore(budget, terms)
  const isOpen =
    eachAmps === undefined ||
    eachAmps === 0 ||
    budget.unknownCount > 0 ||
    budget.limit === undefined ||
    budget.boundAmps === undefined
  return {
    budget,
    eachAmps,
    beforeTight: isOpen ? undefined : timesWithin(budget.mostAmps, eachAmps, budget.boundAmps),
    beforeOver: isOpen ? undefined : timesWithin(budget.mostAmps, eachAmps, budget.limit.value),
    withOneMore,
  }
}

/**
 * What if one more of the thing with this lead hung on this port: room at every limit up to the sources, nearest first.
 * Only amps are asked; how many devices the port takes by count is asked by countRoomFor.
 */
export function roomFor(harness: Harness, lead: PortRef, to: PortRef): readonly Room[] {
  return railsOf(harness.port(lead).port).flatMap((rail) => {
    // One more of the thing itself: what hangs on it in a chain is not asked for.
    const terms = harness.loads.into(lead, rail).filter(({ at }) => at.itemId === lead.itemId)
    return terms.length === 0 ? [] : above(harness, to, rail).budgets.map((budget) => roomIn(budget, terms))
  })
}

/** How many more devices like this one a port takes by count; undefined where nobody counts there. */
export function countRoomFor(harness: Harness, lead: PortRef, to: PortRef): number | undefined {
  const { port, facts } = harness.port(lead)
  const hasMotor = facts.all.motor.some((motor) => motor.port === port.id)
  const hasLight = facts.all.light.some(({ input }) => input === port.id)
  const isCounted = ({ limit: { service, variant } }: DeviceCount) =>
    (service === undefined || (service === 'motor' ? hasMotor : hasLight)) &&
    (variant === undefined || variant === port.connector.variant)
  const rooms = harness
    .deviceCountsAt(to)
    .filter(isCounted)
    .map(({ mostCount, devices }) => Math.max(0, mostCount - devices.length))
  return rooms.length === 0 ? undefined : Math.min(...rooms)
}

/** The limit that is reached first: the fewest more before it is over, then before it is tight. */
export function tightestOf(rooms: readonly Room[]): Room | undefined {
  return rooms.toSorted(
    inOrder(
      (a, b) => (a.beforeOver ?? -1) - (b.beforeOver ?? -1),
      (a, b) => (a.beforeTight ?? -1) - (b.beforeTight ?? -1),
    ),
  )[0]
}

/** Leads on a port that draw something, one of each part: those of which one more can be asked for. */
export function kindsAt(harness: Harness, ref: PortRef): readonly PortRef[] {
  const seen = new Set<string>()
  return harness.budgetsAt(ref).flatMap(({ terms }) =>
    terms.flatMap(({ at }) => {
      const { item, port } = harness.port(at)
      const kind = portKey({ itemId: item.partId, portId: port.id })
      if (seen.has(kind) || port.side !== 'takes') return []
      seen.add(kind)
      return [at]
    }),
  )
}
