import type { PortRef } from '../formats/schema-kit'
import type { RelationOf } from '../parts/schema'
import type { Nets } from './nets'
import { listBy, type PlacedPort, type Wiring } from './wiring'

/** A port that reads speed, and the motors whose pulses reach it. */
export interface Reading {
  readonly at: PortRef
  readonly placed: PlacedPort
  readonly motors: readonly { readonly at: PortRef; readonly motor: RelationOf<'motor'> }[]
}

export interface Tach {
  readonly readings: readonly Reading[]
  readonly readingAt: (ref: PortRef) => Reading | undefined
}

/** The port that a motor's pulses come out of. */
function tachPortOf(motor: RelationOf<'motor'>): string {
  return motor.tachPort ?? motor.port
}

/** What each header and each outlet of a box with a brain of its own reads. */
export function deriveTach(wiring: Wiring, nets: Nets): Tach {
  const motorsBelow = (ref: PortRef, seen: ReadonlySet<string>): Reading['motors'] => {
    const net = nets(ref, 'tach')
    if (net === undefined) return []
    return net.ports.flatMap((placed): Reading['motors'] => {
      if (placed.port.side !== 'takes' || seen.has(placed.key)) return []
      const own = placed.facts.all.motor
        .filter((motor) => tachPortOf(motor) === placed.port.id)
        .map((motor) => ({ at: placed.ref, motor }))
      const relayed = placed.facts.all.reports
        .filter(
          (report) =>
            report.input === placed.port.id && !placed.facts.copper('tach', report.input).includes(report.outlet),
        )
        .flatMap((report) =>
          motorsBelow({ itemId: placed.item.id, portId: report.outlet }, new Set([...seen, placed.key])),
        )
      return [...own, ...relayed]
    })
  }
  const reads = ({ facts, port }: PlacedPort) =>
    port.side === 'gives' &&
    port.wires.includes('tach') &&
    facts.all.drives.some((r) => r.signal === 'speed' && r.outlets.includes(port.id))
  const readings = wiring.ports
    .filter(reads)
    .map((placed): Reading => ({ at: placed.ref, placed, motors: motorsBelow(placed.ref, new Set()) }))
  const byPort = listBy(readings.map((reading) => [reading.placed.key, reading] as const))
  return { readings, readingAt: (ref) => byPort.get(wiring.port(ref).key)?.[0] }
}

/** Leads of one machine that could report a speed to a header, plugged in or not. */
export function reportersOf(wiring: Wiring, assemblyId: string | undefined): readonly PlacedPort[] {
  return wiring.items
    .filter((item) => item.assemblyId === assemblyId)
    .flatMap((item) =>
      wiring
        .factsOfItem(item.id)
        .all.motor.map((motor) => wiring.port({ itemId: item.id, portId: tachPortOf(motor) }))
        .filter(({ port }) => port.wires.includes('tach')),
    )
}

/** Of those, the ones that still have to be plugged in somewhere. */
export function looseReportersOf(wiring: Wiring, assemblyId: string | undefined): readonly PlacedPort[] {
  return reportersOf(wiring, assemblyId).filter(
    ({ ref, port }) => port.need === 'required' && wiring.threadsAt(ref).length === 0,
  )
}
