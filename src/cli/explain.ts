import { LoomError } from '../core/errors'
import { explanationOf } from '../core/export/figures'
import { canonicalJson } from '../core/formats/canonical'
import { readBuild } from '../core/formats/validate'
import { derive } from '../core/operate/harness'
import type { Glow } from '../core/physics/led'
import { explainLines } from '../core/wording/explain-text'
import { argsOf, EXIT, portNamed, type Verb } from './args'
import { readText } from './files'

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

/** What is known of one port: its ways, sums, command and reading. */
export const explain: Verb = (args, say) => {
  const { values, words } = argsOf(args, {
    text: 'explain FILE ITEM.PORT [--colour RRGGBB] [--brightness PERCENT] [--json]',
    wordCount: 2,
    options: {
      colour: { type: 'string', default: 'ffffff' },
      brightness: { type: 'string', default: '100' },
      json: { type: 'boolean' },
    },
  })
  const glow = { ...colourNamed(String(values.colour)), brightness: brightnessNamed(String(values.brightness)) }
  const harness = derive(readBuild(readText(words[0]!)), { glow })
  const at = portNamed(harness, words[1]!)
  if (values.json === true) say(canonicalJson(explanationOf(harness, at)))
  else for (const line of explainLines(harness, at)) say(`${line}\n`)
  return EXIT.clean
}
