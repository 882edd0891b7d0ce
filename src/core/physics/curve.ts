/** A point of a curve: the duty in percent that is asked for at a temperature. */
interface CurvePoint {
  readonly temperatureC: number
  readonly dutyPercent: number
}

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
