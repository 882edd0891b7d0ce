import type { DeviceCount } from '../../structure/signal/device-counts'
import type { Harness } from '../../operate/harness'
import { exceeds } from '../../units/compare'
import { movesOf } from '../engine/mend'
import { defineRule } from '../engine/rule'

function subjectOf(harness: Harness, { at, itemId, limit: { name } }: DeviceCount): string {
  const [only] = at
  if (only !== undefined && at.length === 1) return harness.name(only)
  return `${harness.items.find((item) => item.id === itemId)!.mark} ${name ?? 'outlets together'}`
}

/** Devices on an outlet, a box or a chain against the most it takes, by kind and in all. */
export const deviceCount = defineRule({
  id: 'device-count',
  group: 'chain',
  what: 'No outlet, box or chain has more devices than it takes, by kind and in all.',
  source: 'the limit in the manual; how chains count: common practice, no source',
  reads: [],
  asksOnly: ['limit.mostDeviceCount'],
  messages: {
    over: {
      severity: 'stop',
      text: '{subject} would have {deviceCount} {deviceCount|device|devices} ({leads}); it takes {limitCount}. Move one to another outlet or box.',
    },
    overOfKind: {
      severity: 'stop',
      text: '{subject} would have {deviceCount} {deviceCount|device|devices} of the kind {variant} ({leads}); it takes {limitCount} of them. Move one to another outlet or box.',
    },
  },
  check: (harness, say) =>
    harness.deviceCounts().map((count) => {
      const { devices, mostCount, limit } = count
      const at = [...count.at, ...devices.map(({ placed }) => placed.ref)]
      if (devices.length === 0) return say.notApplicable()
      if (!exceeds(devices.length, mostCount)) return say.holds()
      const params = {
        subject: subjectOf(harness, count),
        deviceCount: devices.length,
        leads: devices.map(({ placed }) => placed.item.mark),
        limitCount: mostCount,
      }
      const { variant } = limit
      return variant === undefined ? say.found('over', at, params) : say.found('overOfKind', at, { ...params, variant })
    }),
  mends: (harness, finding) =>
    finding.at
      .filter((ref) => harness.port(ref).port.side === 'takes')
      .slice(-1)
      .flatMap((lead) => movesOf(harness, lead)),
})
