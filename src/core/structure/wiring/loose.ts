import type { Chosen } from './choices'
import type { PlacedPort } from './wiring'

/** Whether a thing only lies on the bench: nothing of it is plugged, and its leads stay loose on purpose. */
export function isPutAside(harness: Chosen, itemId: string): boolean {
  const own = harness.factsOfItem(itemId).part.ports.map((port) => ({ port, ref: { itemId, portId: port.id } }))
  if (own.some(({ ref }) => harness.threadsAt(ref).length > 0)) return false
  const needed = own.filter(({ port }) => port.side === 'takes' && port.need === 'required')
  return needed.length > 0 && needed.every(({ ref }) => harness.choices.parkedReasonAt(ref) !== undefined)
}

/**
 * Leads that still want a port, needed ones first, in the order of the marks: neither tails, nor leads that are left
 * loose on purpose.
 */
export function looseLeads(harness: Chosen): readonly PlacedPort[] {
  const loose = harness.ports.filter(
    ({ ref, port }) =>
      port.side === 'takes' &&
      port.need !== undefined &&
      port.need !== 'onward' &&
      harness.threadsAt(ref).length === 0 &&
      harness.choices.parkedReasonAt(ref) === undefined,
  )
  return [
    ...loose.filter(({ port }) => port.need === 'required'),
    ...loose.filter(({ port }) => port.need !== 'required'),
  ]
}
