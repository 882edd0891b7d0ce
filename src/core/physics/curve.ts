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
