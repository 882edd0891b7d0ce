/**
 * One motor at power-on: what it draws while it starts, for how long, what it draws then, when it starts, and how its
 * current falls. A specification allows the start current for the whole of the start time (4-wire PWM fan specification,
 * revision 1.3, 2005, from memory), so `full` is the safe bound; `falling` is for a part that states it.
 */
export interface Start {
  readonly startAmps: number
  readonly startMs: number
  readonly runningAmps: number
  readonly delayMs: number
  readonly shape: 'full' | 'falling'
}

/** Where no start current is known: twice the rated amps, falling back over one second. An estimate: common practice, no source. */
const ESTIMATE_FACTOR = 2
export const ESTIMATE_MS = 1000

/** An estimate of the start current in amps from the rated one. */
export function estimatedStartAmps(ratedAmps: number): number {
  return ESTIMATE_FACTOR * ratedAmps
}

/**
 * Amps of one motor `timeMs` after power-on: nothing before its turn, then its start current, then running. At the very end
 * of a full start it still counts as starting, unless what comes just after is asked for.
 */
export function startAmpsAt(
  { startAmps, startMs, runningAmps, delayMs, shape }: Start,
  timeMs: number,
  isAfter: boolean,
): number {
  const sinceMs = timeMs - delayMs
  if (sinceMs < 0 || (sinceMs === 0 && !isAfter && delayMs > 0)) return 0
  if (startMs <= 0 || sinceMs > startMs || (sinceMs === startMs && isAfter)) return runningAmps
  return shape === 'full' ? startAmps : startAmps + (runningAmps - startAmps) * (sinceMs / startMs)
}

/** Amps of a source just before and just after each time at which something changes, in ms, and the peak of it all. */
export function surge(starts: readonly Start[]): {
  readonly points: readonly { readonly timeMs: number; readonly amps: number }[]
  readonly peakAmps: number
} {
  const times = [...new Set(starts.flatMap(({ delayMs, startMs }) => [delayMs, delayMs + startMs]))].toSorted(
    (a, b) => a - b,
  )
  const ampsOf = (timeMs: number, isAfter: boolean) =>
    starts.reduce((total, start) => total + startAmpsAt(start, timeMs, isAfter), 0)
  const points = times.flatMap((timeMs) => [false, true].map((isAfter) => ({ timeMs, amps: ampsOf(timeMs, isAfter) })))
  return { points, peakAmps: points.reduce((peak, { amps }) => Math.max(peak, amps), 0) }
}
