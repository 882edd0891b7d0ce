import type { PortRef } from '../../schema/schema-kit'
import type { RelationOf } from '../../parts/schema'
import { hangingOn, type Hanging } from '../wiring/below'
import type { Wiring } from '../wiring/wiring'

/** The devices that count against one limit of a part: on one outlet, or on several of them together. */
export interface DeviceCount {
  readonly itemId: string
  readonly at: readonly PortRef[]
  readonly limit: RelationOf<'limit'>
  readonly mostCount: number
  readonly devices: readonly Hanging[]
}

/** Whether a device counts under this limit: by what it is to the outlet, and by its variant. */
function counts({ service, variant }: RelationOf<'limit'>, { placed, hasMotor, hasLight }: Hanging): boolean {
  if (service === 'motor' && !hasMotor) return false
  if (service === 'light' && !hasLight) return false
  return variant === undefined || placed.port.connector.variant === variant
}

/** Every limit of devices in the build with what counts against it, items by mark, limits in the part's order. */
export function deviceCounts(wiring: Wiring): readonly DeviceCount[] {
  return wiring.items.flatMap((item) =>
    wiring.factsOfItem(item.id).all.limit.flatMap((limit): readonly DeviceCount[] => {
      const { mostDeviceCount, holds, ports } = limit
      if (mostDeviceCount === undefined) return []
      const places = holds === 'together' ? [ports] : ports.map((portId) => [portId])
      return places.map((portIds) => {
        const at = portIds.map((portId) => ({ itemId: item.id, portId }))
        const devices = at.flatMap((ref) => hangingOn(wiring, ref)).filter((device) => counts(limit, device))
        return { itemId: item.id, at, limit, mostCount: mostDeviceCount.value, devices }
      })
    }),
  )
}
