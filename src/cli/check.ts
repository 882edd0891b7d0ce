import { reportOf } from '../core/export/report'
import type { Report } from '../core/export/report-schema'
import { canonicalJson } from '../core/formats/canonical'
import { readBuild } from '../core/formats/validate'
import { countOf } from '../core/wording/text'
import { argsOf, EXIT, type Verb } from './args'
import { readText } from './files'

const HEADINGS = { stop: 'Stops', warning: 'Warnings', unknown: 'Unknown', note: 'Notes' } as const

function tell(report: Report, line: (text: string) => void): void {
  const { counts, outcomes } = report
  const tally = [
    countOf(counts.stop, 'stop'),
    countOf(counts.warning, 'warning'),
    `${counts.unknown} unknown`,
    countOf(counts.note, 'note'),
  ]
  line(`${report.build.name}: ${tally.join(', ')}; ${outcomes.holds} checks hold`)
  for (const [index, finding] of report.findings.entries()) {
    const { severity, text, sum, mends } = finding
    if (report.findings[index - 1]?.severity !== severity) line(`\n${HEADINGS[severity]}`)
    line(`  ${text}`)
    if (sum !== undefined) line(`    ${sum}`)
    const [best] = mends
    if (best !== undefined) line(`    Way out: ${best.text}`)
  }
  if (report.accepted.length > 0) line('\nTaken on')
  for (const { text } of report.accepted) line(`  ${text}`)
}

/** All findings of a build, as text or as the published report. */
export const check: Verb = (args, say) => {
  const { values, words } = argsOf(args, {
    text: 'check FILE [--json]',
    wordCount: 1,
    options: { json: { type: 'boolean' } },
  })
  const report = reportOf(readBuild(readText(words[0]!)))
  if (values.json === true) say(canonicalJson(report))
  else tell(report, (text) => say(`${text}\n`))
  return report.counts.stop > 0 ? EXIT.stops : EXIT.clean
}
