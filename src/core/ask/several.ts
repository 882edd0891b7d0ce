import { freshThreadId, portKey, sameRef } from '../build/refs'
import type { Edit, SingleEdit } from '../build/edit-schema'
import type { PortRef } from '../schema/schema-kit'
import { fitOf } from '../parts/mating'
import type { Harness } from '../operate/harness'
import { occupancyOf } from '../structure/wiring/occupancy'
import type { PlacedPort } from '../structure/wiring/wiring'

/** Where each of several leads would go; those that find no place are left out. */
export interface Placing {
  readonly lead: PortRef
  readonly to: PortRef
}

/** How many places of a port are free, those that the leads themselves hold now counted as free. */
function freePlaces(harness: Harness, { ref }: PlacedPort, leads: readonly PortRef[]): number {
  const { placeCount, coveredCount } = occupancyOf(harness, ref)
  const own = harness.across(ref).filter((other) => leads.some((lead) => sameRef(lead, other.ref)))
  return placeCount - coveredCount + own.length
}

/**
 * Several leads from one port on: the first goes there, each of the others to the next free port of the same thing that
 * its plug fits, round to its first ones.
 */
export function placeSeveral(harness: Harness, leads: readonly PortRef[], start: PortRef): readonly Placing[] {
  const { facts } = harness.port(start)
  const ports = facts.part.ports.map(({ id }) => harness.port({ itemId: start.itemId, portId: id }))
  const from = ports.findIndex(({ ref }) => sameRef(ref, start))
  const turned = [...ports.slice(from), ...ports.slice(0, from)].filter(({ port }) => port.side === 'gives')
  const left = new Map(turned.map((placed) => [placed.key, freePlaces(harness, placed, leads)]))
  return leads.flatMap((lead) => {
    const { port } = harness.port(lead)
    const to = turned.find((giver) => left.get(giver.key)! > 0 && fitOf(port, giver.port).misfit === 'none')
    if (to === undefined || lead.itemId === start.itemId) return []
    left.set(to.key, left.get(to.key)! - 1)
    return [{ lead, to: to.ref }]
  })
}

/** The edit that plugs several leads, out of wherever they are now, as one step. */
export function severalEdit({ build }: Harness, placings: readonly Placing[]): Edit {
  const away = build.threads.filter(({ from }) => placings.some(({ lead }) => sameRef(lead, from)))
  return {
    type: 'batch',
    edits: [
      ...away.map(({ id }): SingleEdit => ({ type: 'disconnect', threadId: id })),
      ...placings.map(({ lead, to }): SingleEdit => {
        return { type: 'connect', thread: { id: freshThreadId(build, lead), from: lead, to } }
      }),
    ],
  }
}

/** Loose leads like this one: the same port of the same part. */
export function looseLike(harness: Harness, lead: PortRef): readonly PortRef[] {
  const { item, port } = harness.port(lead)
  return harness.ports
    .filter(
      (other) =>
        other.item.partId === item.partId &&
        other.port.id === port.id &&
        portKey(other.ref) !== portKey(lead) &&
        harness.threadsAt(other.ref).length === 0,
    )
    .map(({ ref }) => ref)
}
