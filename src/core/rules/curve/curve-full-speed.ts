import { rangeOfCurve } from '../../physics/curve'
import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

const FULL_PERCENT = 100

/** A curve that never asks for all the fan can give. */
export const curveFullSpeed = defineRule({
  id: 'curve-full-speed',
  group: 'curve',
  what: 'Every curve reaches full speed somewhere.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['choices.curves'],
  messages: {
    never: {
      severity: 'warning',
      text: 'The curve of {port} never goes past {mostPercent}: full speed is not reached however hot it gets. Let its last point ask for 100 %.',
      worse: { mostPercent: 'less' },
    },
  },
  check: (harness, say) =>
    harness.choices.curves.map((curve) => {
      const head = curve.at
      const { mostPercent } = rangeOfCurve(curve)
      if (!exceeds(FULL_PERCENT, mostPercent)) return say.holds()
      return say.found('never', [head], { port: harness.name(head), mostPercent })
    }),
  mends: () => [],
})
