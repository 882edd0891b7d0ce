import { curveEdit } from '../../build/choose'
import type { Curve } from '../../build/facet-schemas'
import { widestSwing, type Swing } from '../../physics/curve'
import { exceeds } from '../../units/compare'
import { defineRule, type Mend } from '../engine/rule'

/** What the reading of a chip does when work comes and goes (common practice, no source). */
const USUAL_SWING: Swing = { riseC: 5, eachMs: 10_000 }
/** Fans that go up and down by more within a minute are heard (common practice, no source). */
const HEARD_PERCENT = 10
/** A chip jumps; coolant and board take minutes. */
const JUMPY: readonly Curve['heatSource'][] = ['processor', 'graphics']

const swingOf = (curve: Curve) => widestSwing(curve, USUAL_SWING)
const isCalm = ({ swingPercent }: ReturnType<typeof swingOf>) => !exceeds(swingPercent, HEARD_PERCENT)

/** A curve on which the fans go up and down with every small load. */
export const curveHunts = defineRule({
  id: 'curve-hunts',
  group: 'curve',
  what: 'A small load that comes and goes does not send the fans up and down within a minute.',
  source: 'common practice, no source',
  // Whose heat it listens to is asked by heat-source.
  reads: [],
  asksOnly: ['choices.curves', 'choices.curves.heatSource'],
  messages: {
    hunts: {
      severity: 'warning',
      text: 'When the heat of the {heat} goes up and down by {riseCelsius} within a minute, from {fromCelsius}, the curve of {port} goes up and down by {swingPercent}: it is heard. Give it more hysteresis, longer steps or a flatter line.',
      worse: { riseCelsius: 'neither', fromCelsius: 'neither', swingPercent: 'more' },
    },
  },
  check: (harness, say) =>
    harness.choices.curves.map((curve) => {
      const { at: head, heatSource: heat } = curve
      if (heat === undefined || !JUMPY.includes(heat)) return say.notApplicable()
      const swing = swingOf(curve)
      if (isCalm(swing)) return say.holds()
      const { swingPercent, fromC: fromCelsius } = swing
      const params = { heat, port: harness.name(head), riseCelsius: USUAL_SWING.riseC, fromCelsius, swingPercent }
      return say.found('hunts', [head], params)
    }),
  mends: (harness, { at }) =>
    at.flatMap((head): readonly Mend[] => {
      const curve = harness.choices.curveAt(head)
      if (curve === undefined) return []
      const wider = Array.from({ length: USUAL_SWING.riseC }, (_, index) => ({ ...curve, hysteresisC: index + 1 }))
      const calm = wider.find((curve) => isCalm(swingOf(curve)))!
      const params = { port: harness.name(head), hysteresisCelsius: calm.hysteresisC }
      const edit = curveEdit(harness.choices.curveSet, calm)
      return [{ messageId: 'calmCurve', params, edit }]
    }),
})
