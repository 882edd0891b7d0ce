import type { Harness } from './derive'
import type { PlacedPort } from './wiring'

/**
 * Leads that still want a port, needed ones first, in the order of the marks: neither tails, nor leads that are left
 * loose on purpose.
 */
export function looseLeads(harness: Harness): readonly PlacedPort[] {
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
