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
  /** Leads of one machine that could report a speed, plugged in or not. */
  readonly reporters: (assemblyId: string | undefined) => Reporters
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
  return { readings, readingAt: (ref) => byPort.get(wiring.port(ref).key)?.[0], reporters: reportersByMachine(wiring) }
}

/** The leads of one machine that could report a speed to a header. */
interface Reporters {
  readonly all: readonly PlacedPort[]
  /** Those that still have to be plugged in somewhere. */
  readonly loose: readonly PlacedPort[]
}

/** Reporters by machine (assembly); items of none are one machine. */
function reportersByMachine(wiring: Wiring): (assemblyId: string | undefined) => Reporters {
  const byMachine = new Map<string | undefined, { readonly all: PlacedPort[]; readonly loose: PlacedPort[] }>()
  for (const item of wiring.items) {
    for (const motor of wiring.factsOfItem(item.id).all.motor) {
      const placed = wiring.port({ itemId: item.id, portId: tachPortOf(motor) })
      if (!placed.port.wires.includes('tach')) continue
      const machine = byMachine.get(item.assemblyId) ?? { all: [], loose: [] }
      byMachine.set(item.assemblyId, machine)
      machine.all.push(placed)
      if (placed.port.need === 'required' && wiring.threadsAt(placed.ref).length === 0) machine.loose.push(placed)
    }
  }
  return (assemblyId) => byMachine.get(assemblyId) ?? { all: [], loose: [] }
}
