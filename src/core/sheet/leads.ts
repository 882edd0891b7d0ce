import type { PortRef } from '../schema/schema-kit'
import type { Harness } from '../operate/harness'
import { signalPath, supplyPath } from '../structure/wiring/upstream'
import type { PlacedPort } from '../structure/wiring/wiring'
import { railsOf } from '../parts/mating'
import { compareMarks, inOrder } from '../units/compare'

/** Service of a lead, for its line style and its place in the working order. */
export const SERVICES = ['supply', 'usb', 'fan', 'signal', 'light5v', 'light12v', 'other'] as const
export type Service = (typeof SERVICES)[number]

/** What a lead carries, told by its wires alone. */
export function serviceOf({ port }: PlacedPort): Service {
  const has = (wire: (typeof port.wires)[number]) => port.wires.includes(wire)
  if (has('usb')) return 'usb'
  if (has('data')) return 'light5v'
  if (has('r') || has('g') || has('b')) return 'light12v'
  if (has('tach') || has('pwm')) return has('12v') ? 'fan' : 'signal'
  if (port.connector.family === 'fan-3pin' || port.connector.family === 'fan-4pin') return 'fan'
  return railsOf(port).length > 0 ? 'supply' : 'other'
}

/** One line of the lead list: a lead, where it goes, and how far from the source that is. */
export interface LeadLine {
  readonly threadId: string
  readonly from: PortRef
  readonly to: PortRef
  readonly fromName: string
  readonly toName: string
  readonly service: Service
  readonly hopCount: number
  readonly lengthMm: number | undefined
  readonly asOnBench: boolean
}

/** How long the lead of a port is, in mm; undefined where nobody says. */
export const leadLength = ({ facts, port }: PlacedPort): number | undefined => {
  const lead = facts.part.leads?.find((candidate) => candidate.id === port.lead?.leadId)
  return lead?.lengthMm?.value
}

/**
 * Every thread in working order: first what feeds boxes, then what commands them, then fans, then lights; on each, from
 * the source outwards, so that a box is fed before what hangs on it (common practice, no source).
 */
export function leadLines(harness: Harness): readonly LeadLine[] {
  const lines = harness.threads.map((thread): LeadLine => {
    const placed = harness.port(thread.from)
    const rail = railsOf(placed.port)[0]
    const signal = placed.port.wires.includes('data') ? 'light' : 'speed'
    const path = rail === undefined ? signalPath(harness, thread.from, signal) : supplyPath(harness, thread.from, rail)
    return {
      threadId: thread.id,
      from: thread.from,
      to: thread.to,
      fromName: harness.name(thread.from),
      toName: harness.name(thread.to),
      service: serviceOf(placed),
      hopCount: path.hops.length,
      lengthMm: leadLength(placed),
      asOnBench: thread.asOnBench === true,
    }
  })
  return lines.toSorted(
    inOrder(
      (a, b) => SERVICES.indexOf(a.service) - SERVICES.indexOf(b.service),
      (a, b) => a.hopCount - b.hopCount,
      (a, b) => compareMarks(a.fromName, b.fromName),
      (a, b) => compareMarks(a.toName, b.toName),
    ),
  )
}
