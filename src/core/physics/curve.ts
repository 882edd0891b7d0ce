/** A point of a curve: the duty in percent that is asked for at a temperature. */
interface CurvePoint {
  readonly temperatureC: number
  readonly dutyPercent: number
}

const FULL_PERCENT = 100

/** The points in the order of their temperatures; of those at one temperature the order they were given in stays. */
export const inOrder = <P extends CurvePoint>(points: readonly P[]): readonly P[] =>
  points.toSorted((a, b) => a.temperatureC - b.temperatureC)

interface AskedCurve {
  readonly points: readonly CurvePoint[]
  /** It never asks for less, but where it stops. */
  readonly leastDutyPercent?: number | undefined
  /** Below it, it asks for nothing. */
  readonly stopBelowC?: number | undefined
}

/**
 * What a curve asks for, in percent, by the temperature it reads: straight between two points, flat outside them; of two
 * points at one temperature the later one holds from there on. Nought where it stops, else never under its least. Made
 * once for many temperatures.
 */
export function askingOf({
  points,
  leastDutyPercent = 0,
  stopBelowC = -Infinity,
}: AskedCurve): (atC: number) => number {
  const sorted = inOrder(points)
  const dutyAt = (atC: number): number => {
    const index = sorted.findLastIndex((point) => point.temperatureC <= atC)
    const [from, to] = [sorted[index], sorted[index + 1]]
    if (from === undefined) return sorted[0]!.dutyPercent
    if (to === undefined) return from.dutyPercent
    const share = (atC - from.temperatureC) / (to.temperatureC - from.temperatureC)
    return from.dutyPercent + (to.dutyPercent - from.dutyPercent) * share
  }
  return (atC) => (atC < stopBelowC ? 0 : Math.max(dutyAt(atC), leastDutyPercent))
}

/** What a curve asks for at one temperature, in percent. */
export const dutyOfCurve = (curve: AskedCurve, temperatureC: number): number => askingOf(curve)(temperatureC)

/** The points in order as they are asked for: none under the curve's least. */
export const askedPoints = ({ points, leastDutyPercent = 0 }: AskedCurve): readonly CurvePoint[] =>
  inOrder(points).map((point) => ({ ...point, dutyPercent: Math.max(point.dutyPercent, leastDutyPercent) }))

/** The least and the most that a curve ever asks for, in percent. */
export function rangeOfCurve(curve: AskedCurve): { readonly leastPercent: number; readonly mostPercent: number } {
  const duties = askedPoints(curve).map(({ dutyPercent }) => dutyPercent)
  const leastPercent = curve.stopBelowC === undefined ? Math.min(...duties) : 0
  return { leastPercent, mostPercent: Math.max(...duties) }
}

/** Whether a curve asks for the same at any temperature, and so needs none. */
export function isFlat(curve: AskedCurve): boolean {
  const { leastPercent, mostPercent } = rangeOfCurve(curve)
  return leastPercent === mostPercent
}

/** A reading that keeps rising by some degrees and falling back, each for as long. */
export interface Swing {
  readonly riseC: number
  readonly eachMs: number
}

interface PacedCurve extends AskedCurve {
  readonly hysteresisC?: number | undefined
  readonly stepUpMs?: number | undefined
  readonly stepDownMs?: number | undefined
}

/** Just under a temperature at which a curve jumps. */
const UNDER_C = 1e-6

/** The temperatures at which the line of a curve bends or jumps, what it never goes under and where it stops included. */
function bendsOf(curve: AskedCurve): readonly number[] {
  const { leastDutyPercent = 0, stopBelowC, points } = curve
  const sorted = inOrder(points)
  const crossings = sorted.slice(1).flatMap((to, index) => {
    const from = sorted[index]!
    const share = (leastDutyPercent - from.dutyPercent) / (to.dutyPercent - from.dutyPercent)
    return share > 0 && share < 1 ? [from.temperatureC + (to.temperatureC - from.temperatureC) * share] : []
  })
  const stops = stopBelowC === undefined ? [] : [stopBelowC]
  return [...sorted.map(({ temperatureC }) => temperatureC), ...crossings, ...stops]
}

/**
 * How far the duty of a curve goes up and down, in percent, while its reading swings, where that is widest, and the lower
 * end of that swing of the reading. Its hysteresis takes its part of the rise, its step times bound what one half of the
 * swing can do. A curve is straight between its bends, so the widest is found with an end of the reading at one of them.
 */
export function widestSwing(
  curve: PacedCurve,
  { riseC, eachMs }: Swing,
): { readonly swingPercent: number; readonly fromC: number } {
  const { hysteresisC = 0, stepUpMs = 0, stepDownMs = 0 } = curve
  const readRiseC = Math.max(0, riseC - hysteresisC)
  const asked = askingOf(curve)
  const paced = (stepMs: number) => (stepMs === 0 ? FULL_PERCENT : (FULL_PERCENT * eachMs) / stepMs)
  const mostPercent = Math.min(paced(stepUpMs), paced(stepDownMs))
  const highest = bendsOf(curve).flatMap((bendC) => [bendC, bendC + readRiseC, bendC + readRiseC - UNDER_C])
  const swings = highest.map((highC) => ({
    swingPercent: Math.min(mostPercent, Math.abs(asked(highC) - asked(highC - readRiseC))),
    fromC: highC - riseC,
  }))
  return swings.reduce((widest, swing) => (swing.swingPercent > widest.swingPercent ? swing : widest))
}
