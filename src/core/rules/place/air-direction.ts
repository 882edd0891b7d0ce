import { placeEdit } from '../../build/choose'
import type { Place } from '../../build/facet-schemas'
import type { Placed } from '../../structure/place/places'
import { defineRule, type Mend } from '../engine/rule'
import { anyPortOf } from '../engine/subject'

const FACES = { open: 'open side', struts: 'struts' } as const

/** What the direction rests on, in words. */
function whyOf({ flow, place }: Placed): string {
  if (flow.by === 'arrow') return 'its arrow points that way'
  return `its ${FACES[place.inwardFace ?? 'open']} ${place.inwardFace === 'struts' ? 'look' : 'looks'} inside`
}

/** A fan screwed in the wrong way round is found out late. */
export const airDirection = defineRule({
  id: 'air-direction',
  group: 'place',
  what: 'Every fan blows the way that is wanted where it sits.',
  source: 'common practice, no source: air leaves by the struts, a printed arrow overrides',
  reads: ['places.inwardFace', 'part.mechanical.blades'],
  asksOnly: ['places.wantedAir'],
  messages: {
    against: {
      severity: 'warning',
      text: '{fan} blows {direction}, since {why}, but air is to go {wanted} there. Turn it round, or take a fan of the other blades.',
    },
    wouldHold: {
      severity: 'unknown',
      consequence: 'wouldHold',
      text: '{fan} would blow {direction}, as wanted, if its blades are standard ones. Look at them, or for an arrow on the frame.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Which way {fan} blows is open: nobody has said which face looks inside. Look for the struts, or for an arrow on the frame.',
    },
  },
  check: (harness, say) =>
    harness.places().map((placed) => {
      const { item, place, flow } = placed
      const at = anyPortOf(harness, item.id)
      const wanted = place.wantedAir
      const fan = item.mark
      if (wanted === undefined) return say.notApplicable()
      if (flow.direction === 'unknown') return say.found('unknown', at, { fan })
      const { direction } = flow
      if (flow.direction !== wanted) return say.found('against', at, { fan, direction, why: whyOf(placed), wanted })
      return flow.by === 'assumed' ? say.found('wouldHold', at, { fan, direction }) : say.holds()
    }),
  mends: (harness, finding): readonly Mend[] => {
    const placed = harness.places().find(({ item }) => item.id === finding.at[0]?.itemId)
    if (placed === undefined || finding.messageId !== 'against') return []
    const { place, item } = placed
    const { arrow, inwardFace } = place
    // Turned round, the other face looks inside, and the arrow points the other way.
    const inside =
      inwardFace === undefined ? undefined : inwardFace === 'open' ? ('struts' as const) : ('open' as const)
    const turned: Place = {
      ...place,
      ...(inside === undefined ? {} : { inwardFace: inside }),
      ...(arrow === undefined ? {} : { arrow: arrow === 'in' ? 'out' : 'in' }),
    }
    const face = inside === undefined ? 'the other face' : FACES[inside]
    return [{ messageId: 'turnRound', params: { fan: item.mark, face }, edit: placeEdit(turned) }]
  },
})
