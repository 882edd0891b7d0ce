import { hangingOn } from '../harness/below'
import { sourcesOnNet } from '../harness/supplies'
import { RAILS } from '../parts/connectors'
import { exceeds } from '../units/compare'
import { defineRule } from './rule'

/** Beyond a stated count a chain wants a second supply lead at its far end. */
export const extraFeed = defineRule({
  id: 'extra-feed',
  group: 'chain',
  what: 'A chain longer than its outlet feeds alone has an extra supply lead.',
  source: 'the count in the manual: common practice, no source',
  reads: [],
  asksOnly: ['limit.extraFeedAboveCount'],
  messages: {
    missing: {
      severity: 'stop',
      text: '{outlet} has {deviceCount} devices in a row; above {limitCount} the row wants an extra supply lead at its far end. Plug one in, or shorten the row.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) =>
      harness.factsOfItem(item.id).all.limit.flatMap(({ ports, extraFeedAboveCount }) => {
        if (extraFeedAboveCount === undefined) return []
        return ports.map((portId) => {
          const ref = { itemId: item.id, portId }
          const devices = hangingOn(harness, ref)
          const at = [ref, ...devices.map(({ placed }) => placed.ref)]
          if (devices.length === 0) return say.notApplicable(at)
          if (!exceeds(devices.length, extraFeedAboveCount.value)) return say.holds(at)
          const wires = harness.port(ref).port.wires
          const isFed = RAILS.some(
            (rail) => wires.includes(rail) && sourcesOnNet(harness, harness.nets, ref, rail).length > 1,
          )
          if (isFed) return say.holds(at)
          return say.found('missing', at, {
            outlet: harness.name(ref),
            deviceCount: devices.length,
            limitCount: extraFeedAboveCount.value,
          })
        })
      }),
    ),
  mends: () => [],
})
