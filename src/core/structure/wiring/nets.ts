import type { PortRef } from '../../schema/schema-kit'
import type { Wire } from '../../parts/connectors'
import type { PlacedPort, Wiring } from './wiring'

/** One piece of copper on one wire: every port it touches, in the order of the build's ports. */
export interface Net {
  readonly wire: Wire
  readonly ports: readonly PlacedPort[]
  /** Those of its ports that give. */
  readonly givers: readonly PlacedPort[]
}

/** The net that a port's wire belongs to; undefined where the port has no such wire. */
export type Nets = (ref: PortRef, wire: Wire) => Net | undefined

/** Union by smallest index, with the paths halved on the way. */
function rootOf(parents: Int32Array, index: number): number {
  let at = index
  while (parents[at] !== at) {
    parents[at] = parents[parents[at]!]!
    at = parents[at]!
  }
  return at
}

function unite(parents: Int32Array, a: number, b: number): void {
  const [rootA, rootB] = [rootOf(parents, a), rootOf(parents, b)]
  parents[Math.max(rootA, rootB)] = Math.min(rootA, rootB)
}

interface GrowingNet extends Net {
  readonly ports: PlacedPort[]
  readonly givers: PlacedPort[]
}

function netsOfWire(wiring: Wiring, wire: Wire): readonly (Net | undefined)[] {
  const { ports } = wiring
  const parents = new Int32Array(ports.length)
  for (let index = 0; index < parents.length; index += 1) parents[index] = index
  const hasWire = ports.map(({ port }) => port.wires.includes(wire))
  for (const { from, to, open } of wiring.structure.plugged) {
    if (hasWire[from] === true && hasWire[to] === true && !open.includes(wire)) unite(parents, from, to)
  }
  for (const item of wiring.items) {
    const facts = wiring.factsOfItem(item.id)
    const sets = facts.copperSets.get(wire)!
    if (sets.length === 0) continue
    const first = wiring.firstPortIndex(item.id)
    for (const [head, ...others] of sets) {
      const start = first + facts.portIndex.get(head!)!
      for (const other of others) unite(parents, start, first + facts.portIndex.get(other)!)
    }
  }
  // Roots are the smallest of their kind, so that a net is begun by its first port.
  const nets: (GrowingNet | undefined)[] = []
  for (const placed of ports) {
    const net =
      hasWire[placed.index] === true
        ? (nets[rootOf(parents, placed.index)] ?? { wire, ports: [], givers: [] })
        : undefined
    net?.ports.push(placed)
    if (placed.port.side === 'gives') net?.givers.push(placed)
    nets.push(net)
  }
  return nets
}

/** Copper nets by joining wires over threads and shared copper inside parts; each wire worked out when first asked for. */
export function makeNets(wiring: Wiring): Nets {
  const byWire = new Map<Wire, readonly (Net | undefined)[]>()
  return (ref, wire) => {
    let nets = byWire.get(wire)
    if (nets === undefined) byWire.set(wire, (nets = netsOfWire(wiring, wire)))
    return nets[wiring.port(ref).index]
  }
}
