import type { RelationOf } from '../parts/schema'
import { RAIL_VOLTS } from '../physics/amps'
import type { Command } from '../structure/signal/speed'
import { exceeds } from '../units/compare'

/** What is known of a figure: it lies between the two, both included; a figure that is known has them equal. */
export interface Bounds {
  readonly least: number
  readonly most: number
}

export const exactly = (value: number): Bounds => ({ least: value, most: value })
export const isExact = ({ least, most }: Bounds): boolean => least === most

export const FULL_PERCENT = 100
const FULL_VOLTS = RAIL_VOLTS['12v']

type Motor = Pick<
  RelationOf<'motor'>,
  'leastRpm' | 'mostRpm' | 'startDutyPercent' | 'leastDutyPercent' | 'stopsAtZeroDuty' | 'startVolts' | 'stopVolts'
>

/** Whether a motor turned until now: a standing one needs more to begin than a turning one needs to go on. */
export type Until = 'turning' | 'standing'

/** Straight between two points, and from the first one's value before it. */
function straight(from: readonly [number, number], to: readonly [number, number], at: number): number {
  if (at <= from[0]) return from[1]
  return from[1] + ((to[1] - from[1]) * (at - from[0])) / (to[0] - from[0])
}

/**
 * Turns a minute by PWM: straight from the least speed at the least duty to the most at 100 %; below that duty it stands
 * still or keeps its least speed, as its part says. A least duty that nobody states lies between none and the duty at
 * which it starts, or the one asked for. Source: 4-wire PWM fan specification, revision 1.3 (from memory): monotonic,
 * either behaviour.
 */
function rpmByDuty(motor: Motor, mostRpm: number, duty: number, until: Until): Bounds {
  const [leastRpm, leastDuty, startDuty] = [
    motor.leastRpm?.value,
    motor.leastDutyPercent?.value,
    motor.startDutyPercent?.value,
  ]
  if (until === 'standing' && startDuty !== undefined && exceeds(startDuty, duty)) return exactly(0)
  const isBelow = duty === 0 || (leastDuty !== undefined && exceeds(leastDuty, duty))
  if (isBelow && motor.stopsAtZeroDuty === true) return exactly(0)
  const rpmWith = (bottomDuty: number) => straight([bottomDuty, leastRpm ?? 0], [FULL_PERCENT, mostRpm], duty)
  const slowest = leastRpm === undefined ? 0 : rpmWith(leastDuty ?? Math.min(startDuty ?? duty, duty))
  const fastest = leastRpm === undefined ? mostRpm : rpmWith(leastDuty ?? 0)
  // Where it would start even from standing, it does not stop.
  const mayBeBelow = isBelow || (leastDuty === undefined && exceeds(startDuty ?? FULL_PERCENT, duty))
  const mayStand = (mayBeBelow && motor.stopsAtZeroDuty !== false) || (until === 'standing' && startDuty === undefined)
  return { least: mayStand ? 0 : slowest, most: fastest }
}

/**
 * Turns a minute by volts: straight from the least speed at the volts under which it stands to the most at 12 V, or in
 * proportion where those are unknown (common practice, no source).
 */
function rpmByVolts(motor: Motor, mostRpm: number, volts: number, until: Until): Bounds {
  const { leastRpm, startVolts, stopVolts } = motor
  const rpm =
    leastRpm === undefined || stopVolts === undefined
      ? (mostRpm * volts) / FULL_VOLTS
      : straight([stopVolts.value, leastRpm.value], [FULL_VOLTS, mostRpm], volts)
  if (volts === 0 || (stopVolts !== undefined && exceeds(stopVolts.value, volts))) return exactly(0)
  if (until === 'standing' && startVolts !== undefined && exceeds(startVolts.value, volts)) return exactly(0)
  const isOpen = stopVolts === undefined || (until === 'standing' && startVolts === undefined)
  return isOpen && volts < FULL_VOLTS ? { least: 0, most: rpm } : exactly(rpm)
}

/**
 * Turns a minute that a motor makes when it is told a duty in percent, the way its command reaches it; undefined where
 * nobody states its full speed. A motor that hears nothing runs at full speed.
 */
export function rpmAt(
  motor: Motor,
  control: Command['control'],
  dutyPercent: number,
  until: Until = 'turning',
): Bounds | undefined {
  const mostRpm = motor.mostRpm?.value
  if (mostRpm === undefined) return undefined
  if (control === 'none') return exactly(mostRpm)
  if (control === 'unknown') return { least: 0, most: mostRpm }
  if (dutyPercent >= FULL_PERCENT) return exactly(mostRpm)
  if (control === 'pwm') return rpmByDuty(motor, mostRpm, dutyPercent, until)
  return rpmByVolts(motor, mostRpm, (FULL_VOLTS * dutyPercent) / FULL_PERCENT, until)
}
