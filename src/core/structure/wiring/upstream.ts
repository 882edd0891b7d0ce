import { portKey, sameRef } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import type { Rail, Wire } from '../../parts/connectors'
import type { PlacedPort, Wiring } from './wiring'
import { convertedTo, isUsbRoot, poweredBy, sameCopper } from './part-facts'

/** Where a wire of a giving port comes from, inside its own part. */
export type Inflow =
  | { readonly from: 'here' }
  /** `rail` is what comes in there; none for a command. */
  | { readonly from: 'ports'; readonly refs: readonly PortRef[]; readonly rail?: Rail }
  | { readonly from: 'nowhere' }

const refsOf = (placed: PlacedPort, portIds: readonly string[]): Inflow =>
  portIds.length === 0
    ? { from: 'nowhere' }
    : { from: 'ports', refs: portIds.map((portId) => ({ itemId: placed.item.id, portId })) }

function takersInCopper(placed: PlacedPort, wire: Wire): readonly string[] {
  return sameCopper(placed.facts, wire, placed.port.id).filter(
    (portId) => portId !== placed.port.id && placed.facts.portById.get(portId)?.side === 'takes',
  )
}

/**
 * Where the supply on `rail` of a giving port comes from: a feed, a converter's input on another rail, the USB lead of a
 * hub, the copper of an input, or the part itself.
 */
export function railInflow(placed: PlacedPort, rail: Rail): Inflow {
  const { facts, port } = placed
  const powers = poweredBy(facts, rail, port.id)
  if (powers !== undefined) return powers.feeds.length === 0 ? { from: 'here' } : onRail(placed, powers.feeds, rail)
  const converter = convertedTo(facts, rail, port.id)
  if (converter !== undefined) return onRail(placed, [converter.from.portId], converter.from.wire as Rail)
  if (rail === '5v') {
    if (isUsbRoot(facts, port.id)) return { from: 'here' }
    const up = facts.all.usb.flatMap((usb) => (usb.down.includes(port.id) ? (usb.up ?? []) : []))
    if (up.length > 0) return onRail(placed, up, rail)
  }
  return onRail(placed, takersInCopper(placed, rail), rail)
}

function onRail(placed: PlacedPort, portIds: readonly string[], rail: Rail): Inflow {
  const inflow = refsOf(placed, portIds)
  return inflow.from === 'ports' ? { ...inflow, rail } : inflow
}

/** Where the command on a giving port comes from: a brain in the part, a repeater's input, or shared copper. */
export function signalInflow(placed: PlacedPort, signal: 'speed' | 'light'): Inflow {
  const portId = placed.port.id
  const inside = placed.facts.part.inside
  if (
    inside.some(
      (relation) => relation.type === 'drives' && relation.signal === signal && relation.outlets.includes(portId),
    )
  ) {
    return { from: 'here' }
  }
  const repeater = inside.find(
    (relation) => relation.type === 'repeats' && relation.signal === signal && relation.to.includes(portId),
  )
  if (repeater?.type === 'repeats') return refsOf(placed, [repeater.from])
  const passedOn = inside.find((relation) => relation.type === 'light' && relation.output === portId)
  if (signal === 'light' && passedOn?.type === 'light') return refsOf(placed, [passedOn.input])
  for (const wire of signal === 'speed' ? (['pwm', '12v'] as const) : (['data', 'r'] as const)) {
    const takers = takersInCopper(placed, wire)
    if (takers.length > 0) return refsOf(placed, takers)
  }
  return { from: 'nowhere' }
}

/** One hop of a path: out of a taking port, over a thread, into a giving port. */
export interface Hop {
  readonly from: PortRef
  readonly to: PortRef
  readonly threadId: string
}

/** A path towards the source, and how it ends: at a source, at a loose lead, or inside a part that leads nowhere. */
export interface Path {
  readonly hops: readonly Hop[]
  readonly end: 'source' | 'loose' | 'nowhere' | 'ring'
  readonly endAt: PortRef
}

/** The path of the supply on `rail` up to its source, through converters too; first threads first. */
export function supplyPath(wiring: Wiring, start: PortRef, rail: Rail): Path {
  let now = rail
  return pathUp(
    wiring,
    start,
    (placed) => {
      const inflow = railInflow(placed, now)
      if (inflow.from === 'ports') now = inflow.rail ?? now
      return inflow
    },
    () => now,
  )
}

/** The path of a command up to where it comes from; first threads first. */
export function signalPath(wiring: Wiring, start: PortRef, signal: 'speed' | 'light'): Path {
  return pathUp(wiring, start, (placed) => signalInflow(placed, signal))
}

const threadBetween = (wiring: Wiring, a: PortRef, b: PortRef) =>
  wiring.threadsAt(a).find(({ from, to }) => sameRef(from, b) || sameRef(to, b))!.id

/** The path from a taking port upwards, asking at each port on it where to go on. */
function pathUp(
  wiring: Wiring,
  start: PortRef,
  inflowOf: (placed: PlacedPort) => Inflow,
  wireAt: () => Wire | undefined = () => undefined,
): Path {
  const hops: Hop[] = []
  const seen = new Set<string>()
  let at = start
  for (;;) {
    if (seen.has(portKey(at))) return { hops, end: 'ring', endAt: at }
    seen.add(portKey(at))
    const placed = wiring.across(at, wireAt())[0]
    if (placed === undefined) return { hops, end: 'loose', endAt: at }
    const to = placed.ref
    hops.push({ from: at, to, threadId: threadBetween(wiring, at, to) })
    if (placed.port.side === 'takes') return { hops, end: 'nowhere', endAt: to }
    const inflow = inflowOf(placed)
    if (inflow.from === 'here') return { hops, end: 'source', endAt: to }
    if (inflow.from === 'nowhere') return { hops, end: 'nowhere', endAt: to }
    at = inflow.refs.find((ref) => wiring.threadsAt(ref).length > 0) ?? inflow.refs[0]!
  }
}
