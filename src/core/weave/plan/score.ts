import type { Finding, Param } from '../../rules/engine/rule'
import { COMFORT_COUNT } from '../../rules/current/three-fan-rule'
import type { GoalKey } from '../model/model'
import type { Said } from '../problem/machine'
import type { Reached } from '../solve/weave'
import { STAND_OF_RULE } from './rule-rows'

/** What the rules hold against a wiring, as a plan is measured by it: all of it read off findings, nothing from a model. */
export interface Score {
  /** Leads that do not do as planned; of warnings that name no leads, each is one. A limit over its headroom is not among them. */
  readonly warnings: number
  /** By how much limits are used over their headroom, all together, in mA; watts by what they are at the rail. */
  readonly overshootMilliamps: number
  /** How many limits that are. */
  readonly tight: number
  /** Limits and commands that rest on a figure nobody knows. */
  readonly unknowns: number
}

const BUDGET_RULES = ['current-budget', 'power-budget']

/** The list of leads in a message that are not as planned; of the others it only tells. */
const BLAMED: Readonly<Record<string, string>> = {
  'mixed-signal mixedOnPwm': 'threeWire',
  'mixed-signal mixedOnDc': 'fourWire',
}

/**
 * Open questions that a wiring decides: a limit that nobody states, a draw that nobody knows on a limit, a box that does
 * not say what it hands on. Figures that are only assumed, and start currents that are estimated, go with the part.
 */
const OPEN: readonly string[] = [
  'current-budget limitUnknown',
  'current-budget drawUnknown',
  'power-budget drawUnknown',
  'no-command boxUnknown',
  'header-mode modesUnknown',
]

const lengthOf = (param: Param | undefined) => (Array.isArray(param) ? param.length : 1)

/** How many leads a warning blames. */
function weightOf({ ruleId, messageId, params }: Finding): number {
  if (messageId === 'moreThanThree') return Number(params['fanCount']) - COMFORT_COUNT
  return lengthOf(params[BLAMED[`${ruleId} ${messageId}`] ?? 'leads'])
}

const milliampsOver = ({ sum }: Finding): number =>
  sum?.boundAmps === undefined ? 0 : Math.round((sum.knownAmps - sum.boundAmps) * 1000)

/** The score of a wiring by all that was found in it, but for what no wiring changes. */
export function scoreOf({ findings }: Pick<Said, 'findings'>): Score {
  const weighed = findings.filter(({ ruleId }) => STAND_OF_RULE[ruleId] !== 'apart')
  const of = (severity: Finding['severity']) => weighed.filter((finding) => finding.severity === severity)
  const warnings = of('warning')
  const tight = warnings.filter(({ ruleId }) => BUDGET_RULES.includes(ruleId))
  return {
    warnings: warnings
      .filter((finding) => !tight.includes(finding))
      .reduce((sum, finding) => sum + weightOf(finding), 0),
    overshootMilliamps: tight.reduce((sum, finding) => sum + milliampsOver(finding), 0),
    tight: tight.length,
    unknowns: of('unknown')
      .filter(({ ruleId, messageId }) => OPEN.includes(`${ruleId} ${messageId}`))
      .reduce((sum, { params }) => sum + lengthOf(params['leads']), 0),
  }
}

/** Draws are rounded up to whole mA in the model: so much may come together before it is a difference. */
const ROUNDED_MILLIAMPS = 20

/**
 * What a plan comes to as the rules see it. Where they see something else than the model did, theirs is the value, and
 * neither that goal nor any after it is called proven. Of what the model proved only that it does not go below stays, for
 * the first such goal, where the rules see more; what comes after rests on another beginning. On a piece that stands on
 * another, which lead is on which leg is not looked for: what is counted there could be less with another order.
 */
export function asJudged(reached: readonly Reached[], score: Score, isStacked: boolean): readonly Reached[] {
  const judged: Partial<Record<GoalKey, number>> = {
    warnings: score.warnings,
    overshoot: score.overshootMilliamps,
    tight: score.tight,
    unknowns: score.unknowns,
  }
  const isBest = ({ goal, value }: Reached) => !isStacked || judged[goal] === undefined || value === 0
  const isSame = ({ goal, value }: Reached) =>
    Math.abs((judged[goal] ?? value) - value) <= (goal === 'overshoot' ? ROUNDED_MILLIAMPS : 0)
  const differs = reached.findIndex((entry) => !isSame(entry) || !isBest(entry))
  return reached.map((entry, index): Reached => {
    if (differs < 0 || index < differs) return entry
    const value = isSame(entry) ? entry.value : judged[entry.goal]!
    const isBound = index === differs && isBest(entry) && entry.bound <= value
    return { ...entry, value, bound: isBound ? entry.bound : -Infinity, isProven: false }
  })
}
