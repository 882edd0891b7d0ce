import { expectedOf } from '../bench/expected'
import type { BenchFault } from '../bench/faults'
import { diagnose, troubleFrom, type Candidate, type Said, type Trouble } from '../bench/diagnose'
import { pairsOf } from '../bench/pairs'
import type { DiagnoseReport, ExpectReport } from '../bench/report-schema'
import { simulate, type Rehearsal } from '../bench/simulate'
import type { Harness } from '../operate/harness'
import { check, messageOf, ruleOf } from '../rules/check'
import { consequenceOf, type Finding } from '../rules/engine/rule'
import { answerText, cureText, expectedText, faultText, lookText } from '../wording/bench-text'
import { findingText } from '../wording/text'

/** Whether something is damaged where nobody acts: it must be put right before the machine is switched on. */
export const isDanger = (finding: Finding): boolean =>
  consequenceOf(messageOf(ruleOf(finding), finding.messageId)) === 'damage'

const dangersOf = (harness: Harness): string[] => check(harness).findings.filter(isDanger).map(findingText)

/** What is to be seen of a build at its first power-on, and what of it with a fault that is slipped in. */
export function expectReportOf(rehearsal: Rehearsal, slipped: BenchFault | undefined): ExpectReport {
  const { harness, heat } = rehearsal
  const seen = simulate(rehearsal, slipped === undefined ? [] : [slipped])
  return {
    format: 'gentle-loom expect',
    version: 1,
    build: { id: harness.build.id, name: harness.build.name },
    heatC: { ...heat },
    dangers: dangersOf(harness),
    fault: slipped === undefined ? null : faultText(harness, slipped),
    sights: expectedOf(rehearsal)
      .filter(({ isUsed, sight }) => isUsed || seen.get(sight.key) !== 'asPlanned')
      .map((expected) => ({
        key: expected.sight.key,
        kind: expected.sight.kind,
        at: expected.sight.at,
        text: expectedText(harness, expected),
        leastRpm: expected.rpm?.least ?? null,
        mostRpm: expected.rpm?.most ?? null,
        seen: seen.get(expected.sight.key)!,
      })),
  }
}

const weightOf = (candidates: readonly Candidate[]) => candidates.reduce((sum, { weight }) => sum + weight, 0)

/** What may be wrong by what was said, and what to look at next. */
export function diagnoseReportOf(trouble: Trouble, said: Said): DiagnoseReport {
  const { harness } = trouble.rehearsal
  const alone = diagnose(trouble, said)
  const pairs = alone.left.length > 0 ? [] : [...pairsOf(trouble, said)].filter((pair) => pair !== undefined)
  const { left, next } = alone.left.length > 0 ? alone : diagnose(troubleFrom(trouble.rehearsal, pairs), said)
  const total = weightOf(left)
  const onlyOne = (group: readonly Candidate[]) => (group.length === 1 ? group[0]!.faults : [])
  return {
    format: 'gentle-loom diagnose',
    version: 1,
    build: { id: harness.build.id, name: harness.build.name },
    dangers: dangersOf(harness),
    faultCount: trouble.candidates.length,
    left: left.map(({ id, faults, weight }) => ({
      id,
      faultCount: faults.length,
      text: faults.map((fault) => faultText(harness, fault)).join(' '),
      cure: faults.map((fault) => cureText(harness, fault)).join(' '),
      share: weight / total,
    })),
    next:
      next === undefined
        ? null
        : {
            look: next.look.key,
            text: lookText(harness, next.look),
            isPowerOff: next.look.isPowerOff,
            costMinutes: next.look.costMinutes,
            bits: next.bits,
            answers: [...next.answers].map(([is, group]) => ({
              is,
              text: answerText(harness, next.look, is, onlyOne(group)),
              share: weightOf(group) / total,
            })),
          },
  }
}
