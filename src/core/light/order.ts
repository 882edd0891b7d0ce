import type { Edit } from '../build/edit-schema'
import { rethreadEdit } from '../build/rewire'
import type { Harness } from '../operate/harness'
import { straightMm } from '../places/space'
import type { Line, Segment } from '../structure/signal/lights'
import { standOf } from './seats'

/** A device of a chain with its number in the case. */
export interface Numbered {
  readonly itemId: string
  readonly mark: string
  readonly segment: Segment
  /** Along the path in the case; undefined where nobody has numbered it. */
  readonly number: number | undefined
  /** From 1, by its number among those of its chain; undefined without one. */
  readonly rank: number | undefined
}

/** From one numbered device of a chain to the next one that has a number. */
export interface Step {
  readonly from: Numbered
  readonly to: Numbered
}

/** One leg of a line: its devices one behind the other. */
export interface Chain {
  readonly devices: readonly Numbered[]
  /** Steps that go elsewhere than to the next one along the path. */
  readonly jumps: readonly Step[]
  /** Share of the steps that go to a neighbour; undefined where there are none. */
  readonly neighbourShare: number | undefined
  /** Whether none of its devices is in another leg as well. */
  readonly isApart: boolean
}

/** The legs of a line from its source to each end; where a splitter parts them, what is before it belongs to each. */
function legsOf({ segments }: Line): readonly (readonly Segment[])[] {
  const inner = new Set(segments.map(({ before }) => before))
  return segments
    .filter((segment) => !inner.has(segment))
    .map((end) => {
      const leg: Segment[] = []
      for (let at: Segment | undefined = end; at !== undefined; at = at.before) leg.unshift(at)
      return leg
    })
}

function chainOf(harness: Harness, leg: readonly Segment[], others: readonly Segment[]): Chain {
  const named = leg.map((segment) => ({
    itemId: segment.at.itemId,
    mark: segment.placed.item.mark,
    segment,
    number: harness.choices.numberOf(segment.at.itemId),
  }))
  // Two lights of one thing follow one another: the thing stands once in its chain.
  const things = named.filter(({ itemId }, index) => named[index - 1]?.itemId !== itemId)
  const numbers = [...new Set(things.flatMap(({ number }) => number ?? []))].toSorted((a, b) => a - b)
  const devices = things.map((thing) => ({
    ...thing,
    rank: thing.number === undefined ? undefined : numbers.indexOf(thing.number) + 1,
  }))
  const ranked = devices.filter(({ rank }) => rank !== undefined)
  const steps = ranked.slice(1).map((to, index): Step => ({ from: ranked[index]!, to }))
  const jumps = steps.filter(({ from, to }) => to.rank !== from.rank && to.rank! - from.rank! !== 1)
  return {
    devices,
    jumps,
    neighbourShare: steps.length === 0 ? undefined : 1 - jumps.length / steps.length,
    isApart: !others.some(({ at }) => things.some(({ itemId }) => itemId === at.itemId)),
  }
}

/** The path of the light through the case, leg by leg of a line. */
export function chainsOf(harness: Harness, line: Line): readonly Chain[] {
  const legs = legsOf(line)
  return legs.map((leg) => chainOf(harness, leg, legs.filter((other) => other !== leg).flat()))
}

/** How far the light jumps in all, straight from middle to middle in mm; undefined where a place is not known. */
export function jumpsMm(harness: Harness, { jumps }: Chain): number | undefined {
  const middleOf = ({ itemId }: Numbered) => {
    const placed = harness.placeOf(itemId)
    return placed && standOf(harness, placed)?.middle
  }
  return jumps.reduce<number | undefined>((sum, { from, to }) => {
    const [a, b] = [middleOf(from), middleOf(to)]
    return sum === undefined || a === undefined || b === undefined ? undefined : sum + straightMm(a, b)
  }, 0)
}

/** Two devices of a chain that change places. */
export interface Swap {
  readonly a: Numbered
  readonly b: Numbered
}

/**
 * The fewest swaps of two devices each that bring a chain into the order of its numbers: all of a cycle but one, since a
 * swap can part a cycle in two and no more (permutations, any textbook of algebra). None where a device has no number of
 * its own.
 */
export function fewestSwaps({ devices }: Chain): readonly Swap[] | undefined {
  const numbers = devices.map(({ number }) => number)
  if (numbers.includes(undefined) || new Set(numbers).size < numbers.length) return undefined
  const standing = [...devices]
  const swaps: Swap[] = []
  for (let place = 0; place < standing.length; place += 1) {
    const there = standing[place]!
    const wanted = standing.findIndex(({ rank }) => rank === place + 1)
    if (wanted === place) continue
    swaps.push({ a: there, b: standing[wanted]! })
    ;[standing[place], standing[wanted]] = [standing[wanted]!, there]
  }
  return swaps
}

/** For people who leave the plugs: which place in the case each device of the program's list has. */
export interface SlotOfProgram {
  /** From 1, as the source counts devices. */
  readonly slot: number
  readonly device: Numbered
}

/** The order to sort a program's list into: of its slots the one that stands first in the case, then the next. */
export function sortingTable({ devices }: Chain): readonly SlotOfProgram[] {
  const slots = devices.map((device, index) => ({ slot: index + 1, device }))
  return slots.filter(({ device }) => device.rank !== undefined).toSorted((a, b) => a.device.rank! - b.device.rank!)
}

/**
 * The edit by which the devices of a chain stand in the order of their numbers: each lead goes where the one before it
 * was, so that it takes devices of one kind, each fed by the one before, and none of them in another leg. Undefined where
 * they are not, or in order.
 */
export function reorderEdit(harness: Harness, chain: Chain): Edit | undefined {
  const { devices, isApart } = chain
  const wanted = sortingTable(chain).map(({ device }) => device)
  const isSorted = wanted.every((device, index) => device === devices[index])
  if (!isApart || wanted.length < devices.length || isSorted) return undefined
  const isOneKind = new Set(devices.map(({ segment }) => segment.placed.item.partId)).size === 1
  const threads = devices.map(({ segment }) => harness.threadsAt(segment.at)[0]!)
  const goesOn = threads.every(({ to }, index) => index === 0 || to.itemId === devices[index - 1]!.itemId)
  if (!isOneKind || !goesOn) return undefined
  const moves = wanted.map(({ segment }, index) => ({
    thread: harness.threadsAt(segment.at)[0]!,
    to: index === 0 ? threads[0]!.to : { itemId: wanted[index - 1]!.itemId, portId: threads[index]!.to.portId },
  }))
  return rethreadEdit(harness.build, moves)
}
