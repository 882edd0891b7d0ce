/** One motor at power-on: what it draws while it starts, for how long, what it draws then, and when it starts. */
export interface Start {
  readonly startAmps: number
  readonly startMs: number
  readonly runningAmps: number
  readonly delayMs: number
}

/** Where no start current is known: twice the rated amps, falling back over one second. An estimate: common practice, no source. */
const ESTIMATE_FACTOR = 2
export const ESTIMATE_MS = 1000

/** An estimate of the start current in amps from the rated one. */
export function estimatedStartAmps(ratedAmps: number): number {
  return ESTIMATE_FACTOR * ratedAmps
}

/** Amps of one motor `timeMs` after power-on: nothing before its turn, then falling evenly from start to running. */
function ampsAt({ startAmps, startMs, runningAmps, delayMs }: Start, timeMs: number): number {
  const sinceMs = timeMs - delayMs
  if (sinceMs < 0) return 0
  if (startMs <= 0 || sinceMs >= startMs) return runningAmps
  return startAmps + (runningAmps - startAmps) * (sinceMs / startMs)
}

/** Amps of a source at each time in ms, and the peak of the whole surge. Times are those at which the slope changes. */
export function surge(starts: readonly Start[]): {
  readonly points: readonly { readonly timeMs: number; readonly amps: number }[]
  readonly peakAmps: number
} {
  const times = [...new Set(starts.flatMap(({ delayMs, startMs }) => [delayMs, delayMs + startMs]))].toSorted(
    (a, b) => a - b,
  )
  const points = times.map((timeMs) => ({
    timeMs,
    amps: starts.reduce((total, start) => total + ampsAt(start, timeMs), 0),
  }))
  return { points, peakAmps: points.reduce((peak, { amps }) => Math.max(peak, amps), 0) }
}
