import type { PortRef } from '../../schema/schema-kit'
import type { Port } from '../../parts/schema'
import { sameRef } from '../../build/refs'
import type { PlacedPort, Wiring } from './wiring'

/** How many places of a port are there, and how many its threads cover. A USB header has two lanes, all else one place. */
export interface Occupancy {
  readonly placeCount: number
  readonly coveredCount: number
}

function coversOn(port: Port, other: Port): number {
  return port.side === 'gives' ? Math.min(other.lanes?.covers ?? 1, port.lanes?.count ?? 1) : 1
}

/** The threads on a port against its places, leaving out what some leads hold there (for asking where they may move). */
export function occupancyOf(
  wiring: Wiring,
  ref: PortRef,
  isLeftOut: (lead: PlacedPort) => boolean = () => false,
): Occupancy {
  const { port } = wiring.port(ref)
  const others = wiring.across(ref).filter((other) => !isLeftOut(other))
  return {
    placeCount: port.side === 'gives' ? (port.lanes?.count ?? 1) : 1,
    coveredCount: others.reduce((total, other) => total + coversOn(port, other.port), 0),
  }
}

/** Whether one more lead of this kind still finds room on the port. */
export function hasRoomFor(wiring: Wiring, ref: PortRef, lead: PortRef): boolean {
  const { placeCount, coveredCount } = occupancyOf(wiring, ref, (other) => sameRef(other.ref, lead))
  return coveredCount + coversOn(wiring.port(ref).port, wiring.port(lead).port) <= placeCount
}
