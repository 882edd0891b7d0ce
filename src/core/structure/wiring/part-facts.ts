import { WIRES, type Rail, type Wire } from '../../parts/connectors'
import type { Part, Port, Relation, RelationOf } from '../../parts/schema'

export type Consumer = RelationOf<'motor'> | RelationOf<'light'> | RelationOf<'draw'>

type ByType = { readonly [T in Relation['type']]: readonly RelationOf<T>[] }

/** What the harness asks about a part again and again, worked out once for each part. */
export interface PartFacts {
  readonly part: Part
  readonly portById: ReadonlyMap<string, Port>
  /** Where a port stands in the part's list. */
  readonly portIndex: ReadonlyMap<string, number>
  /** The part's relations, by their type. */
  readonly all: ByType
  /** By wire, every port that shares its copper with others, with all of them, itself included. */
  readonly copper: ReadonlyMap<Wire, ReadonlyMap<string, readonly string[]>>
  /** By wire, every set of ports that share copper. */
  readonly copperSets: ReadonlyMap<Wire, readonly (readonly string[])[]>
  readonly consumers: readonly Consumer[]
}

/** The port that a consumer draws its supply from. */
export function supplyPortOf(consumer: Consumer): string {
  return consumer.type === 'light' ? consumer.input : consumer.port
}

/** What drives a signal at one of the outlets of a part, if anything in it does. */
export const drivesAt = (
  { all }: PartFacts,
  portId: string,
  signal: RelationOf<'drives'>['signal'],
): RelationOf<'drives'> | undefined => all.drives.find((r) => r.signal === signal && r.outlets.includes(portId))

/** The strictest of the limits of a port in a count; undefined where it has none. */
export function leastLimit(
  { all }: PartFacts,
  portId: string,
  count: 'mostLedCount' | 'mostUnitCount',
): number | undefined {
  const limits = all.limit.flatMap((limit) => (limit.ports.includes(portId) ? (limit[count]?.value ?? []) : []))
  return limits.length === 0 ? undefined : Math.min(...limits)
}

function byType(part: Part): ByType {
  const lists: { [T in Relation['type']]: RelationOf<T>[] } = {
    joins: [],
    converts: [],
    powers: [],
    repeats: [],
    reports: [],
    drives: [],
    follows: [],
    motor: [],
    light: [],
    sensor: [],
    draw: [],
    usb: [],
    limit: [],
    cascade: [],
  }
  for (const relation of part.inside) (lists[relation.type] as Relation[]).push(relation)
  return lists
}

/** Joins the port lists that share a port until none do. */
function components(lists: readonly (readonly string[])[]): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, Set<string>>()
  for (const list of lists) {
    const merged = new Set(list)
    for (const portId of list) for (const other of found.get(portId) ?? []) merged.add(other)
    for (const portId of merged) found.set(portId, merged)
  }
  const arrays = new Map([...new Set(found.values())].map((set) => [set, [...set]] as const))
  return new Map([...found].map(([portId, set]) => [portId, arrays.get(set)!]))
}

const factsByPart = new WeakMap<Part, PartFacts>()

/** The facts of a part; edits of a build keep its parts as they are, so that they are worked out once. */
export function factsOf(part: Part): PartFacts {
  let facts = factsByPart.get(part)
  if (facts === undefined) factsByPart.set(part, (facts = readFacts(part)))
  return facts
}

function readFacts(part: Part): PartFacts {
  const all = byType(part)
  const copper = new Map(
    WIRES.map((wire) => [
      wire,
      components(all.joins.filter((join) => join.wires.includes(wire)).map((join) => join.ports)),
    ]),
  )
  return {
    part,
    portById: new Map(part.ports.map((port) => [port.id, port])),
    portIndex: new Map(part.ports.map((port, index) => [port.id, index])),
    all,
    copper,
    copperSets: new Map(WIRES.map((wire) => [wire, [...new Set(copper.get(wire)!.values())]])),
    consumers: part.inside.filter((r): r is Consumer => r.type === 'motor' || r.type === 'light' || r.type === 'draw'),
  }
}

/** Ports of the same copper on this wire, the given one included. */
export function sameCopper(facts: PartFacts, wire: Wire, portId: string): readonly string[] {
  return facts.copper.get(wire)!.get(portId) ?? [portId]
}

/** Whether it is, or holds, a pump. */
/** Whether a part tells what a header is for, as only a board does. */
export const hasRoles = ({ part }: Pick<PartFacts, 'part'>): boolean =>
  part.ports.some(({ role }) => role !== undefined)

/** The first brain of a part that does nothing as planned without its program. */
export const programmed = ({ all }: Pick<PartFacts, 'all'>): RelationOf<'drives'> | undefined =>
  all.drives.find(({ needsProgram }) => needsProgram === true)

export const hasPump = ({ all }: PartFacts): boolean => all.motor.some(({ pump }) => pump === true)

/** How the part makes this rail on this outlet out of another one. */
export function convertedTo({ all }: PartFacts, rail: Rail, portId: string): RelationOf<'converts'> | undefined {
  return all.converts.find(({ to }) => to.wire === rail && to.portId === portId)
}

/** Ports of a board, or of a card in it, that give USB without being fed by USB themselves: they bring their 5 V along. */
export function isUsbRoot({ all }: PartFacts, portId: string): boolean {
  return all.usb.some(({ up, down }) => up === undefined && down.includes(portId))
}

/** Whether the part makes this rail on this outlet itself, from a feed of its own or as the source. */
export function poweredBy(facts: PartFacts, rail: Rail, portId: string): RelationOf<'powers'> | undefined {
  return facts.all.powers.find((relation) => relation.rail === rail && relation.outlets.includes(portId))
}
