import { exceeds } from './compare'

const LEAST_DECIMALS = 2
const MOST_DECIMALS = 6

/** An amp figure as people write it, without its unit: `0.30`, `0.125`. */
export function formatAmps(amps: number): string {
  const needed = (String(Number(amps.toFixed(3))).split('.')[1] ?? '').length
  return amps.toFixed(Math.max(LEAST_DECIMALS, needed))
}

/**
 * How many decimals a set of compared figures needs so that the text agrees with the verdict: 1.0004 A against 1 A
 * is over, so the two must not both print as 1.00.
 */
export function formatAlike(values: readonly number[]): number {
  for (let decimals = LEAST_DECIMALS; decimals < MOST_DECIMALS; decimals += 1) {
    const shown = values.map((value) => Number(value.toFixed(decimals)))
    const agrees = values.every((a, i) => values.every((b, j) => exceeds(a, b) === exceeds(shown[i]!, shown[j]!)))
    if (agrees) return decimals
  }
  return MOST_DECIMALS
}
