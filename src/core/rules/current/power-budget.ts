import { budgetCase, moveLoadsAway } from '../engine/budget-outcome'
import { subjectOf } from '../engine/subject'
import { defineRule } from '../engine/rule'

/** Limits that are stated in watts: of a port, a box, a cable, or the whole supply, all rails in one sum. */
export const powerBudget = defineRule({
  id: 'power-budget',
  group: 'current',
  what: 'No port, box, cable or supply gives more watts than it states, all its rails together, with headroom to spare.',
  source: 'P = U x I on each rail, at nominal volts; default headroom 20 %: common practice, no source',
  reads: [
    'motor.ratedAmps',
    'motor.ratedWatts',
    'light.ratedAmps',
    'light.ratedWatts',
    'light.litLedCount',
    'light.whiteMilliampsPerLed',
    'draw.ratedAmps',
  ],
  asksOnly: ['limit.mostWatts'],
  messages: {
    over: {
      severity: 'stop',
      consequence: 'overload',
      text: '{subject} would give {totalWatts}; its limit is {limitWatts}. Move a load to another port or supply.',
    },
    tight: {
      severity: 'warning',
      text: '{subject} would give {totalWatts}: within its limit of {limitWatts}, but over the {boundWatts} that {headroomPercent} headroom leaves. Move a load, or accept less headroom.',
      worse: { totalWatts: 'more', limitWatts: 'less', boundWatts: 'less', headroomPercent: 'more' },
    },
    drawUnknown: {
      severity: 'unknown',
      text: '{subject} would give at least {totalWatts} of {limitWatts}: {unknownCount} of its loads {unknownCount|has|have} no known draw. Read {unknownCount|its label|their labels}.',
    },
    shareUnknown: {
      severity: 'unknown',
      text: '{subject} would give anything from {totalWatts} to {mostWatts} of {limitWatts}: the supply leads of one box share its load, nobody knows how. Put them on cables that hold it all.',
    },
    wouldHold: {
      severity: 'unknown',
      consequence: 'wouldHold',
      text: '{subject} would hold if the figures are right: {totalWatts} of {limitWatts}, but one of them is only assumed. Check it against the manual or the label.',
    },
  },
  check: (harness, say) =>
    harness.budgets
      .filter(({ wattsPerAmp }) => wattsPerAmp !== undefined)
      .map((budget) => {
        const { at, wattsPerAmp = 0, headroomPercent, unknownCount } = budget
        const totalWatts = budget.knownAmps * wattsPerAmp
        const mostWatts = budget.mostAmps * wattsPerAmp
        const boundWatts = (budget.boundAmps ?? 0) * wattsPerAmp
        const kind = budgetCase(budget)
        if (kind === 'notApplicable') return say.notApplicable()
        if (kind === 'holds') return say.holds()
        const subject = subjectOf(harness, budget)
        const limitWatts = (budget.limit?.value ?? 0) * wattsPerAmp
        switch (kind) {
          case 'limitUnknown':
            return say.notApplicable()
          case 'over':
          case 'wouldHold':
            return say.found(kind, at, { subject, totalWatts, limitWatts }, budget)
          case 'tight':
            return say.found(kind, at, { subject, totalWatts, limitWatts, boundWatts, headroomPercent }, budget)
          case 'shareUnknown':
            return say.found(kind, at, { subject, totalWatts, mostWatts, limitWatts }, budget)
          case 'drawUnknown':
            return say.found(kind, at, { subject, totalWatts, limitWatts, unknownCount }, budget)
          default:
            return kind satisfies never
        }
      }),
  mends: (harness, finding) => moveLoadsAway(harness, finding),
})
