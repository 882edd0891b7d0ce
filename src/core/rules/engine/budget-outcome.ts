import type { Budget } from '../../operate/budgets'
import type { Harness } from '../../operate/harness'
import { exceeds } from '../../units/compare'
import { movesOf, unplugsAt } from './mend'
import type { Finding, Mend } from './rule'

/** What is to be said of a limit: nothing, that it holds, or one of the messages that its rule has. */
export type BudgetCase =
  'notApplicable' | 'holds' | 'over' | 'tight' | 'drawUnknown' | 'shareUnknown' | 'limitUnknown' | 'wouldHold'

export function budgetCase({ state, limit, unknownCount }: Budget): BudgetCase {
  if (state === 'idle') return 'notApplicable'
  if (state === 'within') return 'holds'
  if (limit === undefined) return 'limitUnknown'
  if (state !== 'unknown') return state
  return unknownCount === 0 ? 'shareUnknown' : 'drawUnknown'
}

/** The last loads in the order of the marks: who came last moves first. */
const MOST_LOADS = 3

/** Moving one load to a port that holds it helps wherever what is left is no longer too much. */
export function moveLoadsAway(harness: Harness, finding: Finding): readonly Mend[] {
  const { sum } = finding
  if (sum?.limit === undefined || (finding.messageId !== 'over' && finding.messageId !== 'tight')) return []
  const mostAmps = finding.messageId === 'over' ? sum.limit.value : (sum.boundAmps ?? sum.limit.value)
  const enough = sum.terms.filter((term) => term.amps !== undefined && !exceeds(sum.knownAmps - term.amps, mostAmps))
  const moves = enough.slice(-MOST_LOADS).flatMap((term) => movesOf(harness, term.at, 1))
  return moves.length > 0 ? moves : enough.slice(-1).flatMap((term) => unplugsAt(harness, term.at))
}
