import { hangingOn, type Hanging } from '../harness/below'
import type { Harness } from '../harness/derive'
import type { RelationOf } from '../parts/schema'
import { exceeds } from '../units/compare'
import { movesOf } from './mend'
import { defineRule } from './rule'

/** Whether a device counts under this limit: by what it is to the outlet, and by its variant. */
function counts({ service, variant }: RelationOf<'limit'>, { placed, hasMotor, hasLight }: Hanging): boolean {
  if (service === 'motor' && !hasMotor) return false
  if (service === 'light' && !hasLight) return false
  return variant === undefined || placed.port.connector.variant === variant
}

function subjectOf(harness: Harness, itemId: string, portIds: readonly string[], name: string | undefined): string {
  const [only] = portIds
  if (only !== undefined && portIds.length === 1) return harness.name({ itemId, portId: only })
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
    harness.items.flatMap((item) =>
      harness.factsOfItem(item.id).all.limit.flatMap((limit) => {
        const { mostDeviceCount, variant } = limit
        if (mostDeviceCount === undefined) return []
        const places = limit.holds === 'together' ? [limit.ports] : limit.ports.map((portId) => [portId])
        return places.map((portIds) => {
          const refs = portIds.map((portId) => ({ itemId: item.id, portId }))
          const hanging = refs.flatMap((ref) => hangingOn(harness, ref)).filter((device) => counts(limit, device))
          const at = [...refs, ...hanging.map(({ placed }) => placed.ref)]
          if (hanging.length === 0) return say.notApplicable(refs)
          if (!exceeds(hanging.length, mostDeviceCount.value)) return say.holds(at)
          const params = {
            subject: subjectOf(harness, item.id, portIds, limit.name),
            deviceCount: hanging.length,
            leads: hanging.map(({ placed }) => placed.item.mark),
            limitCount: mostDeviceCount.value,
          }
          return variant === undefined
            ? say.found('over', at, params)
            : say.found('overOfKind', at, { ...params, variant })
        })
      }),
    ),
  mends: (harness, finding) =>
    finding.at
      .filter((ref) => harness.port(ref).port.side === 'takes')
      .slice(-1)
      .flatMap((lead) => movesOf(harness, lead)),
})
