import { chosenFor } from '../build/groups'
import { defineRule } from './rule'

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
      text: '{leads} show the same, since a splitter repeats what {port} sends; you want them apart. Chain them, or use another output.',
    },
  },
  check: (harness, say) =>
    harness.lights().lines.map(({ source, segments, mirrored }) => {
      const at = [source.ref, ...segments.map((segment) => segment.at)]
      const isAsked = segments.some(
        (segment) =>
          chosenFor(harness.build, segment.at.itemId, ({ splitLights }) => splitLights)?.wanted === 'separate',
      )
      if (!isAsked) return say.notApplicable(at)
      if (mirrored.length === 0) return say.holds(at)
      const mirrors = mirrored.map((segment) => segment.at)
      return say.found('mirrors', [source.ref, ...mirrors], {
        leads: mirrors.map((ref) => harness.name(ref)),
        port: harness.name(source.ref),
      })
    }),
  mends: () => [],
})
