import type { PortRef } from '../schema/schema-kit'
import type { Harness } from '../operate/harness'
import { occupancyOf } from '../structure/wiring/occupancy'
import { countOf } from './text'

/** How a port stands by count: `3/4` for where there is little room, and in words. */
export interface PortCount {
  readonly short: string
  readonly words: string
}

/** Devices on a port against the most it takes, or the places of one that has several; nothing where nothing is counted. */
export function portCount(harness: Harness, ref: PortRef): PortCount | undefined {
  const own = harness.deviceCountsAt(ref).filter(({ at, limit }) => at.length === 1 && limit.variant === undefined)
  const [tightest] = own.toSorted((a, b) => a.mostCount - a.devices.length - (b.mostCount - b.devices.length))
  if (tightest !== undefined) {
    const { devices, mostCount } = tightest
    return { short: `${devices.length}/${mostCount}`, words: `${devices.length} of ${mostCount} devices` }
  }
  const { placeCount, coveredCount } = occupancyOf(harness, ref)
  if (placeCount < 2) return undefined
  return { short: `${coveredCount}/${placeCount}`, words: `${coveredCount} of ${placeCount} used` }
}

/** Everything that is counted at a port, line by line: devices by each limit they count under, and LEDs. */
export function countLines(harness: Harness, ref: PortRef): readonly string[] {
  const { item, port } = harness.port(ref)
  const devices = harness.deviceCountsAt(ref).map(({ at, limit, devices: there, mostCount }) => {
    const where = at.length === 1 ? 'here' : `on ${item.mark} ${limit.name ?? 'outlets together'}`
    const kind = limit.variant === undefined ? '' : ` of the kind ${limit.variant}`
    return `Devices ${where}${kind}: ${there.length} of ${mostCount}`
  })
  const { placeCount, coveredCount } = occupancyOf(harness, ref)
  const places = placeCount > 1 ? [`USB ports of this header used: ${coveredCount} of ${placeCount}`] : []
  if (!port.wires.includes('data')) return [...devices, ...places]
  const { segments, ledCount, unknownCount } = harness.lights().lineBelow(ref)
  if (segments.length === 0) return [...devices, ...places]
  const lit = segments.reduce((sum, { light }) => sum + ((light.litLedCount ?? light.addressedLedCount)?.value ?? 0), 0)
  const open = unknownCount === 0 ? '' : `, ${countOf(unknownCount, 'light')} not counted`
  return [...devices, ...places, `LEDs: ${ledCount} addressed, ${lit} lit${open}`]
}
