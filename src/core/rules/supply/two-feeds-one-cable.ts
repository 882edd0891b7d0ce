import { stepsOf } from '../../build/apply'
import { movesOf } from '../engine/mend'
import { defineRule } from '../engine/rule'
import type { PlacedPort } from '../../structure/wiring/wiring'

/** Plugs on one cable of a supply hang on one lead of it. */
const cableOf = ({ item, port }: PlacedPort) => (port.lead === undefined ? undefined : `${item.id}/${port.lead.leadId}`)

/** Both supply leads of a box on one cable of the supply. */
export const twoFeedsOneCable = defineRule({
  id: 'two-feeds-one-cable',
  group: 'supply',
  what: 'A box with several supply leads spreads them over several cables of the supply.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['powers.feeds', 'port.lead'],
  messages: {
    together: {
      severity: 'warning',
      text: '{leads} {leads|hangs|hang} on one cable of the supply, which then carries it all. Use two cables where you can.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) => {
      const feeds = [...new Set(harness.factsOfItem(item.id).all.powers.flatMap((relation) => relation.feeds))]
      const plugged = feeds.flatMap((portId) => {
        const ref = { itemId: item.id, portId }
        return harness.across(ref).map((other) => ({ ref, cable: cableOf(other) }))
      })
      const at = plugged.map(({ ref }) => ref)
      if (plugged.length < 2) return [say.notApplicable()]
      const cables = plugged.map(({ cable }) => cable)
      if (new Set(cables).size === cables.length || cables.includes(undefined)) return [say.holds()]
      return [say.found('together', at, { leads: at.map((ref) => harness.name(ref)) })]
    }),
  mends: (harness, finding) => {
    const [, ...others] = finding.at
    const [first] = finding.at
    const used = first === undefined ? undefined : harness.across(first).map(cableOf)[0]
    return others.flatMap((lead) =>
      movesOf(harness, lead, Infinity)
        .filter(({ edit }) =>
          stepsOf(edit).some((step) => step.type === 'connect' && cableOf(harness.port(step.thread.to)) !== used),
        )
        .slice(0, 1),
    )
  },
})
