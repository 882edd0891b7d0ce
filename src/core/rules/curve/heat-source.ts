import { isFlat } from '../../physics/curve'
import { defineRule } from '../engine/rule'

type Heat = 'processor' | 'graphics' | 'coolant' | 'board'
/** What cools the processor listens to the processor, or to the coolant between. */
const LIKELY_FOR_CPU: readonly Heat[] = ['processor', 'coolant']

/** Whose heat a curve listens to. */
export const heatSource = defineRule({
  id: 'heat-source',
  group: 'curve',
  what: 'The curve of what cools the processor listens to the processor or the coolant.',
  source: 'common practice, no source',
  reads: ['choices.curves.heatSource'],
  messages: {
    unlikely: {
      severity: 'note',
      text: 'The curve of {port} listens to the heat of the {heat}, though it cools the processor. Choose the processor or the coolant, or keep it if you know why.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Nobody has said whose heat the curve of {port} listens to. Choose its source.',
    },
  },
  check: (harness, say) =>
    harness.choices.curves.map((curve) => {
      const { at: head, heatSource: heat } = curve
      // One duty at any heat listens to nothing.
      if (isFlat(curve)) return say.notApplicable()
      const port = harness.name(head)
      if (heat === undefined) return say.found('unknown', [head], { port })
      const { role } = harness.port(head).port
      const coolsCpu = role === 'cpu' || role === 'cpuOptional'
      if (!coolsCpu || LIKELY_FOR_CPU.includes(heat)) return say.holds()
      return say.found('unlikely', [head], { port, heat })
    }),
  mends: () => [],
})
