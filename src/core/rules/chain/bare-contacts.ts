import { coverEdit } from '../../build/choose'
import { sourcesOnNet } from '../../structure/power/supplies'
import { RAILS } from '../../parts/connectors'
import { defineRule } from '../engine/rule'

/** The free end of a clip-together chain is live. */
export const bareContacts = defineRule({
  id: 'bare-contacts',
  group: 'chain',
  what: 'Free contacts that are live have their cover on.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['port.bareContacts'],
  messages: {
    bare: {
      severity: 'warning',
      text: '{port} is free and live: bare contacts. Keep the cover on them.',
    },
  },
  check: (harness, say) =>
    harness.ports
      .filter(({ port }) => port.bareContacts === true)
      .map(({ ref, port }) => {
        const at = [ref]
        const isLive = RAILS.some(
          (rail) => port.wires.includes(rail) && sourcesOnNet(harness, harness.nets, ref, rail).length > 0,
        )
        if (harness.threadsAt(ref).length > 0 || !isLive) return say.notApplicable()
        return harness.choices.isCovered(ref) ? say.holds() : say.found('bare', at, { port: harness.name(ref) })
      }),
  mends: (harness, finding) =>
    finding.at.map((ref) => ({ messageId: 'cover', params: { port: harness.name(ref) }, edit: coverEdit(ref, true) })),
})
