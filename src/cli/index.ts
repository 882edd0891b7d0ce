import { readFileSync, statSync } from 'node:fs'
import { LoomError } from '../core/errors'
import { canonicalJson } from '../core/formats/canonical'
import { tooLarge } from '../core/formats/json-text'
import { reportOf } from '../core/formats/report'
import type { Report } from '../core/formats/report-schema'
import { LIMITS } from '../core/formats/schema-kit'
import { readBuild } from '../core/formats/validate'
import { countOf } from '../core/wording/text'
import { SEVERITIES } from '../core/rules/rule'

const EXIT_CLEAN = 0
const EXIT_STOPS = 1
const EXIT_BAD_INPUT = 2

const HEADINGS = { stop: 'Stops', mind: 'Minds', unknown: 'Unknown', note: 'Notes' } as const

function printReport(report: Report): void {
  const { counts, outcomes } = report
  const tally = [
    countOf(counts.stop, 'stop'),
    countOf(counts.mind, 'mind'),
    `${counts.unknown} unknown`,
    countOf(counts.note, 'note'),
  ]
  console.log(`${report.build.name}: ${tally.join(', ')}; ${outcomes.holds} checks hold`)
  for (const severity of SEVERITIES) {
    const findings = report.findings.filter((finding) => finding.severity === severity)
    if (findings.length > 0) console.log(`\n${HEADINGS[severity]}`)
    for (const finding of findings) {
      console.log(`  ${finding.text}`)
      if (finding.sum !== undefined) console.log(`    ${finding.sum}`)
      const [best] = finding.mends
      if (best !== undefined) console.log(`    Way out: ${best.text}`)
    }
  }
}

function readFile(path: string): string {
  try {
    const { size } = statSync(path)
    if (size > LIMITS.fileBytes) throw tooLarge(size)
    return readFileSync(path, 'utf8')
  } catch (error) {
    if (error instanceof LoomError) throw error
    throw new LoomError('NOT_FOUND', `The file ${path} cannot be read; check its name and that you may read it.`)
  }
}

function check(args: readonly string[]): number {
  const isJson = args.includes('--json')
  const paths = args.filter((arg) => !arg.startsWith('--'))
  const strange = args.find((arg) => arg.startsWith('--') && arg !== '--json')
  const [path] = paths
  if (path === undefined || paths.length > 1 || strange !== undefined) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `Use: ./loom check FILE [--json]${strange === undefined ? '' : ` (${strange} is not known)`}`,
    )
  }
  const report = reportOf(readBuild(readFile(path)))
  if (isJson) process.stdout.write(canonicalJson(report))
  else printReport(report)
  return report.counts.stop > 0 ? EXIT_STOPS : EXIT_CLEAN
}

function main([verb, ...args]: readonly string[]): number {
  try {
    if (verb === 'check') return check(args)
    throw new LoomError('REQUEST_REFUSED', `There is no command “${verb ?? ''}”. See ./loom help.`)
  } catch (error) {
    if (!(error instanceof LoomError)) throw error
    console.error(error.message)
    return EXIT_BAD_INPUT
  }
}

process.exitCode = main(process.argv.slice(2))
