import { portKey } from '../build/refs'
import type { Harness } from '../harness/derive'
import { compareText, inOrder } from '../units/compare'
import { RULES } from './index'
import { SEVERITIES, type Finding, type Mend, type AnyRule, type Severity } from './rule'

/** The judgement of a build: what was found, and how many subjects had each outcome. */
export interface Verdicts {
  readonly findings: readonly Finding[]
  readonly outcomes: Readonly<Record<'holds' | 'snag' | 'unknown' | 'notApplicable', number>>
  readonly counts: Readonly<Record<Severity, number>>
}

function severityOf(rule: AnyRule, messageId: string): Severity {
  return rule.messages[messageId]!.severity
}

const placesOf = (finding: Finding) => finding.at.map(portKey).join(' ')

const compareFindings = inOrder<Finding>(
  (a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity),
  (a, b) => compareText(a.ruleId, b.ruleId),
  (a, b) => compareText(a.messageId, b.messageId),
  (a, b) => compareText(placesOf(a), placesOf(b)),
)

/** Runs every rule over a harness. Findings are in one fixed order: severity, rule, message, place. */
export function check(harness: Harness): Verdicts {
  const findings: Finding[] = []
  const outcomes = { holds: 0, snag: 0, unknown: 0, notApplicable: 0 }
  const counts: Record<Severity, number> = { stop: 0, mind: 0, unknown: 0, note: 0 }
  for (const rule of RULES) {
    for (const outcome of rule.check(harness)) {
      outcomes[outcome.outcome] += 1
      if (outcome.outcome !== 'snag' && outcome.outcome !== 'unknown') continue
      const { messageId, at, params, sum } = outcome
      const severity = severityOf(rule, messageId)
      counts[severity] += 1
      findings.push({ ruleId: rule.id, messageId, severity, at, params, ...(sum === undefined ? {} : { sum }) })
    }
  }
  return { findings: findings.toSorted(compareFindings), outcomes, counts }
}

/** The repairs for a finding of this harness, best first. */
export function mendsFor(harness: Harness, finding: Finding): readonly Mend[] {
  return RULES.find((rule) => rule.id === finding.ruleId)?.mends(harness, finding) ?? []
}

/** The rule behind a finding. */
export function ruleOf(finding: Finding): AnyRule {
  return RULES.find((rule) => rule.id === finding.ruleId)!
}
