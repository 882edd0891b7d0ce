import type { PortRef } from '../../schema/schema-kit'
import type { RelationOf } from '../../parts/schema'
import type { Nets } from '../wiring/nets'
import { listBy, type PlacedPort, type Wiring } from '../wiring/wiring'
import { sameCopper } from '../wiring/part-facts'

/** A lead that gives pulses: of a motor, of several that share one tach wire, or of a sensor without a motor. */
export interface Reporter {
  readonly at: PortRef
  readonly placed: PlacedPort
}

/** A port that reads speed, and whose pulses reach it. */
export interface Reading {
  readonly at: PortRef
  readonly placed: PlacedPort
  readonly reporters: readonly Reporter[]
}

export interface Tach {
  readonly readings: readonly Reading[]
  readonly readingAt: (ref: PortRef) => Reading | undefined
  /** Whose pulses arrive at a giving port, whether it reads them or only passes them back. */
  readonly reportersBelow: (ref: PortRef) => readonly Reporter[]
  /** Every lead of one machine that could report a speed, plugged in or not; items of no assembly are one machine. */
  readonly reportersOf: (assemblyId: string | undefined) => readonly PlacedPort[]
}

/** The port that a motor's pulses come out of. */
function tachPortOf(motor: RelationOf<'motor'>): string {
  return motor.tachPort ?? motor.port
}

/** Whether pulses come out of this port: several motors joined behind one plug share its one tach wire. */
export function givesPulses({ facts: { all }, port }: PlacedPort): boolean {
  return (
    port.wires.includes('tach') &&
    (all.motor.some((motor) => tachPortOf(motor) === port.id) || all.sensor.some((sensor) => sensor.port === port.id))
  )
}

/** What each header and each outlet of a box with a brain of its own reads. */
export function deriveTach(wiring: Wiring, nets: Nets): Tach {
  const below = (ref: PortRef, seen: ReadonlySet<string>): readonly Reporter[] => {
    const net = nets(ref, 'tach')
    if (net === undefined) return []
    return net.ports.flatMap((placed): readonly Reporter[] => {
      if (placed.port.side !== 'takes' || seen.has(placed.key)) return []
      const own = givesPulses(placed) ? [{ at: placed.ref, placed }] : []
      const relayed = placed.facts.all.reports
        .filter(
          (report) =>
            report.input === placed.port.id && !sameCopper(placed.facts, 'tach', report.input).includes(report.outlet),
        )
        .flatMap((report) => below({ itemId: placed.item.id, portId: report.outlet }, new Set([...seen, placed.key])))
      return [...own, ...relayed]
    })
  }
  const reads = ({ facts, port }: PlacedPort) =>
    port.side === 'gives' &&
    port.wires.includes('tach') &&
    facts.all.drives.some((r) => r.signal === 'speed' && r.outlets.includes(port.id))
  const readings = wiring.ports
    .filter(reads)
    .map((placed): Reading => ({ at: placed.ref, placed, reporters: below(placed.ref, new Set()) }))
  const byPort = listBy(readings.map((reading) => [reading.placed.key, reading] as const))
  return {
    readings,
    readingAt: (ref) => byPort.get(wiring.port(ref).key)?.[0],
    reportersBelow: (ref) => below(ref, new Set()),
    reportersOf: reportersByMachine(wiring),
  }
}

/** Leads that could report a speed, by machine (assembly). */
function reportersByMachine(wiring: Wiring): (assemblyId: string | undefined) => readonly PlacedPort[] {
  const byMachine = new Map<string | undefined, PlacedPort[]>()
  for (const placed of wiring.ports) {
    if (!givesPulses(placed)) continue
    const machine = byMachine.get(placed.item.assemblyId)
    if (machine === undefined) byMachine.set(placed.item.assemblyId, [placed])
    else machine.push(placed)
  }
  return (assemblyId) => byMachine.get(assemblyId) ?? []
}
