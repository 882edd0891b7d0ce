import { LoomError } from '../core/errors'
import { replayReportOf, runReportOf } from '../core/speed/report'
import { canonicalJson } from '../core/formats/canonical'
import { readBuild } from '../core/formats/validate'
import { derive } from '../core/operate/harness'
import { readLog } from '../core/speed/log'
import { HEAT_SOURCES, type Heat } from '../core/speed/motors-run'
import type { CurveSet } from '../core/structure/wiring/choices'
import { replayLines, runLines } from '../core/wording/run-text'
import { listNames } from '../core/wording/text'
import { argsOf, EXIT, type Verb } from './args'
import { readText } from './files'

const SETS: readonly CurveSet[] = ['tuned', 'stock']
const LEAST_C = -50
const MOST_C = 150
const MOST_LOG_BYTES = 64 * 1024 * 1024

/** `processor=65,graphics=70` as temperatures by source. */
function heatNamed(text: string): Heat {
  const entries = text
    .split(',')
    .filter((entry) => entry.trim() !== '')
    .map((entry) => {
      const [name = '', value = ''] = entry.split('=').map((piece) => piece.trim())
      const source = HEAT_SOURCES.find((one) => one === name)
      const heat = Number(value)
      if (source === undefined || value === '' || !(heat >= LEAST_C && heat <= MOST_C)) {
        throw new LoomError(
          'REQUEST_REFUSED',
          `“${entry}” is no temperature: give ${listNames(HEAT_SOURCES)} from ${LEAST_C} to ${MOST_C}, such as processor=65.`,
        )
      }
      return [source, heat] as const
    })
  return Object.fromEntries(entries)
}

function setNamed(text: string): CurveSet {
  const set = SETS.find((one) => one === text)
  if (set === undefined)
    throw new LoomError('REQUEST_REFUSED', `There is no set “${text}” of curves. There are ${listNames(SETS)}.`)
  return set
}

/** What each fan does at some temperatures, or over a log of them. */
export const runFans: Verb = (args, say) => {
  const { values, words } = argsOf(args, {
    text: 'run FILE [--heat processor=65,graphics=70] [--set tuned|stock] [--log FILE.csv] [--json]',
    wordCount: 1,
    options: {
      heat: { type: 'string', default: '' },
      set: { type: 'string' },
      log: { type: 'string' },
      json: { type: 'boolean' },
    },
  })
  const harness = derive(readBuild(readText(words[0]!)))
  const set = values.set === undefined ? undefined : setNamed(String(values.set))
  const tell = <T>(report: T, lines: (report: T) => readonly string[]) => {
    if (values.json === true) say(canonicalJson(report))
    else for (const line of lines(report)) say(`${line}\n`)
  }
  if (values.log !== undefined) {
    const log = readLog(readText(String(values.log), MOST_LOG_BYTES))
    tell(replayReportOf(harness, log, set === undefined ? SETS : [set]), replayLines)
  } else {
    tell(
      runReportOf(harness, heatNamed(String(values.heat)), set ?? harness.build.choices.schools?.curveSet ?? 'tuned'),
      runLines,
    )
  }
  return EXIT.clean
}
