import { chosenFor } from '../../build/groups'
import type { Segment } from '../../structure/signal/lights'
import { defineRule } from '../engine/rule'

/** A splitter repeats: legs that were meant to differ show the same. */
export const mirroredLegs = defineRule({
  id: 'mirrored-legs',
  group: 'light',
  what: 'Lights that are meant to be set apart do not hang on legs of one splitter.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['choices.schools.splitLights'],
  messages: {
    mirrors: {
      severity: 'note',
      text: '{leads} {leads|shows|show} what another leg shows, since a splitter repeats what {port} sends; you want {leads|it|them} apart. Chain them, or use another output.',
    },
  },
  check: (harness, say) =>
    harness.lights().lines.map(({ source, segments, mirrored }) => {
      const isAsked = ({ at: { itemId } }: Segment) =>
        chosenFor(harness.build, itemId, ({ splitLights }) => splitLights)?.wanted === 'separate'
      if (!segments.some(isAsked)) return say.notApplicable()
      const mirrors = mirrored.filter(isAsked).map((segment) => segment.at)
      if (mirrors.length === 0) return say.holds()
      return say.found('mirrors', [source.ref, ...mirrors], {
        leads: mirrors.map((ref) => harness.name(ref)),
        port: harness.name(source.ref),
      })
    }),
  mends: () => [],
})
