/** A point of a curve: the duty in percent that is asked for at a temperature. */
interface CurvePoint {
  readonly temperatureC: number
  readonly dutyPercent: number
}

/** The points in the order of their temperatures; of those at one temperature the order they were given in stays. */
export const inOrder = <P extends CurvePoint>(points: readonly P[]): readonly P[] =>
  points.toSorted((a, b) => a.temperatureC - b.temperatureC)

/**
 * Duty in percent at a temperature: straight between two points, flat outside them. Of two points at one temperature the
 * later one holds from there on.
 */
export function dutyAt(points: readonly CurvePoint[], temperatureC: number): number {
  const sorted = inOrder(points)
  const from = sorted.findLast((point) => point.temperatureC <= temperatureC)
  if (from === undefined) return sorted[0]!.dutyPercent
  const to = sorted[sorted.lastIndexOf(from) + 1]
  if (to === undefined) return from.dutyPercent
  const share = (temperatureC - from.temperatureC) / (to.temperatureC - from.temperatureC)
  return from.dutyPercent + (to.dutyPercent - from.dutyPercent) * share
}

interface AskedCurve {
  readonly points: readonly CurvePoint[]
  /** It never asks for less, but where it stops. */
  readonly leastDutyPercent?: number | undefined
  /** Below it, it asks for nothing. */
  readonly stopBelowC?: number | undefined
}

/** Duty in percent that a curve asks for at a temperature it reads: nought where it stops, else never under its least. */
export function dutyOfCurve({ points, leastDutyPercent = 0, stopBelowC }: AskedCurve, temperatureC: number): number {
  if (stopBelowC !== undefined && temperatureC < stopBelowC) return 0
  return Math.max(dutyAt(points, temperatureC), leastDutyPercent)
}

/** The points in order as they are asked for: none under the curve's least. */
export const askedPoints = ({ points, leastDutyPercent = 0 }: AskedCurve): readonly CurvePoint[] =>
  inOrder(points).map((point) => ({ ...point, dutyPercent: Math.max(point.dutyPercent, leastDutyPercent) }))

/** The least and the most that a curve ever asks for, in percent. */
export function rangeOfCurve(curve: AskedCurve): { readonly leastPercent: number; readonly mostPercent: number } {
  const duties = askedPoints(curve).map(({ dutyPercent }) => dutyPercent)
  const leastPercent = curve.stopBelowC === undefined ? Math.min(...duties) : 0
  return { leastPercent, mostPercent: Math.max(...duties) }
}
