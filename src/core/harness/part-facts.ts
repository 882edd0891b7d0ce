import type { Rail, Wire } from '../parts/connectors'
import type { Part, Port, RelationOf } from '../parts/schema'

export type Consumer = RelationOf<'motor'> | RelationOf<'light'> | RelationOf<'draw'>

/** What the harness asks about a part again and again, worked out once for each part. */
export interface PartFacts {
  readonly part: Part
  readonly portById: ReadonlyMap<string, Port>
  /** Ports of the same copper on this wire, the given one included. */
  readonly copper: (wire: Wire, portId: string) => readonly string[]
  readonly consumers: readonly Consumer[]
  readonly powers: readonly RelationOf<'powers'>[]
  readonly converts: readonly RelationOf<'converts'>[]
  readonly limits: readonly RelationOf<'limit'>[]
}

/** The port that a consumer draws its supply from. */
export function supplyPortOf(consumer: Consumer): string {
  return consumer.type === 'light' ? consumer.input : consumer.port
}

function relationsOf<T extends Part['inside'][number]['type']>(part: Part, type: T): readonly RelationOf<T>[] {
  return part.inside.filter((relation): relation is RelationOf<T> => relation.type === type)
}

/** Joins the port lists that share a port until none do. */
function components(lists: readonly (readonly string[])[]): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, Set<string>>()
  for (const list of lists) {
    const merged = new Set(list)
    for (const portId of list) for (const other of found.get(portId) ?? []) merged.add(other)
    for (const portId of merged) found.set(portId, merged)
  }
  return new Map([...found].map(([portId, set]) => [portId, [...set]]))
}

export function factsOf(part: Part): PartFacts {
  const joins = relationsOf(part, 'joins')
  const byWire = new Map<Wire, ReadonlyMap<string, readonly string[]>>()
  const copperOf = (wire: Wire) => {
    const known = byWire.get(wire)
    if (known !== undefined) return known
    const made = components(joins.filter((join) => join.wires.includes(wire)).map((join) => join.ports))
    byWire.set(wire, made)
    return made
  }
  return {
    part,
    portById: new Map(part.ports.map((port) => [port.id, port])),
    copper: (wire, portId) => copperOf(wire).get(portId) ?? [portId],
    consumers: part.inside.filter((r): r is Consumer => r.type === 'motor' || r.type === 'light' || r.type === 'draw'),
    powers: relationsOf(part, 'powers'),
    converts: relationsOf(part, 'converts'),
    limits: relationsOf(part, 'limit'),
  }
}

/** Whether the part makes this rail on this outlet itself, from a feed of its own or as the source. */
export function poweredBy(facts: PartFacts, rail: Rail, portId: string): RelationOf<'powers'> | undefined {
  return facts.powers.find((relation) => relation.rail === rail && relation.outlets.includes(portId))
}
