/** A point of a curve: the duty in percent that is asked for at a temperature. */
interface CurvePoint {
  readonly temperatureC: number
  readonly dutyPercent: number
}

/** Duty in percent at a temperature: straight between two points, and that of the first or last one beyond them. */
export function dutyAt(points: readonly CurvePoint[], temperatureC: number): number {
  const sorted = points.toSorted((a, b) => a.temperatureC - b.temperatureC)
  const after = sorted.findIndex((point) => point.temperatureC >= temperatureC)
  if (after < 0) return sorted.at(-1)!.dutyPercent
  const [from, to] = [sorted[after - 1], sorted[after]!]
  if (from === undefined || to.temperatureC === temperatureC) return to.dutyPercent
  const share = (temperatureC - from.temperatureC) / (to.temperatureC - from.temperatureC)
  return from.dutyPercent + (to.dutyPercent - from.dutyPercent) * share
}
