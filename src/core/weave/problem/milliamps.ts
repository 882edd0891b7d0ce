/** A hair of floating point, which neither costs nor gives a mA. */
const HAIR = 1e-6

/** Whole mA, rounded up, so that a plan never counts on a fraction of what is drawn. */
export const milliampsUp = (amps: number): number => Math.ceil(amps * 1000 - HAIR)

/** Whole mA, rounded down, so that a limit never lets through more than it says. */
export const milliampsDown = (amps: number): number => Math.floor(amps * 1000 + HAIR)

/** What of a limit in mA the headroom leaves. */
export const underHeadroom = (milliamps: number, headroomPercent: number): number =>
  Math.floor((milliamps * (100 - headroomPercent)) / 100 + HAIR)
