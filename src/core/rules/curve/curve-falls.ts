import { askedPoints } from '../../physics/curve'
import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

/** A curve that slows down as the heat rises. */
export const curveFalls = defineRule({
  id: 'curve-falls',
  group: 'curve',
  what: 'No curve goes down as the heat rises.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['choices.curves'],
  messages: {
    falls: {
      severity: 'warning',
      text: 'The curve of {port} falls from {fromPercent} at {fromCelsius} to {toPercent} at {toCelsius}: the hotter, the slower. Raise the later point.',
      worse: { fromPercent: 'more', toPercent: 'less', fromCelsius: 'neither', toCelsius: 'more' },
    },
  },
  check: (harness, say) =>
    harness.choices.curves.map((curve) => {
      const head = curve.at
      const sorted = askedPoints(curve)
      const index = sorted.findIndex((point, i) => i > 0 && exceeds(sorted[i - 1]!.dutyPercent, point.dutyPercent))
      if (index < 0) return say.holds()
      const [before, after] = [sorted[index - 1]!, sorted[index]!]
      return say.found('falls', [head], {
        port: harness.name(head),
        fromPercent: before.dutyPercent,
        fromCelsius: before.temperatureC,
        toPercent: after.dutyPercent,
        toCelsius: after.temperatureC,
      })
    }),
  mends: () => [],
})
