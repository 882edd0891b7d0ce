import { defineRule } from '../engine/rule'
import { anyPortOf } from '../engine/subject'

/** A box with buttons behind the tray is a box without buttons. */
export const handReach = defineRule({
  id: 'hand-reach',
  group: 'place',
  what: 'A box that is worked by hand sits where a hand can reach it with the case closed.',
  source: 'common practice, no source',
  reads: ['part.space.spots.isInReach'],
  asksOnly: ['places.spot', 'part.mechanical.isHandWorked'],
  messages: {
    outOfReach: {
      severity: 'note',
      text: '{box} is worked by its own buttons, but {spot} is out of reach once the case is closed. Fix it where a hand gets to it.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Whether a hand reaches {box} at {spot} with the case closed is not known. Look, and say it in the case.',
    },
  },
  check: (harness, say) =>
    harness.places().flatMap(({ item, facts, spot }) => {
      if (spot === undefined || facts.part.mechanical?.isHandWorked !== true) return []
      const at = anyPortOf(harness, item.id)
      const params = { box: item.mark, spot: spot.name }
      if (spot.isInReach === undefined) return [say.found('unknown', at, params)]
      return [spot.isInReach ? say.holds() : say.found('outOfReach', at, params)]
    }),
  mends: () => [],
})
