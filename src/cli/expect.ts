import { LoomError } from '../core/errors'
import type { BenchFault } from '../core/bench/faults'
import { faultsOf } from '../core/bench/faults-of'
import { rehearse, type Rehearsal } from '../core/bench/simulate'
import { portKey } from '../core/build/refs'
import { expectReportOf } from '../core/export/bench-report'
import { canonicalJson } from '../core/formats/canonical'
import { readBuild } from '../core/formats/validate'
import { expectLines } from '../core/wording/bench-text'
import { argsOf, EXIT, portNamed, type Verb } from './args'
import { readText } from './files'

/** The fault that people name as ITEM.PORT:KIND, with what else it names behind another colon. */
function faultNamed({ harness }: Rehearsal, text: string): BenchFault {
  const [port = '', ...rest] = text.split(':')
  const key = portKey(portNamed(harness, port))
  const id = [key, ...rest].join(':')
  const own = faultsOf(harness).filter((fault) => fault.id.startsWith(`${key}:`))
  const named = own.find((fault) => fault.id === id)
  if (named !== undefined) return named.fault
  const known = own.map((fault) => fault.id.slice(key.length + 1))
  throw new LoomError(
    'NOT_FOUND',
    known.length === 0
      ? `Nothing can be wrong at “${port}” that is known here.`
      : `“${rest.join(':')}” is no fault of “${port}”. It has ${known.slice(0, 12).join(', ')}.`,
  )
}

/** What is to be seen of a build at its first power-on. */
export const expect: Verb = (args, say) => {
  const { values, words } = argsOf(args, {
    text: 'expect FILE [--fault ITEM.PORT:KIND] [--json]',
    wordCount: 1,
    options: { fault: { type: 'string' }, json: { type: 'boolean' } },
  })
  const rehearsal = rehearse(readBuild(readText(words[0]!)))
  const slipped = values.fault === undefined ? undefined : faultNamed(rehearsal, String(values.fault))
  const report = expectReportOf(rehearsal, slipped)
  if (values.json === true) say(canonicalJson(report))
  else for (const line of expectLines(report)) say(`${line}\n`)
  return report.dangers.length > 0 ? EXIT.stops : EXIT.clean
}
