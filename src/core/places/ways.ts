import { exceeds } from '../units/compare'
import { distanceMm, type Point } from './space'

/** A hole in the tray, from the space of the board to the space behind it. */
export interface Hole {
  readonly id: string
  readonly xMm: number
  readonly yMm: number
}

/** Where a lead begins or ends: in the space of the board, or behind the tray. */
export interface WayEnd extends Point {
  readonly isBehind?: boolean
}

/** The way of a lead: how long it is, and the holes it goes through, in order; none where it stays on one side. */
export interface Way {
  readonly lengthMm: number
  readonly holeIds: readonly string[]
  /** From end to hole, from hole to hole, from hole to end: they add up to the length. */
  readonly legsMm: readonly number[]
}

/** How the lead may run: behind the tray, or in sight across the space of the board for no more than this. */
export interface Space {
  readonly holes: readonly Hole[]
  readonly sightMm: number
}

/** A way this short is run in sight, since nobody leads it behind the tray and back (common practice, no source). */
export const SIGHT_MM = 200

export const pointOf = ({ xMm, yMm }: { readonly xMm: number; readonly yMm: number }): Point => ({ xMm, yMm, zMm: 0 })

/** Of two ways the shorter one; the first of two alike. */
function shorter(a: Way | undefined, b: Way | undefined): Way | undefined {
  if (a === undefined || b === undefined) return a ?? b
  return b.lengthMm < a.lengthMm ? b : a
}

/**
 * The shortest way of a lead: in by one hole, behind the tray, and out by another; straight where both ends are behind
 * the tray, or in sight where that is short enough. Undefined where there is none. More holes than that never make a way
 * shorter, since each is a corner more (triangle inequality); in and out by the same one would be a knot across the tray.
 */
export function wayBetween(from: WayEnd, to: WayEnd, { holes, sightMm }: Space): Way | undefined {
  const through = (passed: readonly Hole[]): Way => {
    const points: readonly Point[] = [from, ...passed.map(pointOf), to]
    const legsMm = points.slice(1).map((point, index) => distanceMm(points[index]!, point))
    return { lengthMm: legsMm.reduce((sum, legMm) => sum + legMm, 0), holeIds: passed.map(({ id }) => id), legsMm }
  }
  const areOneSide = (from.isBehind === true) === (to.isBehind === true)
  const straight = through([])
  const isStraight = areOneSide && (from.isBehind === true || !exceeds(straight.lengthMm, sightMm))
  const first = isStraight ? straight : undefined
  if (!areOneSide) return holes.map((hole) => through([hole])).reduce(shorter, first)
  if (from.isBehind === true) return straight
  const pairs = holes.flatMap((a) => holes.flatMap((b) => (a === b ? [] : [[a, b] as const])))
  return pairs.reduce((best, pair) => shorter(best, through(pair)), first)
}

export type Reach = 'yes' | 'tight' | 'no'

/**
 * Whether a lead is long enough: yes with the slack that is wanted so that it can be plugged and the fan taken out, tight
 * without it, no where it is too short.
 */
export function reachOf(leadMm: number, wayMm: number, slackMm: number): Reach {
  if (exceeds(wayMm, leadMm)) return 'no'
  return exceeds(wayMm + slackMm, leadMm) ? 'tight' : 'yes'
}
