import { plugEdit } from '../build/plug'
import type { PortRef } from '../schema/schema-kit'
import { candidatesFor, VERDICTS, type Candidate, type Verdict } from '../ask/candidates'
import type { Harness } from '../operate/harness'
import { messageOf, ruleOf, verdictsOf } from './check'
import { previewOf } from './preview'
import type { Finding } from './engine/rule'

/** A candidate, judged by all rules as the build would be with the lead plugged there. */
export interface Answer extends Candidate {
  /** Stops and minds that would come of it, the worst first; of what its verdict tells by itself, none. */
  readonly raised: readonly Finding[]
}

/** What is known without a trial: where it is now, and ports that it cannot go into. */
const KNOWN: readonly Verdict[] = ['here', 'misfit', 'ring', 'taken']
/** Verdicts that no stop or mind stands behind. */
const SOFT: readonly Verdict[] = ['holds', 'wouldHold', 'unknown', 'unfed']

/** Rules that say so where another voltage would arrive, and rules that add up. */
const VOLTS: readonly string[] = ['light-voltage', 'device-voltage']
const SUMS: readonly string[] = ['current-budget', 'power-budget', 'usb-load']

/** The verdict on a stop or a mind that would come: of a sum and of a length there is a word for it. */
function verdictOf(finding: Finding): Verdict {
  const { ruleId, messageId, severity } = finding
  if (severity === 'mind') return SUMS.includes(ruleId) ? 'tight' : 'mind'
  if (SUMS.includes(ruleId)) return 'over'
  if (VOLTS.includes(ruleId)) return 'volts'
  if (messageOf(ruleOf(finding), messageId).isMissing === true) return 'unfinished'
  return ruleId === 'lead-reaches' ? 'short' : 'stop'
}

const worst = (verdicts: readonly Verdict[]): Verdict =>
  verdicts.reduce((a, b) => (VERDICTS.indexOf(b) > VERDICTS.indexOf(a) ? b : a))

/** Whether a candidate has to be tried before anything is said of it. */
export const wantsTrial = ({ verdict, misfit }: Candidate): boolean => misfit === 'none' && !KNOWN.includes(verdict)

/** What all rules say of the build with the lead plugged into this port: stops and minds that are not there now. */
export function judged(harness: Harness, lead: PortRef, candidate: Candidate): Answer {
  if (!wantsTrial(candidate)) return { ...candidate, raised: [] }
  const { after, raised: all } = previewOf(harness, verdictsOf(harness), plugEdit(harness.build, lead, candidate.to))
  const raised = all.filter(({ severity }) => severity === 'stop' || severity === 'mind')
  const byId = new Map(after.budgets.map((budget) => [budget.id, budget]))
  const changes = candidate.changes.map((change) => ({ ...change, after: byId.get(change.budget.id) ?? change.after }))
  // A limit that is passed already is told anew, though it is no new finding.
  const sums = changes.flatMap(({ after: { state } }): readonly Verdict[] =>
    state === 'over' ? ['over'] : state === 'tight' ? ['tight'] : [],
  )
  const quiet: Verdict = SOFT.includes(candidate.verdict) ? candidate.verdict : 'holds'
  return { ...candidate, changes, raised, verdict: worst([quiet, ...sums, ...raised.map(verdictOf)]) }
}

/** Answers in the order of their verdicts; those alike stay in theirs. */
export function inVerdictOrder<T extends Candidate>(answers: readonly T[]): readonly T[] {
  return answers.toSorted((a, b) => VERDICTS.indexOf(a.verdict) - VERDICTS.indexOf(b.verdict))
}

/** Every giving port of the build as an answer for this lead, judged by all rules, best first. */
export function answersFor(harness: Harness, lead: PortRef): readonly Answer[] {
  return inVerdictOrder(candidatesFor(harness, lead).map((candidate) => judged(harness, lead, candidate)))
}
