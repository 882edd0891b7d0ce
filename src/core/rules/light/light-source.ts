import type { Harness } from '../../operate/harness'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { movesOf, unplugsAt } from '../engine/mend'
import { defineRule, type Finding, type Mend } from '../engine/rule'

/** A chain of lights listens to one source of data: none leaves it dark, two spoil each other. */
export const lightSource = defineRule({
  id: 'light-source',
  group: 'light',
  // What is open, or loose, is told once for the whole build.
  looksOver: 'build',
  what: 'Exactly one source drives every chain of lights.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread', 'drives'],
  messages: {
    none: {
      severity: 'stop',
      isMissing: true,
      text: 'Nothing drives {leads}: no light source at the start of that chain. Plug its first lead into a light header or a light box.',
    },
    several: {
      severity: 'stop',
      text: '{sources} drive {leads} at once: several signals on one wire. Leave one of them and unplug the rest.',
    },
    tailsTied: {
      severity: 'stop',
      text: '{sources} are tied together: several signals on one wire. Unplug one end.',
    },
  },
  check: (harness, say) => {
    const { lights, sourcesOf, contests } = harness.lights()
    // A plug that does not belong there has a finding of its own.
    const mating = lights.filter(({ at }) =>
      harness.threadsAt(at).every((thread) => harness.fit(thread).misfit === 'none'),
    )
    const judged = mating.map((light) => ({ light, sources: sourcesOf(light) }))
    const dark = judged.filter(({ sources }) => sources.length === 0).map(({ light }) => light.at)
    const driven = judged.filter(({ sources }) => sources.length === 1).map(() => say.holds())
    const names = (ports: readonly PlacedPort[]) => ports.map(({ ref }) => harness.name(ref))
    const fought = contests.map((contest) => {
      const at = [...contest.lights, ...contest.sources].map(({ ref }) => ref)
      const sources = names(contest.sources)
      if (contest.lights.length === 0) return say.found('tailsTied', at, { sources })
      return say.found('several', at, { sources, leads: names(contest.lights) })
    })
    const unlit = dark.length === 0 ? [] : [say.found('none', dark, { leads: dark.map((ref) => harness.name(ref)) })]
    return [...driven, ...fought, ...unlit]
  },
  mends: (harness, finding) => mendsOf(harness, finding),
})

function mendsOf(harness: Harness, { messageId, at }: Finding): readonly Mend[] {
  if (messageId !== 'none') {
    return at.filter((ref) => harness.port(ref).port.side === 'gives').flatMap((source) => unplugsAt(harness, source))
  }
  // With one light in the dark its own lead is the one to move; a longer chain starts somewhere else.
  return at.length === 1 ? at.flatMap((lead) => movesOf(harness, lead, 1)) : []
}
