import { plugEdit } from '../build/plug'
import type { PortRef } from '../schema/schema-kit'
import { candidatesFor, OUTLOOKS, type Candidate, type Outlook } from '../ask/candidates'
import type { Harness } from '../operate/harness'
import { messageOf, ruleOf, verdictsOf } from './check'
import { previewOf } from './preview'
import type { Finding } from './engine/rule'

/** A candidate, judged by all rules as the build would be with the lead plugged there. */
export interface Answer extends Candidate {
  /** Stops and warnings that would come of it, the worst first; of what its outlook tells by itself, none. */
  readonly raised: readonly Finding[]
}

/** What is known without a trial: where it is now, and ports that it cannot go into. */
const KNOWN: readonly Outlook[] = ['here', 'misfit', 'ring', 'taken']
/** Verdicts that no stop or warning stands behind. */
const SOFT: readonly Outlook[] = ['holds', 'wouldHold', 'unknown', 'unfed']

/** Rules that say so where another voltage would arrive, and rules that add up. */
const VOLTS: readonly string[] = ['light-voltage', 'device-voltage']
const SUMS: readonly string[] = ['current-budget', 'power-budget', 'usb-load']

/** The outlook of a stop or a warning that would come: of a sum and of a length there is a word for it. */
function outlookOf(finding: Finding): Outlook {
  const { ruleId, messageId, severity } = finding
  if (severity === 'warning') return SUMS.includes(ruleId) ? 'tight' : 'warning'
  if (SUMS.includes(ruleId)) return 'over'
  if (VOLTS.includes(ruleId)) return 'volts'
  if (messageOf(ruleOf(finding), messageId).isMissing === true) return 'unfinished'
  return ruleId === 'lead-reaches' ? 'short' : 'stop'
}

const worst = (outlooks: readonly Outlook[]): Outlook =>
  outlooks.reduce((a, b) => (OUTLOOKS.indexOf(b) > OUTLOOKS.indexOf(a) ? b : a))

/** Whether a candidate has to be tried before anything is said of it. */
export const wantsTrial = ({ outlook, misfit }: Candidate): boolean => misfit === 'none' && !KNOWN.includes(outlook)

/** What all rules say of the build with the lead plugged into this port: stops and warnings that are not there now. */
export function judged(harness: Harness, lead: PortRef, candidate: Candidate): Answer {
  if (!wantsTrial(candidate)) return { ...candidate, raised: [] }
  const { after, raised: all } = previewOf(harness, verdictsOf(harness), plugEdit(harness.build, lead, candidate.to))
  const raised = all.filter(({ severity }) => severity === 'stop' || severity === 'warning')
  const byId = new Map(after.budgets.map((budget) => [budget.id, budget]))
  const changes = candidate.changes.map((change) => ({ ...change, after: byId.get(change.budget.id) ?? change.after }))
  // A limit that is passed already is told anew, though it is no new finding.
  const sums = changes.flatMap(({ after: { state } }): readonly Outlook[] =>
    state === 'over' ? ['over'] : state === 'tight' ? ['tight'] : [],
  )
  const quiet: Outlook = SOFT.includes(candidate.outlook) ? candidate.outlook : 'holds'
  return { ...candidate, changes, raised, outlook: worst([quiet, ...sums, ...raised.map(outlookOf)]) }
}

/** Answers in the order of their outlooks; those alike stay in theirs. */
export function inOutlookOrder<T extends Candidate>(answers: readonly T[]): readonly T[] {
  return answers.toSorted((a, b) => OUTLOOKS.indexOf(a.outlook) - OUTLOOKS.indexOf(b.outlook))
}

/** Every giving port of the build as an answer for this lead, judged by all rules, best first. */
export function answersFor(harness: Harness, lead: PortRef): readonly Answer[] {
  return inOutlookOrder(candidatesFor(harness, lead).map((candidate) => judged(harness, lead, candidate)))
}
