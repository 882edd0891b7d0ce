import { LoomError } from '../core/errors'
import { dotGraph } from '../core/export/dot'
import { figuresOf } from '../core/export/figures'
import { spiceNetlist } from '../core/export/spice'
import { canonicalJson } from '../core/formats/canonical'
import { readBuild } from '../core/formats/validate'
import { derive, type Harness } from '../core/operate/harness'
import { leadListCsv, settingsCsv } from '../core/sheet/csv'
import { argsOf, EXIT, type Verb } from './args'
import { readText } from './files'

/** Every figure that is worked out of a build. */
export const figures: Verb = (args, say) => {
  const { words } = argsOf(args, { text: 'figures FILE --json', wordCount: 1, options: { json: { type: 'boolean' } } })
  say(canonicalJson(figuresOf(derive(readBuild(readText(words[0]!))))))
  return EXIT.clean
}

const EXPORTS: Readonly<Record<string, (harness: Harness) => string>> = {
  spice: spiceNetlist,
  csv: leadListCsv,
  settings: settingsCsv,
  dot: dotGraph,
}

/** The build in another format. */
export const exportTo: Verb = (args, say) => {
  const text = 'export FILE --to spice|csv|settings|dot'
  const { values, words } = argsOf(args, { text, wordCount: 1, options: { to: { type: 'string', default: '' } } })
  const format = String(values.to)
  const write = Object.hasOwn(EXPORTS, format) ? EXPORTS[format] : undefined
  if (write === undefined) throw new LoomError('REQUEST_REFUSED', `Use: ./loom ${text}`)
  say(write(derive(readBuild(readText(words[0]!)))))
  return EXIT.clean
}
