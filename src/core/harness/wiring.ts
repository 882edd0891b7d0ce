import { portKey, portNamer, type PortKey } from '../build/refs'
import type { Build, Item, Thread } from '../build/schema'
import type { PortRef } from '../formats/schema-kit'
import { fitOf, type Fit } from '../parts/mating'
import type { Port } from '../parts/schema'
import { compareMarks, compareText, inOrder } from '../units/compare'
import { factsOf, type PartFacts } from './part-facts'

/** A port where it is used: on this item of this build. */
export interface PlacedPort {
  readonly ref: PortRef
  readonly key: PortKey
  /** Where it stands among the build's ports. */
  readonly index: number
  readonly item: Item
  readonly facts: PartFacts
  readonly port: Port
}

/** The wiring as indexes: who is where, and which threads meet at which port. */
export interface Wiring {
  readonly build: Build
  /** Items in the order of their marks, so that nothing depends on the order in the document. */
  readonly items: readonly Item[]
  readonly factsOfItem: (itemId: string) => PartFacts
  /** Every port of every item, items by mark, ports in the part's order. */
  readonly ports: readonly PlacedPort[]
  readonly port: (ref: PortRef) => PlacedPort
  /** Where the ports of an item begin among the build's ports. */
  readonly firstPortIndex: (itemId: string) => number
  readonly threadsAt: (ref: PortRef) => readonly Thread[]
  readonly otherEnd: (thread: Thread, ref: PortRef) => PortRef
  readonly threads: readonly Thread[]
  readonly fit: (thread: Thread) => Fit
  readonly name: (ref: PortRef) => string
}

export function listBy<T>(entries: Iterable<readonly [PortKey, T]>): ReadonlyMap<PortKey, readonly T[]> {
  const lists = new Map<PortKey, T[]>()
  for (const [key, value] of entries) {
    const list = lists.get(key)
    if (list === undefined) lists.set(key, [value])
    else list.push(value)
  }
  return lists
}

export function deriveWiring(build: Build): Wiring {
  const factsByPart = new Map(build.parts.map((part) => [part.id, factsOf(part)]))
  const items = build.items.toSorted((a, b) => compareMarks(a.mark, b.mark))
  const factsByItem = new Map(items.map((item) => [item.id, factsByPart.get(item.partId)!]))
  const ports: PlacedPort[] = []
  const firstIndexes = new Map<string, number>()
  for (const item of items) {
    const facts = factsByItem.get(item.id)!
    firstIndexes.set(item.id, ports.length)
    for (const port of facts.part.ports) {
      const ref = { itemId: item.id, portId: port.id }
      ports.push({ ref, key: portKey(ref), index: ports.length, item, facts, port })
    }
  }
  const portByKey = new Map(ports.map((placed) => [placed.key, placed]))
  const threads = build.threads.toSorted(
    inOrder(
      (a, b) => compareText(portKey(a.from), portKey(b.from)),
      (a, b) => compareText(portKey(a.to), portKey(b.to)),
    ),
  )
  const threadsByPort = listBy(
    threads.flatMap((thread) => [[portKey(thread.from), thread] as const, [portKey(thread.to), thread] as const]),
  )
  const port = (ref: PortRef) => portByKey.get(portKey(ref))!
  return {
    build,
    items,
    factsOfItem: (itemId) => factsByItem.get(itemId)!,
    ports,
    port,
    firstPortIndex: (itemId) => firstIndexes.get(itemId)!,
    threadsAt: (ref) => threadsByPort.get(portKey(ref)) ?? [],
    otherEnd: (thread, ref) => (portKey(thread.from) === portKey(ref) ? thread.to : thread.from),
    threads,
    fit: (thread) => fitOf(port(thread.from).port, port(thread.to).port),
    name: portNamer(build),
  }
}
