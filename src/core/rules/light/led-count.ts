import type { Harness } from '../../operate/harness'
import type { RelationOf } from '../../parts/schema'
import { showsOne } from '../../structure/signal/lights'
import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

interface Channel {
  readonly portIds: readonly string[]
  readonly limit: RelationOf<'limit'>
}

function channelsOf(harness: Harness, itemId: string): readonly Channel[] {
  return harness.factsOfItem(itemId).all.limit.flatMap((limit): readonly Channel[] => {
    if (limit.mostLedCount === undefined) return []
    return limit.holds === 'together'
      ? [{ portIds: limit.ports, limit }]
      : limit.ports.map((portId) => ({ portIds: [portId], limit }))
  })
}

/** LEDs that a channel has to address against the most it can. */
export const ledCount = defineRule({
  id: 'led-count',
  group: 'light',
  what: 'No light output addresses more LEDs than it can: series adds, a split counts its longest leg.',
  source: 'the limit in the manual; how legs count: common practice, no source',
  reads: ['light.addressedLedCount'],
  asksOnly: ['limit.mostLedCount'],
  messages: {
    over: {
      severity: 'warning',
      text: '{subject} would address {ledCount} {ledCount|LED|LEDs}; its limit is {limitCount}. What lies past that stays dark: move lights to another output.',
      worse: { ledCount: 'more', limitCount: 'less' },
    },
    unknown: {
      severity: 'unknown',
      text: '{subject} would address at least {ledCount} of {limitCount} {limitCount|LED|LEDs}: {unknownCount} of its lights {unknownCount|has|have} no known count. Count {unknownCount|its|their} LEDs.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) =>
      channelsOf(harness, item.id).map(({ portIds, limit }) => {
        const at = portIds.map((portId) => ({ itemId: item.id, portId }))
        const lines = at.map((ref) => harness.lights().lineBelow(ref))
        const counts = lines.map((line) => line.ledCount)
        const total = showsOne(harness.factsOfItem(item.id), portIds)
          ? Math.max(0, ...counts)
          : counts.reduce((sum, count) => sum + count, 0)
        const unknownCount = lines.reduce((sum, line) => sum + line.unknownCount, 0)
        const limitCount = limit.mostLedCount!.value
        const subject = at.length === 1 ? harness.name(at[0]!) : `${item.mark} ${limit.name ?? 'outlets together'}`
        if (lines.every(({ segments }) => segments.length === 0)) return say.notApplicable()
        if (exceeds(total, limitCount)) return say.found('over', at, { subject, ledCount: total, limitCount })
        if (unknownCount > 0) return say.found('unknown', at, { subject, ledCount: total, limitCount, unknownCount })
        return say.holds()
      }),
    ),
  mends: () => [],
})
