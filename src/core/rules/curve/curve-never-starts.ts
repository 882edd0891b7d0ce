import { rangeOfCurve } from '../../physics/curve'
import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

/** A curve whose hottest end does not start a fan on it. */
export const curveNeverStarts = defineRule({
  id: 'curve-never-starts',
  group: 'curve',
  what: 'Every fan starts somewhere on its curve.',
  source: 'the figures of the fan; common practice, no source',
  // A start that nobody states is asked for by curve-start-duty.
  reads: [],
  asksOnly: ['choices.curves', 'motor.startDutyPercent'],
  messages: {
    never: {
      severity: 'warning',
      text: '{lead} starts at {startPercent}, and the curve of {port} never goes past {mostPercent}: once it stands it never turns again. Raise the last point.',
      worse: { startPercent: 'more', mostPercent: 'less' },
    },
  },
  check: (harness, say) =>
    harness.speed().heads.flatMap(({ at: head, commands }) => {
      const curve = harness.choices.curveAt(head)
      if (curve === undefined) return []
      const { mostPercent } = rangeOfCurve(curve)
      return commands
        .filter(({ motor, control }) => motor.startDutyPercent !== undefined && control === 'pwm')
        .map(({ at: lead, motor }) => {
          const startPercent = motor.startDutyPercent!.value
          if (!exceeds(startPercent, mostPercent)) return say.holds()
          const params = { lead: harness.name(lead), port: harness.name(head), startPercent, mostPercent }
          return say.found('never', [head, lead], params)
        })
    }),
  mends: () => [],
})
