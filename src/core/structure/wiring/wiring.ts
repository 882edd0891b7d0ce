import { portKey, portNamer, type PortKey } from '../../build/refs'
import type { Build, Item, Thread } from '../../build/schema'
import type { PortRef } from '../../schema/schema-kit'
import { fitOf, type Fit } from '../../parts/mating'
import { RAILS, type Wire } from '../../parts/connectors'
import type { Port } from '../../parts/schema'
import { sortedByMark } from '../../units/compare'
import { openWires, type WiringFault } from './faults'
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

/** One thread where it is plugged: its ends among the build's ports, and the wires whose contact is open. */
interface Plugged {
  readonly thread: Thread
  readonly from: number
  readonly to: number
  readonly open: readonly Wire[]
}

/** What is wired, as plain data: it survives being sent to a worker or kept aside. Read it by wiringOf. */
export interface Structure {
  readonly build: Build
  /** The build by which ports are named: the whole one, where this is a piece of it. */
  readonly named: Build
  /** Items in the order of their marks, so that nothing depends on the order in the document. */
  readonly items: readonly Item[]
  /** Every port of every item, items by mark, ports in the part's order. */
  readonly ports: readonly PlacedPort[]
  /** By item, where its ports begin among them, and what there is to know of its part. */
  readonly starts: ReadonlyMap<string, { readonly index: number; readonly facts: PartFacts }>
  /** The threads that hold, in the order of the ports. */
  readonly plugged: readonly Plugged[]
}

/** The wiring as indexes: who is where, and which threads meet at which port. */
export interface Wiring {
  readonly structure: Structure
  readonly build: Build
  readonly items: readonly Item[]
  readonly factsOfItem: (itemId: string) => PartFacts
  readonly ports: readonly PlacedPort[]
  readonly port: (ref: PortRef) => PlacedPort
  /** Where the ports of an item begin among the build's ports. */
  readonly firstPortIndex: (itemId: string) => number
  readonly threadsAt: (ref: PortRef) => readonly Thread[]
  /** What the threads at a port lead to, in their order; with a wire, only those whose contacts of it are closed. */
  readonly across: (ref: PortRef, wire?: Wire) => readonly PlacedPort[]
  readonly threads: readonly Thread[]
  readonly fit: (thread: Thread) => Fit
  readonly name: (ref: PortRef) => string
}

export function listBy<K extends string, T>(entries: Iterable<readonly [K, T]>): ReadonlyMap<K, readonly T[]> {
  const lists = new Map<K, T[]>()
  for (const [key, value] of entries) {
    const list = lists.get(key)
    if (list === undefined) lists.set(key, [value])
    else list.push(value)
  }
  return lists
}

const NO_THREADS: readonly Thread[] = []
const NO_PORTS: readonly PlacedPort[] = []
const NO_WIRES: readonly Wire[] = []

/** What a sound build (see buildFaults) is wired as, less what the faults take away; a piece of one is named as in it. */
export function structure(build: Build, faults: readonly WiringFault[] = [], named = build): Structure {
  const factsByPart = new Map(build.parts.map((part) => [part.id, factsOf(part)]))
  const items = sortedByMark(build.items, (item) => item.mark)
  const starts = new Map<string, { readonly index: number; readonly facts: PartFacts }>()
  const ports: PlacedPort[] = []
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
  const plugged = build.threads
    .filter(({ id }) => !faults.some(({ fault, threadId }) => fault === 'plugLoose' && threadId === id))
    .map((thread) => ({
      thread,
      from: indexOf(thread.from),
      to: indexOf(thread.to),
      open: faults.length === 0 ? NO_WIRES : openWires(faults, thread),
    }))
    .toSorted((a, b) => (a.from === b.from ? a.to - b.to : a.from - b.from))
  return { build, named, items, ports, starts, plugged }
}

/** Whether a thread carries this wire: a supply needs its way back too. */
function carries({ open }: Plugged, wire: Wire): boolean {
  return !open.includes(wire) && !(RAILS.some((rail) => rail === wire) && open.includes('gnd'))
}

/** The questions that can be asked of a structure. */
export function wiringOf(structure: Structure): Wiring {
  const { build, named, items, ports, starts, plugged } = structure
  const indexOf = ({ itemId, portId }: PortRef) => {
    const { index, facts } = starts.get(itemId)!
    return index + facts.portIndex.get(portId)!
  }
  const port = (ref: PortRef) => ports[indexOf(ref)]!
  const threadsByPort: (Thread[] | undefined)[] = ports.map(() => undefined)
  const acrossByPort: (PlacedPort[] | undefined)[] = ports.map(() => undefined)
  for (const { thread, from, to } of plugged) {
    ;(threadsByPort[from] ??= []).push(thread)
    ;(threadsByPort[to] ??= []).push(thread)
    ;(acrossByPort[from] ??= []).push(ports[to]!)
    ;(acrossByPort[to] ??= []).push(ports[from]!)
  }
  const damaged = plugged.filter(({ open }) => open.length > 0)
  const across = (ref: PortRef, wire?: Wire) => {
    const index = indexOf(ref)
    const all = acrossByPort[index] ?? NO_PORTS
    if (wire === undefined || damaged.length === 0) return all
    const isCut = (other: PlacedPort) =>
      damaged.some(
        (by) =>
          !carries(by, wire) &&
          ((by.from === index && by.to === other.index) || (by.to === index && by.from === other.index)),
      )
    return all.filter((other) => !isCut(other))
  }
  const fits = new Map<Thread, Fit>()
  return {
    structure,
    build,
    items,
    factsOfItem: (itemId) => starts.get(itemId)!.facts,
    ports,
    port,
    firstPortIndex: (itemId) => starts.get(itemId)!.index,
    threadsAt: (ref) => threadsByPort[indexOf(ref)] ?? NO_THREADS,
    across,
    threads: plugged.map(({ thread }) => thread),
    fit: (thread) => {
      const known = fits.get(thread)
      if (known !== undefined) return known
      const fit = fitOf(port(thread.from).port, port(thread.to).port)
      fits.set(thread, fit)
      return fit
    },
    name: portNamer(named),
  }
}
