/** Pulses of a fan's tach in one turn. Source: 4-wire PWM fan specification, revision 1.3, 2005 (from memory). */
const PULSES_PER_TURN = 2

/** Turns a minute from the tach's pulses a second. */
export function rpmOfTach(pulsesPerSecond: number): number {
  return (60 / PULSES_PER_TURN) * pulsesPerSecond
}

/** The PWM command: 25 kHz, from 21 to 28 kHz allowed. Source: as above. */
export const PWM_HERTZ = { nominal: 25_000, least: 21_000, most: 28_000 } as const

/** Whether a fan has to understand a PWM command of this frequency. */
export function isPwmHertz(hertz: number): boolean {
  return hertz >= PWM_HERTZ.least && hertz <= PWM_HERTZ.most
}

/** Fan laws: flow goes with speed. Source: fan engineering handbooks. */
export function flowAtSpeed(flow: number, fromRpm: number, toRpm: number): number {
  return flow * (toRpm / fromRpm)
}

/** Fan laws: power goes with the cube of the speed. */
export function powerAtSpeed(watts: number, fromRpm: number, toRpm: number): number {
  return watts * (toRpm / fromRpm) ** 3
}

/** Fan laws: the sound level moves by 50 log10 of the speeds' ratio, in dB. */
export function levelAtSpeed(levelDb: number, fromRpm: number, toRpm: number): number {
  return levelDb + 50 * Math.log10(toRpm / fromRpm)
}

/** Level in dB of several sources together: 10 log10 of the sum of 10^(L/10); none make no sound at all. */
export function levelSum(levelsDb: readonly number[]): number {
  return 10 * Math.log10(levelsDb.reduce((total, level) => total + 10 ** (level / 10), 0))
}
