import { portKey } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import { signalPath, supplyPath, type Path } from '../../structure/wiring/upstream'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { railsOf } from '../../parts/mating'
import { unplugsAt } from '../engine/mend'
import { defineRule } from '../engine/rule'

/** Every path that goes up from a plugged lead: of its supplies and of its commands. */
function pathsUp(harness: Harness, { ref, port }: PlacedPort): readonly Path[] {
  const signals = [
    ...(port.wires.includes('pwm') ? (['speed'] as const) : []),
    ...(port.wires.includes('data') ? (['light'] as const) : []),
  ]
  return [
    ...railsOf(port).map((rail) => supplyPath(harness, ref, rail)),
    ...signals.map((signal) => signalPath(harness, ref, signal)),
  ]
}

/** The leads of the ring that this one is part of; none where its paths end, or only come upon a ring further up. */
function ringOf(harness: Harness, lead: PlacedPort): readonly PortRef[] {
  const path = pathsUp(harness, lead).find(({ end, endAt }) => end === 'ring' && portKey(endAt) === lead.key)
  return path === undefined ? [] : path.hops.map(({ from }) => from)
}

/** Leads that come back to themselves: a splitter on its own outlet, two hubs on each other. */
export const leadRing = defineRule({
  id: 'lead-ring',
  group: 'fit',
  what: 'No lead is fed by what hangs on it.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread'],
  messages: {
    ring: {
      severity: 'stop',
      text: '{leads} {leads|leads back to itself|lead back to each other}: nothing feeds what hangs there. Unplug one and plug it into a source.',
    },
  },
  check: (harness, say) => {
    const told = new Set<string>()
    return harness.ports.flatMap((lead) => {
      if (lead.port.side !== 'takes' || harness.threadsAt(lead.ref).length === 0) return []
      const ring = ringOf(harness, lead)
      if (ring.length === 0) return [say.holds()]
      const at = ring.toSorted((a, b) => harness.port(a).index - harness.port(b).index)
      const key = at.map(portKey).join(' ')
      if (told.has(key)) return []
      told.add(key)
      return [say.found('ring', at, { leads: at.map((ref) => harness.name(ref)) })]
    })
  },
  mends: (harness, finding) => finding.at.flatMap((ref) => unplugsAt(harness, ref)),
})
