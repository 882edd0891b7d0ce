import { isSameCurve } from '../../speed/edit-curve'
import { defineRule } from '../engine/rule'

/** Curves that have to be set by hand, and that an update takes away again. */
export const stockCurve = defineRule({
  id: 'stock-curve',
  group: 'curve',
  what: 'Where a part comes with another curve than is planned, it is known beforehand.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['choices.stockCurves', 'choices.curves'],
  messages: {
    differs: {
      severity: 'note',
      text: '{item} comes with other curves for {ports} than are planned. Set them when the machine runs, and look again after an update of its firmware or an empty battery, which bring the old ones back.',
    },
  },
  check: (harness, say) =>
    harness.items.map((item) => {
      const planned = harness.choices.curves.filter(({ at }) => at.itemId === item.id)
      const known = planned.flatMap((curve) => {
        const stock = harness.choices.curveAt(curve.at, 'stock')
        return stock === undefined ? [] : [{ at: curve.at, isSame: isSameCurve(curve, stock) }]
      })
      if (known.length === 0) return say.notApplicable()
      const other = known.filter(({ isSame }) => !isSame).map(({ at }) => at)
      if (other.length === 0) return say.holds()
      return say.found('differs', other, { item: item.mark, ports: other.map((ref) => harness.name(ref)) })
    }),
  mends: () => [],
})
