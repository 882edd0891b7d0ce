/**
 * The one comparator for every limit: 3 x 0.1 A on a 0.3 A limit is not over, though floating point says 0.30000000000000004.
 * The tolerance is one part in a thousand million, far below any figure printed on a label.
 */
const RELATIVE_TOLERANCE = 1e-9

/** Whether `actual` is really above `limit`; both in the same unit. A bound includes its own value. */
export function exceeds(actual: number, limit: number): boolean {
  return actual - limit > RELATIVE_TOLERANCE * Math.max(1, Math.abs(limit))
}

/** Negative, zero or positive as `a` sorts before, with or after `b`, by code unit: the same on every machine. */
export function compareText(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0
}

/** As compareText, but runs of digits count as numbers, so that F2 comes before F10. */
export function compareMarks(a: string, b: string): number {
  const left = a.match(/\d+|\D+/g) ?? []
  const right = b.match(/\d+|\D+/g) ?? []
  for (let i = 0; i < Math.min(left.length, right.length); i += 1) {
    const x = left[i] as string
    const y = right[i] as string
    const bothNumbers = /^\d/.test(x) && /^\d/.test(y)
    const difference = bothNumbers ? Number(x) - Number(y) : compareText(x, y)
    if (difference !== 0) return difference
  }
  return left.length === right.length ? compareText(a, b) : left.length - right.length
}

/** One order out of several: the first that tells two entries apart decides. */
export function inOrder<T>(...orders: readonly ((a: T, b: T) => number)[]): (a: T, b: T) => number {
  return (a, b) => {
    for (const order of orders) {
      const difference = order(a, b)
      if (difference !== 0) return difference
    }
    return 0
  }
}
