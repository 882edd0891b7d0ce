import type { PortRef } from '../schema/schema-kit'
import { isWeak } from '../schema/weak'
import { ampsOfWatts, ledAmps, RAIL_VOLTS } from '../physics/amps'
import { IDLE_MILLIAMPS, whiteShare, type Glow } from '../physics/led'
import type { RelationOf } from '../parts/schema'
import type { Consumer } from '../structure/wiring/part-facts'

/** How a draw was worked out from the figures on the part. */
export type Working =
  | { readonly by: 'amps' }
  | { readonly by: 'watts'; readonly watts: number; readonly volts: number }
  | { readonly by: 'leds'; readonly ledCount: number; readonly milliamps: number }
  | { readonly by: 'glow'; readonly whiteAmps: number; readonly idleAmps: number; readonly sharePercent: number }
  | {
      readonly by: 'converter'
      readonly amps: number
      readonly volts: number
      readonly efficiencyPercent: number
      readonly isAssumed: boolean
      readonly inputVolts: number
    }
  /** On another rail than the one that the limit is counted at. */
  | { readonly by: 'rail'; readonly amps: number; readonly volts: number }
  /** Of a motor that is told to run slower than it could. */
  | { readonly by: 'duty'; readonly fullAmps: number; readonly dutyPercent: number }
  /** Of a motor at a moment of its start. */
  | { readonly by: 'start'; readonly runningAmps: number; readonly timeMs: number }
  | { readonly by: 'unknown' }

/** One consumer in a sum. Unknown amps are undefined, which is neither zero nor a pass. */
export interface Term {
  readonly at: PortRef
  /** Which of the things at that port it is. */
  readonly consumerId: string
  readonly amps: number | undefined
  /** Weak figures (template, guess) may find a fault but never clear one. */
  readonly isWeak: boolean
  readonly working: Working
  /**
   * A part of what several supply leads of one box carry together: anything from nothing to all of it. How many leads
   * share it; the whole is told once all of them are in one sum.
   */
  readonly sharedByCount?: number
}

/**
 * What a consumer draws in amps: its rated amps, else its watts over the rail's volts, else (lights) lit LEDs at full
 * white and full brightness, since that is what a machine may show before any program runs. Never a default.
 */
export function drawOf(consumer: Consumer, port: PortRef): Term {
  const { ratedAmps, ratedWatts } = consumer
  if (ratedAmps !== undefined) {
    return {
      at: port,
      consumerId: consumer.id,
      amps: ratedAmps.value,
      isWeak: isWeak(ratedAmps),
      working: { by: 'amps' },
    }
  }
  const at = { at: port, consumerId: consumer.id }
  if (ratedWatts !== undefined) {
    const volts = RAIL_VOLTS[consumer.rail]
    const amps = ampsOfWatts(ratedWatts.value, volts)
    return { ...at, amps, isWeak: isWeak(ratedWatts), working: { by: 'watts', watts: ratedWatts.value, volts } }
  }
  if (consumer.type === 'light' && consumer.litLedCount !== undefined && consumer.whiteMilliampsPerLed !== undefined) {
    const ledCount = consumer.litLedCount.value
    const milliamps = consumer.whiteMilliampsPerLed.value
    return {
      ...at,
      amps: ledAmps({ ledCount, whiteMilliamps: milliamps, idleMilliamps: 0, brightness: 1 }),
      isWeak: isWeak(consumer.litLedCount, consumer.whiteMilliampsPerLed),
      working: { by: 'leds', ledCount, milliamps },
    }
  }
  return { ...at, amps: undefined, isWeak: false, working: { by: 'unknown' } }
}

/** What the LEDs of a light draw when dark, in amps; undefined where their count is. Whole-colour strips hold no chips. */
function idleAmpsOf(light: RelationOf<'light'>): number | undefined {
  if (light.control === 'oneColour') return 0
  const ledCount = light.litLedCount ?? light.addressedLedCount
  const idleMilliamps = light.idleMilliampsPerLed?.value ?? IDLE_MILLIAMPS
  return ledCount === undefined ? undefined : (ledCount.value * idleMilliamps) / 1000
}

/**
 * As drawOf, with lights showing this glow: what they draw dark, and of the rest the share that the glow takes. A light
 * that does not say how many LEDs idle along is unknown below full white, since its idle draw is.
 */
export function drawAtGlow(glow: Glow, consumer: Consumer, at: PortRef): Term {
  const white = drawOf(consumer, at)
  const share = whiteShare(glow)
  if (consumer.type !== 'light' || white.amps === undefined || share === 1) return white
  const idleAmps = idleAmpsOf(consumer)
  if (idleAmps === undefined) return { ...white, amps: undefined, isWeak: false, working: { by: 'unknown' } }
  const amps = idleAmps + Math.max(0, white.amps - idleAmps) * share
  const working = { by: 'glow', whiteAmps: white.amps, idleAmps, sharePercent: share * 100 } as const
  return { ...white, amps, working }
}
