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

/** A mark cut into runs of digits, as numbers, and the texts between. */
function runsOf(mark: string): readonly (string | number)[] {
  return (mark.match(/\d+|\D+/g) ?? []).map((run) => (/^\d/.test(run) ? Number(run) : run))
}

function compareRuns(left: readonly (string | number)[], right: readonly (string | number)[]): number {
  for (let i = 0; i < Math.min(left.length, right.length); i += 1) {
    const [x, y] = [left[i]!, right[i]!]
    const bothNumbers = typeof x === 'number' && typeof y === 'number'
    const difference = bothNumbers ? x - y : compareText(String(x), String(y))
    if (difference !== 0) return difference
  }
  return left.length - right.length
}

/** As compareText, but runs of digits count as numbers, so that F2 comes before F10. */
export function compareMarks(a: string, b: string): number {
  const difference = compareRuns(runsOf(a), runsOf(b))
  return difference === 0 ? compareText(a, b) : difference
}

/** The list in the order of its marks (see compareMarks); each mark is cut up once. */
export function sortedByMark<T>(list: readonly T[], markOf: (entry: T) => string): readonly T[] {
  return list
    .map((entry) => ({ entry, mark: markOf(entry), runs: runsOf(markOf(entry)) }))
    .toSorted(
      inOrder(
        (a, b) => compareRuns(a.runs, b.runs),
        (a, b) => compareText(a.mark, b.mark),
      ),
    )
    .map(({ entry }) => entry)
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
