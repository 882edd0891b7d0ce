/** One addressable LED takes 24 bits of 1.25 µs. Source: data sheets of common 5 V addressable LEDs (from memory). */
const BITS_PER_LED = 24
const BIT_MICROSECONDS = 1.25

/** The longer of the two resets in the data sheets (50 µs older, 280 µs newer), for LEDs that do not state theirs. */
export const LONGEST_RESET_MICROSECONDS = 280

/** The idle draw of an addressable LED that states none, in mA (data sheets, from memory). */
export const IDLE_MILLIAMPS = 1

/** Microseconds to send one frame to a line of this many LEDs, the reset included. */
export function frameMicroseconds(ledCount: number, resetMicroseconds: number): number {
  return ledCount * BITS_PER_LED * BIT_MICROSECONDS + resetMicroseconds
}

/** Frames a second that a line of this many LEDs can show. */
export function framesPerSecond(ledCount: number, resetMicroseconds: number): number {
  return 1_000_000 / frameMicroseconds(ledCount, resetMicroseconds)
}

/** A colour as light: red, green and blue, each from 0 to 1. */
export interface Colour {
  readonly red: number
  readonly green: number
  readonly blue: number
}

/** What lights show: their colour, and the brightness set in the program, from 0 to 1. */
export interface Glow extends Colour {
  readonly brightness: number
}

export const WHITE: Colour = { red: 1, green: 1, blue: 1 }

/** What a machine may show before any program runs, and so what every check counts with. */
export const FULL_WHITE: Glow = { ...WHITE, brightness: 1 }

/** Part of the full white current that a glow takes, from 0 to 1. One colour alone is a third of white. */
export function whiteShare({ red, green, blue, brightness }: Glow): number {
  return ((red + green + blue) / 3) * brightness
}
