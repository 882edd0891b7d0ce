import { explanationOf } from '../core/export/figures'
import { canonicalJson } from '../core/formats/canonical'
import { readBuild } from '../core/formats/validate'
import { derive } from '../core/operate/harness'
import { explainLines } from '../core/wording/explain-text'
import { argsOf, EXIT, portNamed, type Verb } from './args'
import { readText } from './files'
import { glowOf, GLOW_OPTIONS } from './glow'

/** What is known of one port: its ways, sums, command and reading. */
export const explain: Verb = (args, say) => {
  const { values, words } = argsOf(args, {
    text: 'explain FILE ITEM.PORT [--colour RRGGBB] [--brightness PERCENT] [--json]',
    wordCount: 2,
    options: {
      ...GLOW_OPTIONS,
      json: { type: 'boolean' },
    },
  })
  const harness = derive(readBuild(readText(words[0]!)), { glow: glowOf(values) })
  const at = portNamed(harness, words[1]!)
  if (values.json === true) say(canonicalJson(explanationOf(harness, at)))
  else for (const line of explainLines(harness, at)) say(`${line}\n`)
  return EXIT.clean
}
