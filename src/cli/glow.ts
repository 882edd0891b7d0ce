import { LoomError } from '../core/errors'
import type { Colour, Glow } from '../core/physics/led'
import { sharesOfHex } from '../core/units/hex'

function colourNamed(text: string): Colour {
  const colour = sharesOfHex(text)
  if (colour === undefined) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `“${text}” is no colour: give red, green and blue as two hexadecimal digits each, such as ff8000.`,
    )
  }
  return colour
}

function brightnessNamed(text: string): number {
  const percent = Number(text)
  if (text.trim() !== '' && percent >= 0 && percent <= 100) return percent / 100
  throw new LoomError('REQUEST_REFUSED', `“${text}” is no brightness: give a percentage from 0 to 100.`)
}

/** The options that say what lights show; full white where they are left out. */
export const GLOW_OPTIONS = {
  colour: { type: 'string', default: 'ffffff' },
  brightness: { type: 'string', default: '100' },
} as const

/** What lights show, as the options say it. */
export const glowOf = ({ colour, brightness }: Readonly<Record<string, unknown>>): Glow => ({
  ...colourNamed(String(colour)),
  brightness: brightnessNamed(String(brightness)),
})
