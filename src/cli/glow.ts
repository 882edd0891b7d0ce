import { LoomError } from '../core/errors'
import type { Glow } from '../core/physics/led'

function colourNamed(text: string): Pick<Glow, 'red' | 'green' | 'blue'> {
  if (!/^[0-9a-f]{6}$/i.test(text)) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `“${text}” is no colour: give red, green and blue as two hexadecimal digits each, such as ff8000.`,
    )
  }
  const part = (index: number) => Number.parseInt(text.slice(index * 2, index * 2 + 2), 16) / 255
  return { red: part(0), green: part(1), blue: part(2) }
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
