import { sameRef } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import { railsReaching } from '../../structure/power/volts'
import type { Rail } from '../../parts/connectors'
import { groupBy } from '../../units/group'
import { movesOf } from '../engine/mend'
import { defineRule } from '../engine/rule'

/** Leads on the outlets that have their supply from this feed, and from no other lead where it is loose. */
function hangingOnFeed(harness: Harness, { itemId, portId }: PortRef): readonly PortRef[] {
  const { powers, converts } = harness.factsOfItem(itemId).all
  const outlets = [
    ...powers.flatMap((relation) =>
      relation.feeds.includes(portId) && relation.unfed?.then !== 'drawsFromInput' ? relation.outlets : [],
    ),
    ...converts.flatMap(({ from, to }) => (from.portId === portId ? [to.portId] : [])),
  ]
  const hung = [...new Set(outlets)].flatMap((outlet) => harness.across({ itemId, portId: outlet }))
  return hung.filter(({ port }) => port.side === 'takes').map(({ ref }) => ref)
}

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
      isMissing: true,
      text: '{lead} brings no supply to {box}: what hangs there is dead. Follow it back, and plug its other end in.',
    },
    parked: {
      severity: 'stop',
      isMissing: true,
      text: '{lead} is left loose on purpose, but {leads} {leads|hangs|hang} on {box}, which has no supply then: {leads|it is|they are} dead. Plug it into the supply, or take {leads|it|them} out.',
    },
    oneOfTwo: {
      severity: 'stop',
      isMissing: true,
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
        if (arrives) return say.holds()
        const reason = isPlugged ? undefined : harness.choices.parkedReasonAt(ref)
        const leads = reason === undefined ? [] : hangingOnFeed(harness, ref).map((hung) => harness.name(hung))
        if (!othersBring && leads.length > 0) return say.found('parked', at, { ...params, leads })
        // A needed lead that is loose is in the bundle of loose leads already.
        const isInBundle = !isPlugged && reason === undefined && harness.port(ref).port.need === 'required'
        if (isInBundle) return say.notApplicable()
        if (othersBring) return say.found('oneOfTwo', at, params)
        return isPlugged ? say.found('nothingArrives', at, params) : say.notApplicable()
      })
    }),
  mends: (harness, finding) => finding.at.flatMap((lead) => movesOf(harness, lead)),
})
