import fc from 'fast-check'
import { apply } from '../../src/core/build/apply'
import { plugEdit } from '../../src/core/build/plug'
import type { Build } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import type { Outlook } from '../../src/core/ask/candidates'
import { answersFor } from '../../src/core/rules/answers'
import { check } from '../../src/core/rules/check'
import type { Severity } from '../../src/core/rules/engine/rule'
import { demoBuilds } from '../../tools/demo/builds'
import { randomMachine, wired } from '../support/random-build'
import { runs, TIMES } from '../support/runs'

/** What is said of each place, as plain words: `current-budget over m1.SYS1`. */
function said(build: Build) {
  const { findings } = check(derive(build))
  const of = (severity: Severity): ReadonlySet<string> =>
    new Set(
      findings
        .filter((finding) => finding.severity === severity)
        .flatMap(({ ruleId, messageId, at }) => at.map((ref) => `${ruleId} ${messageId} ${ref.itemId}.${ref.portId}`)),
    )
  return { stop: of('stop'), warning: of('warning') }
}

const QUIET: readonly Outlook[] = ['holds', 'wouldHold', 'unknown', 'unfed']
const MINDED: readonly Outlook[] = ['tight', 'warning']

/** Every lead and port of a build whose answer is not what all rules say after that edit; how many were tried. */
function falseAnswers(build: Build, isTried: (index: number) => boolean) {
  const harness = derive(build)
  const now = said(build)
  const faults: string[] = []
  let tried = 0
  const leads = harness.ports.filter(({ port }, index) => port.side === 'takes' && isTried(index))
  for (const { ref } of leads) {
    for (const answer of answersFor(harness, ref)) {
      const { outlook, to } = answer
      if (outlook === 'here') continue
      tried += 1
      const then = said(apply(build, plugEdit(build, ref, to)).build)
      const fresh = (severity: 'stop' | 'warning') => [...then[severity]].filter((text) => !now[severity].has(text))
      const stops = fresh('stop')
      const warnings = fresh('warning')
      const sums = answer.changes.map(({ after }) => after.state)
      const wanted =
        stops.length > 0 || sums.includes('over')
          ? 'stop'
          : warnings.length > 0 || sums.includes('tight')
            ? 'warning'
            : 'none'
      const shown = QUIET.includes(outlook) ? 'none' : MINDED.includes(outlook) ? 'warning' : 'stop'
      // A lead that is in a stop already, and would be in the same one there, is told so.
      const stays = shown === 'stop' && [...then.stop].some((text) => text.endsWith(` ${ref.itemId}.${ref.portId}`))
      if (shown !== wanted && !stays) {
        faults.push(
          `${build.id}: ${harness.name(ref)} into ${harness.name(to)}: ${outlook}, but ${[...stops, ...warnings, ...sums].join('; ')}`,
        )
      }
    }
  }
  return { faults, tried }
}

const small = demoBuilds.filter(({ items }) => items.length < 100)

test.each(small.map((build) => [build.id, build] as const))('%s: every answer is what follows', (_id, build) => {
  // Of the large ones every third port is asked, unless there is time for more.
  const isTried = (index: number) => TIMES > 1 || build.items.length < 20 || index % 3 === 0
  const { faults, tried } = falseAnswers(build, isTried)
  expect(faults).toEqual([])
  expect(tried).toBeGreaterThan(100)
})

test('random machines: every answer is what follows', () => {
  let all = 0
  fc.assert(
    fc.property(randomMachine, fc.nat(3), (machine, rest) => {
      const { faults, tried } = falseAnswers(wired(machine), (index) => index % 4 === rest)
      all += tried
      expect(faults).toEqual([])
    }),
    runs(60),
  )
  expect(all).toBeGreaterThan(900)
})
