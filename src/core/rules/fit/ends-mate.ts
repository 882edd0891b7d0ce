import { movesOf, unplugsAt } from '../engine/mend'
import { defineRule } from '../engine/rule'

/** Connections between two ends of the same gender, or with nobody who gives or takes. */
export const endsMate = defineRule({
  id: 'ends-mate',
  group: 'fit',
  what: 'Every connection joins pins to sockets, and a port that gives to a lead that takes.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread', 'port.connector'],
  messages: {
    sameEnds: {
      severity: 'stop',
      text: '{lead} and {port} both have {ends}: they cannot be pushed together. Choose a port with the other end.',
    },
    bothGive: {
      severity: 'stop',
      text: '{lead} and {port} both give: nothing there takes supply or commands. Plug a device into each of them instead.',
    },
    bothTake: {
      severity: 'stop',
      text: '{lead} and {port} both take: neither would be fed. Plug each into a port that gives.',
    },
  },
  check: (harness, say) =>
    harness.threads.map((thread) => {
      const { misfit } = harness.fit(thread)
      const at = [thread.from, thread.to]
      const names = { lead: harness.name(thread.from), port: harness.name(thread.to) }
      if (misfit === 'bothGive' || misfit === 'bothTake') return say.found(misfit, at, names)
      if (misfit !== 'sameEnds') return say.holds()
      const ends = harness.port(thread.from).port.connector.end
      return say.found('sameEnds', at, { ...names, ends })
    }),
  mends: (harness, finding) => {
    const [lead] = finding.at
    if (lead === undefined) return []
    const takes = harness.port(lead).port.side === 'takes'
    return [...(takes ? movesOf(harness, lead) : []), ...unplugsAt(harness, lead)]
  },
})
