import type { Rail } from '../parts/connectors'

/** Nominal volts of each rail (ATX12V design guide, from memory; its tolerance is 5 % either way). */
export const RAIL_VOLTS: Readonly<Record<Rail, number>> = { '12v': 12, '5v': 5, '3v3': 3.3 }

/** Supplies are allowed so much either way. Source: ATX12V design guide (from memory). */
export const SUPPLY_TOLERANCE_SHARE = 0.05

/** Amps that a load of `watts` draws at `volts`: I = P / U. */
export function ampsOfWatts(watts: number, volts: number): number {
  return watts / volts
}

/** What a converter that states no efficiency is counted with, in percent: common practice, no source. */
export const FALLBACK_EFFICIENCY_PERCENT = 80

/**
 * Amps that a converter takes from its input for `amps` at its output: what it gives in watts over its efficiency is what
 * it takes in watts (conservation of energy; P = U x I).
 */
export function convertedAmps(converter: {
  readonly amps: number
  readonly volts: number
  readonly inputVolts: number
  readonly efficiencyPercent: number
}): number {
  const { amps, volts, inputVolts, efficiencyPercent } = converter
  return (amps * volts) / (efficiencyPercent / 100) / inputVolts
}

/**
 * Amps of addressable LEDs at a brightness from 0 to 1: count x (idle + (white - idle) x brightness), in mA a LED.
 * Source: data sheets of common 5 V addressable LEDs (from memory).
 */
export function ledAmps(leds: {
  readonly ledCount: number
  readonly whiteMilliamps: number
  readonly idleMilliamps: number
  readonly brightness: number
}): number {
  const milliamps = leds.idleMilliamps + (leds.whiteMilliamps - leds.idleMilliamps) * leds.brightness
  return (leds.ledCount * milliamps) / 1000
}
