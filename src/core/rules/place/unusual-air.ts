import { isFan, isSitting, type Sitting } from '../../structure/place/places'
import { USUAL_AIR } from '../../places/flow'
import { groupBy } from '../../units/group'
import { defineRule } from '../engine/rule'
import { anyPortOf } from '../engine/subject'

/** Fans that blow against the habit of their panel, panel by panel. */
export const unusualAir = defineRule({
  id: 'unusual-air',
  group: 'place',
  what: 'Air comes in at the front, the floor and the side, and goes out at the roof and the rear, where warm air gathers.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['places.mount', 'places.inwardFace'],
  messages: {
    other: {
      severity: 'note',
      text: 'At the {panel} air usually goes {usual}; here it goes {direction} through {fans}. That may be meant: it is noted, not forbidden.',
    },
  },
  check: (harness, say) => {
    const fans = harness.places().filter((placed): placed is Sitting => isSitting(placed) && isFan(placed.facts))
    // Two cases of one kind share what is known of their panels.
    const panels = groupBy(fans, ({ mounted, caseItem }) => `${caseItem?.id} ${mounted.panel.id}`)
    return [...panels.values()].map((there) => {
      const { panel } = there[0]!.mounted
      const usual = USUAL_AIR[panel.side]
      const against = there.filter(({ flow }) => flow.direction !== 'unknown' && flow.direction !== usual)
      const at = (some: readonly Sitting[]) => some.flatMap(({ item }) => anyPortOf(harness, item.id))
      if (there.every(({ flow }) => flow.direction === 'unknown')) return say.notApplicable()
      if (against.length === 0) return say.holds()
      const direction = usual === 'in' ? 'out' : 'in'
      const params = { panel: panel.name.toLowerCase(), usual, fans: against.map(({ item }) => item.mark), direction }
      return say.found('other', at(against), params)
    })
  },
  mends: () => [],
})
