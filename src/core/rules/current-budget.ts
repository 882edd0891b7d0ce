import type { Harness } from '../harness/derive'
import { exceeds } from '../units/compare'
import { movesOf, unplugsAt } from './mend'
import { subjectOf } from './subject'
import { defineRule, type Finding, type Mend } from './rule'

/** The last loads in the order of the marks: who came last moves first. */
const MOST_LOADS = 3

/** The one limit that every header, outlet, box, feed and supply cable shares: planned amps against the stated amps. */
export const currentBudget = defineRule({
  id: 'current-budget',
  group: 'current',
  what: 'Every header, outlet, box, feed and supply cable carries no more than its limit, with headroom to spare.',
  source: 'the sum of rated amps against the limit in the manual; default headroom 20 %: common practice, no source',
  reads: [
    'limit.mostAmps',
    'motor.ratedAmps',
    'motor.ratedWatts',
    'light.ratedAmps',
    'light.ratedWatts',
    'light.litLedCount',
    'light.whiteMilliampsPerLed',
    'draw.ratedAmps',
  ],
  messages: {
    over: {
      severity: 'stop',
      consequence: 'overload',
      text: '{subject} would carry {totalAmps}; its limit is {limitAmps}. Move a load to another port, or to a hub with a supply of its own.',
    },
    tight: {
      severity: 'mind',
      text: '{subject} would carry {totalAmps}: within its limit of {limitAmps}, but over the {boundAmps} that {headroomPercent} headroom leaves. Move a load, or accept less headroom.',
      worse: { totalAmps: 'more', limitAmps: 'less', boundAmps: 'less', headroomPercent: 'more' },
    },
    drawUnknown: {
      severity: 'unknown',
      text: '{subject} would carry at least {totalAmps} of {limitAmps}: {unknownCount} of its loads {unknownCount|has|have} no known draw. Read {unknownCount|its label|their labels}.',
    },
    shareUnknown: {
      severity: 'unknown',
      text: '{subject} would carry anything from {totalAmps} to {mostAmps} of {limitAmps}: the supply leads of one box share its load, nobody knows how. Put them on cables that hold it all.',
    },
    limitUnknown: {
      severity: 'unknown',
      text: '{subject} has no stated limit; it would carry at least {totalAmps}. Look the limit up in the manual.',
    },
    wouldHold: {
      severity: 'unknown',
      consequence: 'wouldHold',
      text: '{subject} would hold if the figures are right: {totalAmps} of {limitAmps}, but one of them is only assumed. Check it against the manual or the label.',
    },
  },
  check: (harness, say) =>
    harness.budgets.map((budget) => {
      const { at, knownAmps: totalAmps, limit, boundAmps, headroomPercent, unknownCount, state } = budget
      const sum = budget
      if (state === 'idle') return say.notApplicable(at)
      if (state === 'within') return say.holds(at)
      const subject = subjectOf(harness, budget)
      if (limit === undefined || boundAmps === undefined) {
        return say.found('limitUnknown', at, { subject, totalAmps }, sum)
      }
      const limitAmps = limit.value
      switch (state) {
        case 'over':
          return say.found('over', at, { subject, totalAmps, limitAmps }, sum)
        case 'tight': {
          const params = { subject, totalAmps, limitAmps, boundAmps, headroomPercent }
          return say.found('tight', at, params, sum)
        }
        case 'unknown':
          if (unknownCount === 0) {
            return say.found('shareUnknown', at, { subject, totalAmps, mostAmps: budget.mostAmps, limitAmps }, sum)
          }
          return say.found('drawUnknown', at, { subject, totalAmps, limitAmps, unknownCount }, sum)
        case 'wouldHold':
          return say.found('wouldHold', at, { subject, totalAmps, limitAmps }, sum)
        default:
          return state satisfies never
      }
    }),
  mends: (harness, finding) => moveLoadsAway(harness, finding),
})

/** Moving one load to a port that holds it helps wherever what is left is no longer too much. */
function moveLoadsAway(harness: Harness, finding: Finding): readonly Mend[] {
  const { sum } = finding
  if (sum?.limit === undefined || (finding.messageId !== 'over' && finding.messageId !== 'tight')) return []
  const mostAmps = finding.messageId === 'over' ? sum.limit.value : (sum.boundAmps ?? sum.limit.value)
  const enough = sum.terms.filter((term) => term.amps !== undefined && !exceeds(sum.knownAmps - term.amps, mostAmps))
  const moves = enough.slice(-MOST_LOADS).flatMap((term) => movesOf(harness, term.at, 1))
  return moves.length > 0 ? moves : enough.slice(-1).flatMap((term) => unplugsAt(harness, term.at))
}
