import { LoomError } from '../core/errors'
import { changeReportOf } from '../core/export/change-report'
import { canonicalJson } from '../core/formats/canonical'
import { readBuild } from '../core/formats/validate'
import { USUAL_MINUTES_PER_LEAD } from '../core/record/change-plan'
import { changeLines } from '../core/wording/change-text'
import { argsOf, EXIT, type Verb } from './args'
import { readText } from './files'

const USE = 'change BEFORE AFTER [--minutes PER-LEAD] [--json]'
const MOST_MINUTES = 600

function minutesOf(text: string | boolean | undefined): number {
  if (text === undefined) return USUAL_MINUTES_PER_LEAD
  const minutes = Number(text)
  if (String(text).trim() === '' || !(minutes >= 0 && minutes <= MOST_MINUTES)) {
    throw new LoomError('REQUEST_REFUSED', `“${String(text)}” is no time a lead: 0 to ${MOST_MINUTES} minutes.`)
  }
  return minutes
}

/** What is to be done at the bench to get from one state of a build to another. */
export const change: Verb = (args, say) => {
  const { values, words } = argsOf(args, {
    text: USE,
    wordCount: 2,
    options: { minutes: { type: 'string' }, json: { type: 'boolean' } },
  })
  const minutesPerLead = minutesOf(values.minutes as string | undefined)
  const [before, after] = words.map((path) => readBuild(readText(path)))
  const report = changeReportOf(before!, after!, minutesPerLead)
  if (values.json === true) say(canonicalJson(report))
  else for (const line of changeLines(report)) say(`${line}\n`)
  return EXIT.clean
}
