import { sameRef } from '../build/refs'
import { railsReaching } from '../harness/volts'
import type { Rail } from '../parts/connectors'
import { groupBy } from '../units/group'
import { movesOf } from './mend'
import { defineRule } from './rule'

/** Boxes whose supply lead is plugged in and brings nothing, or that have two and only one brings something. */
export const feedMissing = defineRule({
  id: 'feed-missing',
  group: 'supply',
  what: 'Every box gets its supply on each of its supply leads.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['powers.feeds', 'converts', 'thread'],
  messages: {
    nothingArrives: {
      severity: 'stop',
      text: '{lead} brings no supply to {box}: what hangs there is dead. Follow it back, and plug its other end in.',
    },
    oneOfTwo: {
      severity: 'stop',
      text: '{box} wants all of its supply leads, and {lead} brings nothing. Plug it into the supply.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) => {
      const { powers, converts } = harness.factsOfItem(item.id).all
      const fed = [
        ...powers.flatMap((relation) => relation.feeds.map((portId) => ({ portId, rail: relation.rail }))),
        ...converts.map(({ from }) => ({ portId: from.portId, rail: from.wire as Rail })),
      ]
      const feeds = [...groupBy(fed, ({ portId }) => portId)].map(([portId, asked]) => ({
        ref: { itemId: item.id, portId },
        rails: asked.map(({ rail }) => rail),
      }))
      const judged = feeds.map(({ ref, rails }) => ({
        ref,
        isPlugged: harness.threadsAt(ref).length > 0,
        arrives: rails.some((rail) => railsReaching(harness, ref, rail).length > 0),
      }))
      return judged.map(({ ref, isPlugged, arrives }) => {
        const at = [ref]
        const params = { lead: harness.name(ref), box: item.mark }
        const othersBring = judged.some((other) => !sameRef(other.ref, ref) && other.arrives)
        if (arrives) return say.holds(at)
        // A loose lead is in the bundle of loose leads already; here it counts once another of the box is plugged.
        if (othersBring) return say.found('oneOfTwo', at, params)
        return isPlugged ? say.found('nothingArrives', at, params) : say.notApplicable(at)
      })
    }),
  mends: (harness, finding) => finding.at.flatMap((lead) => movesOf(harness, lead)),
})
