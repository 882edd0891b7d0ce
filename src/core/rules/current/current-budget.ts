import { budgetCase, moveLoadsAway } from '../engine/budget-outcome'
import { subjectOf } from '../engine/subject'
import { defineRule } from '../engine/rule'

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
      severity: 'warning',
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
    harness.budgets
      .filter(({ wattsPerAmp }) => wattsPerAmp === undefined)
      .map((budget) => {
        const { at, knownAmps: totalAmps, mostAmps, boundAmps = 0, headroomPercent, unknownCount } = budget
        const kind = budgetCase(budget)
        if (kind === 'notApplicable') return say.notApplicable()
        if (kind === 'holds') return say.holds()
        const subject = subjectOf(harness, budget)
        const limitAmps = budget.limit?.value ?? 0
        switch (kind) {
          case 'limitUnknown':
            return say.found(kind, at, { subject, totalAmps }, budget)
          case 'over':
          case 'wouldHold':
            return say.found(kind, at, { subject, totalAmps, limitAmps }, budget)
          case 'tight':
            return say.found(kind, at, { subject, totalAmps, limitAmps, boundAmps, headroomPercent }, budget)
          case 'shareUnknown':
            return say.found(kind, at, { subject, totalAmps, mostAmps, limitAmps }, budget)
          case 'drawUnknown':
            return say.found(kind, at, { subject, totalAmps, limitAmps, unknownCount }, budget)
          default:
            return kind satisfies never
        }
      }),
  mends: (harness, finding) => moveLoadsAway(harness, finding),
})
