import { stepsOf } from '../../build/apply'
import { plugEdit } from '../../build/plug'
import type { PortRef } from '../../schema/schema-kit'
import { hangingOn } from '../../structure/wiring/below'
import type { Harness } from '../../operate/harness'
import { rowFeedLeads } from '../../structure/wiring/row-feed'
import { sourcesOnNet } from '../../structure/power/supplies'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { RAILS } from '../../parts/connectors'
import { exceeds } from '../../units/compare'
import { movesOf } from '../engine/mend'
import { defineRule, type Mend } from '../engine/rule'

/** Tails of a device that nothing is plugged into. */
const openTails = (harness: Harness, { itemId }: PortRef): readonly PlacedPort[] =>
  harness.ports.filter(
    ({ item, port, ref }) =>
      item.id === itemId && port.side === 'gives' && port.need === 'onward' && harness.threadsAt(ref).length === 0,
  )

/** What lies loose and feeds a row, plugged into the tail of its last device and into the best supply plug. */
function feedsFor(harness: Harness, last: PortRef): readonly Mend[] {
  return openTails(harness, last).flatMap((tail) =>
    harness.items.flatMap(({ id }): readonly Mend[] => {
      const leads = rowFeedLeads(harness.factsOfItem(id), [tail.port])
      const [feed] = leads?.feeds ?? []
      if (leads === undefined || feed === undefined) return []
      const end = { itemId: id, portId: leads.end.id }
      const lead = { itemId: id, portId: feed.id }
      if ([end, lead].some((ref) => harness.threadsAt(ref).length > 0)) return []
      return movesOf(harness, lead, 1).map(({ params, edit }): Mend => ({
        messageId: 'feedRow',
        params: { ...params, end: harness.name(end), tail: harness.name(tail.ref) },
        edit: { type: 'batch', edits: [...stepsOf(plugEdit(harness.build, end, tail.ref)), ...stepsOf(edit)] },
      }))
    }),
  )
}

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
      isMissing: true,
      text: '{outlet} has {deviceCount} {deviceCount|device|devices} in a row; above {limitCount} the row wants an extra supply lead at its far end. Plug one in, or shorten the row.',
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
          if (devices.length === 0) return say.notApplicable()
          if (!exceeds(devices.length, extraFeedAboveCount.value)) return say.holds()
          const wires = harness.port(ref).port.wires
          const isFed = RAILS.some(
            (rail) => wires.includes(rail) && sourcesOnNet(harness, harness.nets, ref, rail).length > 1,
          )
          if (isFed) return say.holds()
          return say.found('missing', at, {
            outlet: harness.name(ref),
            deviceCount: devices.length,
            limitCount: extraFeedAboveCount.value,
          })
        })
      }),
    ),
  mends: (harness, { at: [, ...devices] }) => {
    const last = devices.at(-1)
    return last === undefined ? [] : [...feedsFor(harness, last), ...movesOf(harness, last)]
  },
})
