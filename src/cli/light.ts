import { canonicalJson } from '../core/formats/canonical'
import { readBuild } from '../core/formats/validate'
import { lightReportOf } from '../core/light/report'
import { derive } from '../core/operate/harness'
import { lightLines } from '../core/wording/light-text'
import { argsOf, EXIT, type Verb } from './args'
import { readText } from './files'
import { glowOf, GLOW_OPTIONS } from './glow'

/** What the lights of a build do at a colour and a brightness: lines, amps, volts, stand-ins, order. */
export const light: Verb = (args, say) => {
  const { values, words } = argsOf(args, {
    text: 'light FILE [--colour RRGGBB] [--brightness PERCENT] [--json]',
    wordCount: 1,
    options: {
      ...GLOW_OPTIONS,
      json: { type: 'boolean' },
    },
  })
  const report = lightReportOf(derive(readBuild(readText(words[0]!))), glowOf(values))
  if (values.json === true) say(canonicalJson(report))
  else for (const line of lightLines(report)) say(`${line}\n`)
  return EXIT.clean
}
