import { portKey, portNamer, type PortKey } from '../build/refs'
import type { Build, Item, Thread } from '../build/schema'
import type { PortRef } from '../formats/schema-kit'
import { fitOf, type Fit } from '../parts/mating'
import type { Port } from '../parts/schema'
import { sortedByMark } from '../units/compare'
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
  /** What the threads at a port lead to, in their order. */
  readonly across: (ref: PortRef) => readonly PlacedPort[]
  readonly threads: readonly Thread[]
  /** Where the ends of each thread stand among the build's ports, in the order of the threads. */
  readonly ends: readonly { readonly from: number; readonly to: number }[]
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

const NO_THREADS: readonly Thread[] = []
const NO_PORTS: readonly PlacedPort[] = []

export function deriveWiring(build: Build): Wiring {
  const factsByPart = new Map(build.parts.map((part) => [part.id, factsOf(part)]))
  const items = sortedByMark(build.items, (item) => item.mark)
  const ports: PlacedPort[] = []
  const starts = new Map<string, { readonly index: number; readonly facts: PartFacts }>()
  for (const item of items) {
    const facts = factsByPart.get(item.partId)!
    starts.set(item.id, { index: ports.length, facts })
    for (const port of facts.part.ports) {
      const ref = { itemId: item.id, portId: port.id }
      ports.push({ ref, key: portKey(ref), index: ports.length, item, facts, port })
    }
  }
  const indexOf = ({ itemId, portId }: PortRef) => {
    const { index, facts } = starts.get(itemId)!
    return index + facts.portIndex.get(portId)!
  }
  const port = (ref: PortRef) => ports[indexOf(ref)]!
  const ends = build.threads
    .map((thread) => ({ thread, from: indexOf(thread.from), to: indexOf(thread.to) }))
    .toSorted((a, b) => (a.from === b.from ? a.to - b.to : a.from - b.from))
  const threadsByPort: (Thread[] | undefined)[] = ports.map(() => undefined)
  const acrossByPort: (PlacedPort[] | undefined)[] = ports.map(() => undefined)
  for (const { thread, from, to } of ends) {
    ;(threadsByPort[from] ??= []).push(thread)
    ;(threadsByPort[to] ??= []).push(thread)
    ;(acrossByPort[from] ??= []).push(ports[to]!)
    ;(acrossByPort[to] ??= []).push(ports[from]!)
  }
  const fits = new Map<Thread, Fit>()
  return {
    build,
    items,
    factsOfItem: (itemId) => starts.get(itemId)!.facts,
    ports,
    port,
    firstPortIndex: (itemId) => starts.get(itemId)!.index,
    threadsAt: (ref) => threadsByPort[indexOf(ref)] ?? NO_THREADS,
    across: (ref) => acrossByPort[indexOf(ref)] ?? NO_PORTS,
    threads: ends.map(({ thread }) => thread),
    ends,
    fit: (thread) => {
      const known = fits.get(thread)
      if (known !== undefined) return known
      const fit = fitOf(port(thread.from).port, port(thread.to).port)
      fits.set(thread, fit)
      return fit
    },
    name: portNamer(build),
  }
}
