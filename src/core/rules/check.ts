import { portKey } from '../build/refs'
import { apply } from '../build/apply'
import { islandsOf } from '../build/islands'
import { derive, harnessOf, type Harness } from '../operate/harness'
import { WORST } from '../operate/scenario'
import { structure } from '../structure/wiring/wiring'
import { compareText, inOrder } from '../units/compare'
import { isAccepted } from './engine/accepted'
import { RULES } from './index'
import {
  CONSEQUENCES,
  consequenceOf,
  type AnyRule,
  type Finding,
  type Mend,
  type Message,
  type Outcome,
  type Severity,
} from './engine/rule'

/** The judgement of a build: what was found, and how many subjects had each outcome. */
export interface Verdicts {
  readonly findings: readonly Finding[]
  /** Warnings that the builder has taken on; they come back among the findings when a figure gets worse. */
  readonly accepted: readonly Finding[]
  readonly outcomes: Readonly<Record<'holds' | 'found' | 'unknown' | 'notApplicable', number>>
  readonly counts: Readonly<Record<Severity, number>>
  /** Where the build is made of several islands: how each was judged. */
  readonly islands?: readonly Judged[]
}

const ruleById = new Map(RULES.map((rule) => [rule.id, rule]))

/** The rule behind a finding. */
export function ruleOf({ ruleId }: Finding): AnyRule {
  return ruleById.get(ruleId)!
}

const OUTCOMES = ['holds', 'found', 'unknown', 'notApplicable'] as const

const placesOf = (finding: Finding) => partsOf(finding).join(' ')

const rankOf = (finding: Finding) => CONSEQUENCES.indexOf(consequenceOf(messageOf(ruleOf(finding), finding.messageId)))

const compareFindings = inOrder<Finding>(
  (a, b) => rankOf(a) - rankOf(b),
  (a, b) => compareText(a.ruleId, b.ruleId),
  (a, b) => compareText(a.messageId, b.messageId),
  (a, b) => compareText(placesOf(a), placesOf(b)),
)

/** What is said of a rule that throws: its question is open, and everything else is judged all the same. */
export const BROKEN_RULE_TEXT =
  'The check “{rule}” broke on this build, so its question is open: {what} Look after it yourself, and report it.'
const BROKEN: Message = { severity: 'unknown', text: BROKEN_RULE_TEXT }
const BROKEN_ID = 'broken'

let throwsOn = false
/** Lets a rule that throws stop everything, as tests want it. */
export function throwOnBrokenRules(isOn = true): void {
  throwsOn = isOn
}

/** What a rule says; where it throws, an unknown that names it. */
function outcomesOf(rule: AnyRule, harness: Harness): readonly Outcome[] {
  try {
    return rule.check(harness)
  } catch (error) {
    if (throwsOn) throw error
    return [{ outcome: 'unknown', messageId: BROKEN_ID, at: [], params: { rule: rule.id, what: rule.what } }]
  }
}

/** The message of a finding, with its text and which way its figures are worse. */
export function messageOf(rule: AnyRule, messageId: string): Message {
  return messageId === BROKEN_ID ? BROKEN : rule.messages[messageId]!
}

/** What rules say of one island of a build, before anybody asks what the builder has taken on. */
interface Judged {
  readonly madeOf: readonly unknown[]
  readonly said: readonly { readonly finding: Finding; readonly message: Message }[]
  readonly outcomes: Verdicts['outcomes']
}

function judge(harness: Harness, rules: readonly AnyRule[], madeOf: readonly unknown[]): Judged {
  const said: { finding: Finding; message: Message }[] = []
  const outcomes = { holds: 0, found: 0, unknown: 0, notApplicable: 0 }
  for (const rule of rules) {
    for (const outcome of outcomesOf(rule, harness)) {
      outcomes[outcome.outcome] += 1
      if (outcome.outcome !== 'found' && outcome.outcome !== 'unknown') continue
      const { messageId, at, itemIds, params, sum } = outcome
      const message = messageOf(rule, messageId)
      const finding: Finding = {
        ruleId: rule.id,
        messageId,
        severity: message.severity,
        at,
        ...(itemIds === undefined ? {} : { itemIds }),
        params,
        ...(sum === undefined ? {} : { sum }),
      }
      said.push({ finding, message })
    }
  }
  return { madeOf, said, outcomes }
}

const isSame = (a: readonly unknown[], b: readonly unknown[]) =>
  a.length === b.length && a.every((piece, index) => piece === b[index])

/**
 * The islands of a build, each judged by itself, and by what looks at all of them; undefined where it is one, or runs in
 * a scenario of its own. What is the same as in `before` is taken over from there.
 */
function judgedApart(
  harness: Harness,
  rules: readonly AnyRule[],
  before: readonly Judged[],
): readonly Judged[] | undefined {
  const { build, scenario } = harness
  const islands = scenario === WORST ? islandsOf(build) : []
  if (islands.length < 2) return undefined
  const ofAll = rules.filter(({ looksOver }) => looksOver === 'build')
  const ofOne = rules.filter(({ looksOver }) => looksOver !== 'build')
  return [
    judge(harness, ofAll, []),
    ...islands.map(({ build: island, madeOf }) => {
      const known = before.find((one) => isSame(one.madeOf, madeOf))
      return known ?? judge(harnessOf(structure(island, [], build)), ofOne, madeOf)
    }),
  ]
}

interface CheckOptions {
  readonly rules?: readonly AnyRule[]
  /** How a build was judged that this one was made of: its islands that stayed the same are not judged again. */
  readonly before?: Verdicts | undefined
}

/** Runs every rule over a harness. Findings are in one fixed order: consequence, rule, message, place. */
export function check(harness: Harness, { rules = RULES, before }: CheckOptions = {}): Verdicts {
  const apart = judgedApart(harness, rules, before?.islands ?? [])
  const judged = apart ?? [judge(harness, rules, [])]
  const findings: Finding[] = []
  const accepted: Finding[] = []
  const outcomes = { holds: 0, found: 0, unknown: 0, notApplicable: 0 }
  const counts: Record<Severity, number> = { stop: 0, warning: 0, unknown: 0, note: 0 }
  for (const one of judged) {
    for (const outcome of OUTCOMES) outcomes[outcome] += one.outcomes[outcome]
    for (const { finding, message } of one.said) {
      // A rule is told as broken once, on however many islands it broke.
      if (message === BROKEN && findings.some((told) => isSameKind(told, finding))) continue
      if (isAccepted(harness.build, finding, message)) {
        accepted.push(finding)
        continue
      }
      counts[finding.severity] += 1
      findings.push(finding)
    }
  }
  return {
    findings: findings.toSorted(compareFindings),
    accepted: accepted.toSorted(compareFindings),
    outcomes,
    counts,
    ...(apart === undefined ? {} : { islands: apart }),
  }
}

const known = new WeakMap<Harness, Verdicts>()

/** As check, but each harness is judged once. */
export function verdictsOf(harness: Harness, before?: Verdicts): Verdicts {
  let verdicts = known.get(harness)
  if (verdicts === undefined) known.set(harness, (verdicts = check(harness, { before })))
  return verdicts
}

/** Judges the states of a build one after the other, each with what the last one had alike. */
export function judgeOfStates(): (harness: Harness) => Verdicts {
  let last: Verdicts | undefined
  return (harness) => (last = verdictsOf(harness, last))
}

const isSameKind = (a: Finding, b: Finding) => a.ruleId === b.ruleId && a.messageId === b.messageId

const partsOf = ({ at, itemIds = [] }: Finding): readonly string[] => [...at.map(portKey), ...itemIds]

/** Whether a finding says no more than an earlier one did: of a bundle of loose leads, the rest. */
export function isCoveredBy(finding: Finding, earlier: readonly Finding[]): boolean {
  return earlier.some((other) => {
    if (!isSameKind(finding, other)) return false
    const before = new Set(partsOf(other))
    return partsOf(finding).every((part) => before.has(part))
  })
}

/** Whether a finding goes on in a later one: the same is said of some of its places, or of more than them. */
export function goesOnIn(finding: Finding, later: readonly Finding[]): boolean {
  const parts = new Set(partsOf(finding))
  return later.some((other) => {
    if (!isSameKind(finding, other)) return false
    const now = partsOf(other)
    return now.length === 0 ? parts.size === 0 : now.some((part) => parts.has(part))
  })
}

/** What follows when a lead is unplugged: it is loose, and what it fed, drove or reported to goes without. */
const FOLLOWS_UNPLUGGING = ['lead-loose', 'light-source', 'cpu-header-tach', 'feed-missing', 'ports-run-out']

/**
 * How many warnings a mend brings, where it clears the finding, or makes less of it, and brings no stop that its sentence does
 * not say; undefined where it does not help.
 */
function warningsOf(harness: Harness, finding: Finding, mend: Mend): number | undefined {
  const now = verdictsOf(harness)
  const { findings } = check(derive(apply(harness.build, mend.edit).build), { before: now })
  const places = placesOf(finding)
  if (findings.some((other) => isSameKind(finding, other) && placesOf(other) === places)) return undefined
  const raised = findings.filter((other) => !isCoveredBy(other, now.findings))
  const isSaid = ({ ruleId }: Finding) => mend.messageId === 'unplug' && FOLLOWS_UNPLUGGING.includes(ruleId)
  if (raised.some((stop) => stop.severity === 'stop' && !isSaid(stop))) return undefined
  return raised.filter(({ severity }) => severity === 'warning').length
}

/**
 * The repairs for a finding of this harness, best first: each one tried, left out where it does not help, and behind the
 * others where it brings a warning. No more are thought of once `most` are found that bring none, or once `mostTried` were
 * tried and any of them helps: that none does is only known when all were tried.
 */
export function mendsFor(
  harness: Harness,
  finding: Finding,
  { most = Infinity, mostTried = Infinity } = {},
): readonly Mend[] {
  if (finding.messageId === BROKEN_ID) return []
  const found: { readonly mend: Mend; readonly warningCount: number }[] = []
  let [triedCount, freeCount] = [0, 0]
  for (const mend of ruleOf(finding).mends(harness, finding)) {
    const warningCount = warningsOf(harness, finding, mend)
    if (warningCount !== undefined) found.push({ mend, warningCount })
    triedCount += 1
    if (warningCount === 0) freeCount += 1
    if (freeCount >= most || (triedCount >= mostTried && found.length > 0)) break
  }
  return found
    .toSorted((a, b) => a.warningCount - b.warningCount)
    .slice(0, most)
    .map(({ mend }) => mend)
}
