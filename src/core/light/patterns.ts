import { WHITE, type Colour, type Glow } from '../physics/led'

/** What a line may be told to show, to see how it runs. */
export const PATTERNS = ['white', 'plain', 'one', 'device', 'streak', 'thirds', 'ramp', 'swell', 'crossing'] as const
export type Pattern = (typeof PATTERNS)[number]

/** One LED on the strip that its source sees. */
export interface LedOnStrip {
  /** From 0. */
  readonly led: number
  readonly ledCount: number
  /** The how-manieth device of the strip it belongs to, from 0. */
  readonly device: number
  readonly deviceCount: number
  /** How far it lies from the front of the case to the rear, from 0 to 1; undefined where its place is not known. */
  readonly acrossShare: number | undefined
}

export interface Look {
  readonly pattern: Pattern
  readonly colour: Colour
  readonly brightness: Glow['brightness']
}

/** How long one LED is lit before the next; of the patterns that walk. */
export const STEP_MS = 120
/** How long one device is. */
export const DEVICE_MS = 600
/** A whole round of the patterns that come and go: slower than three flashes a second (WCAG 2.2, 2.3.1). */
const ROUND_MS = 4000
const STREAK_LEDS = 8

const times = ({ red, green, blue }: Colour, by: number): Colour => ({
  red: red * by,
  green: green * by,
  blue: blue * by,
})

/** From 0 up to 1 and back, softly, once a round. */
const swell = (turn: number) => (1 - Math.cos(2 * Math.PI * turn)) / 2

/**
 * A hue as light, from 0 to 1 round the circle, full and of even saturation. Source: CSS Color Module Level 4, section 7.1
 * (HSL to RGB) at 100 % saturation and 50 % lightness.
 */
export function hue(turn: number): Colour {
  const channel = (n: number) => {
    const k = (n + turn * 12) % 12
    return 0.5 - 0.5 * Math.max(-1, Math.min(k - 3, 9 - k, 1))
  }
  return { red: channel(0), green: channel(8), blue: channel(4) }
}

const THIRDS: readonly Colour[] = [
  { red: 1, green: 0, blue: 0 },
  { red: 0, green: 1, blue: 0 },
  { red: 0, green: 0, blue: 1 },
]

/** How much of a pattern's colour an LED shows at a time, or the colour itself where the pattern has its own. */
function shownBy(pattern: Pattern, at: LedOnStrip, timeMs: number): number | Colour {
  const { led, ledCount, device, acrossShare } = at
  switch (pattern) {
    case 'white':
      return WHITE
    case 'plain':
      return 1
    case 'one':
      return led === stepAt(pattern, at, timeMs) ? 1 : 0
    case 'device':
      return device === stepAt(pattern, at, timeMs) ? 1 : 0
    case 'streak': {
      const behind = (stepAt('one', at, timeMs) - led + ledCount) % ledCount
      return Math.max(0, 1 - behind / Math.min(STREAK_LEDS, ledCount))
    }
    case 'thirds':
      return THIRDS[Math.min(2, Math.floor((3 * led) / ledCount))]!
    case 'ramp':
      return hue((led / ledCount + timeMs / (2 * ROUND_MS)) % 1)
    case 'swell':
      return swell(timeMs / ROUND_MS)
    case 'crossing':
      return acrossShare === undefined ? 0 : swell(acrossShare - timeMs / ROUND_MS)
    default:
      return pattern satisfies never
  }
}

/** Which LED, or which device, a walking pattern has come to. */
export function stepAt(pattern: 'one' | 'device', { ledCount, deviceCount }: LedOnStrip, timeMs: number): number {
  const [stepMs, count] = pattern === 'one' ? [STEP_MS, ledCount] : [DEVICE_MS, deviceCount]
  return Math.floor(timeMs / stepMs) % Math.max(1, count)
}

/** What an LED of a strip shows at a time, as light, its brightness included. A pure function of what it is given. */
export function colourAt({ pattern, colour, brightness }: Look, at: LedOnStrip, timeMs: number): Colour {
  const shown = shownBy(pattern, at, timeMs)
  return times(typeof shown === 'number' ? times(colour, shown) : shown, brightness)
}
