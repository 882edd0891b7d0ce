import type { Curve } from '../build/facet-schemas'
import type { Harness } from '../operate/harness'
import { FULL_PERCENT, rpmAt, type Until } from '../operate/motor-speed'
import { levelAtSpeed } from '../physics/motion'
import { askingOf, isFlat } from '../physics/curve'
import type { Head } from '../structure/signal/speed'
import type { CurveSet } from '../structure/wiring/choices'
import type { TemperatureLog } from './log'

const MS_PER_SECOND = 1000

/**
 * What a head does over time. It reads its temperature with play: what it read last stays while the temperature falls by no
 * more than `hysteresisC`, and follows it up at once: 50, 60, 58, 55, 54 with 5 degrees read as 50, 60, 60, 60, 59. What
 * the curve asks for there is neared no faster than a whole swing in `stepUpMs` or `stepDownMs`; the first sample is had
 * at once.
 */
export function dutiesOver(curve: Curve, seconds: Float64Array, temperatures: Float64Array): Float64Array {
  const { hysteresisC = 0, stepUpMs = 0, stepDownMs = 0 } = curve
  const asked = askingOf(curve)
  const duties = new Float64Array(temperatures.length)
  let [read, duty] = [temperatures[0] ?? 0, 0]
  for (let index = 0; index < temperatures.length; index += 1) {
    const now = temperatures[index]!
    read = Math.max(now, Math.min(read, now + hysteresisC))
    const wanted = asked(read)
    if (index === 0) duty = wanted
    else {
      const passedMs = (seconds[index]! - seconds[index - 1]!) * MS_PER_SECOND
      const most = (stepMs: number) => (stepMs === 0 ? FULL_PERCENT : (FULL_PERCENT * passedMs) / stepMs)
      duty = wanted > duty ? Math.min(wanted, duty + most(stepUpMs)) : Math.max(wanted, duty - most(stepDownMs))
    }
    duties[index] = duty
  }
  return duties
}

/** So far back from where it went, in percent, a duty has turned; less is no turn that anybody hears (common practice). */
const TURN_PERCENT = 2

/** The samples at which a duty has turned from going up to going down, or back. */
export function turnsOf(duties: Float64Array): readonly number[] {
  const turns: number[] = []
  let [direction, high, low] = [0, duties[0] ?? 0, duties[0] ?? 0]
  for (let index = 1; index < duties.length; index += 1) {
    const duty = duties[index]!
    high = Math.max(high, duty)
    low = Math.min(low, duty)
    if (direction >= 0 && duty <= high - TURN_PERCENT) {
      if (direction > 0) turns.push(index)
      ;[direction, low] = [-1, duty]
    } else if (direction <= 0 && duty >= low + TURN_PERCENT) {
      if (direction < 0) turns.push(index)
      ;[direction, high] = [1, duty]
    }
  }
  return turns
}

export interface HeadReplay {
  readonly head: Head
  readonly curve: Curve
  readonly dutiesPercent: Float64Array
  /** Samples at which it turned. */
  readonly turns: readonly number[]
  /** Turns within a minute of the one before: up and down at once. */
  readonly huntCount: number
  /** Largest change from one sample to the next, in percent. */
  readonly largestJumpPercent: number
}

/** A log run through the curves of a machine. */
export interface Replay {
  readonly heads: readonly HeadReplay[]
  /** Heads that cannot be replayed: no curve, or no column of the log for the heat it listens to. */
  readonly left: readonly Head[]
  /** Of all motors whose level is known, sample by sample, in dB(A); what stands makes none. */
  readonly levelsDba: Float64Array
  /** Motors whose sound nobody states or that cannot be replayed. */
  readonly muteCount: number
  readonly turnCount: number
  readonly huntCount: number
  readonly largestJumpPercent: number
}

function largestJump(duties: Float64Array): number {
  let largest = 0
  for (let index = 1; index < duties.length; index += 1) {
    largest = Math.max(largest, Math.abs(duties[index]! - duties[index - 1]!))
  }
  return largest
}

/** What a curve reads of a log; any temperature does for one that asks the same at all of them. */
export function temperaturesFor(curve: Curve, { seconds, columns }: TemperatureLog): Float64Array | undefined {
  const column = curve.heatSource === undefined ? undefined : columns[curve.heatSource]
  return column ?? (isFlat(curve) ? new Float64Array(seconds.length) : undefined)
}

const HUNTING_SECONDS = 60

function replayOf(curve: Curve | undefined, head: Head, log: TemperatureLog): HeadReplay | undefined {
  const temperatures = curve && temperaturesFor(curve, log)
  if (curve === undefined || temperatures === undefined) return undefined
  const dutiesPercent = dutiesOver(curve, log.seconds, temperatures)
  const turns = turnsOf(dutiesPercent)
  const isSoon = (turn: number, index: number) =>
    index > 0 && log.seconds[turn]! - log.seconds[turns[index - 1]!]! <= HUNTING_SECONDS
  const huntCount = turns.filter(isSoon).length
  return { head, curve, dutiesPercent, turns, huntCount, largestJumpPercent: largestJump(dutiesPercent) }
}

const STEPS_A_PERCENT = 100

/** Sound power of a motor over time, added to a sum; a motor that stands begins only at the duty of its start. */
function addSound(
  power: Float64Array,
  { dutiesPercent }: HeadReplay,
  { motor, control }: Head['commands'][number],
): boolean {
  const { noiseDba, mostRpm } = motor
  if (noiseDba === undefined || mostRpm === undefined || mostRpm.value === 0) return false
  // A level is worked out once for each hundredth of a percent that occurs, turning or standing.
  const known = new Map<Until, Float64Array>()
  const soundAt = (duty: number, until: Until): number => {
    const table = known.get(until) ?? new Float64Array(FULL_PERCENT * STEPS_A_PERCENT + 1).fill(-1)
    known.set(until, table)
    const slot = Math.round(duty * STEPS_A_PERCENT)
    if (table[slot]! < 0) {
      const rpm = rpmAt(motor, control, slot / STEPS_A_PERCENT, until)!.most
      table[slot] = rpm === 0 ? 0 : 10 ** (levelAtSpeed(noiseDba.value, mostRpm.value, rpm) / 10)
    }
    return table[slot]!
  }
  let until: Until = 'turning'
  for (let index = 0; index < dutiesPercent.length; index += 1) {
    const sound = soundAt(dutiesPercent[index]!, until)
    until = sound > 0 ? 'turning' : 'standing'
    power[index]! += sound
  }
  return true
}

/** Runs a log through the curves of a set; the one in use where none is named. */
export function replay(harness: Harness, log: TemperatureLog, set?: CurveSet): Replay {
  const all = harness.speed().heads.map((head) => ({
    head,
    played: replayOf(harness.choices.curveAt(head.at, set), head, log),
  }))
  const heads = all.flatMap(({ played }) => played ?? [])
  const power = new Float64Array(log.seconds.length)
  const heard = heads.map((played) => played.head.commands.filter((command) => addSound(power, played, command)).length)
  return {
    heads,
    left: all.filter(({ played }) => played === undefined).map(({ head }) => head),
    levelsDba: power.map((value) => 10 * Math.log10(value)),
    muteCount: harness.speed().commands.length - heard.reduce((sum, count) => sum + count, 0),
    turnCount: heads.reduce((sum, { turns }) => sum + turns.length, 0),
    huntCount: heads.reduce((sum, { huntCount }) => sum + huntCount, 0),
    largestJumpPercent: Math.max(0, ...heads.map(({ largestJumpPercent }) => largestJumpPercent)),
  }
}

/** Seconds of a log in which the machine is louder than a level; each sample holds until the next one. */
export function secondsAbove({ levelsDba }: Replay, { seconds }: TemperatureLog, levelDba: number): number {
  let above = 0
  for (let index = 1; index < seconds.length; index += 1) {
    if (levelsDba[index - 1]! > levelDba) above += seconds[index]! - seconds[index - 1]!
  }
  return above
}
