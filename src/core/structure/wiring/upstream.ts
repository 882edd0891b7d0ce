import { portKey, sameRef } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import type { Rail, Wire } from '../../parts/connectors'
import type { PlacedPort, Wiring } from './wiring'
import { convertedTo, isUsbRoot, poweredBy, sameCopper } from './part-facts'

/** Where a wire of a giving port comes from, inside its own part. */
export type Origin =
  | { readonly from: 'here' }
  /** `rail` is what comes in there; none for a command. */
  | { readonly from: 'ports'; readonly refs: readonly PortRef[]; readonly rail?: Rail }
  | { readonly from: 'nowhere' }

const refsOf = (placed: PlacedPort, portIds: readonly string[]): Origin =>
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
export function railOrigin(placed: PlacedPort, rail: Rail): Origin {
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

function onRail(placed: PlacedPort, portIds: readonly string[], rail: Rail): Origin {
  const origin = refsOf(placed, portIds)
  return origin.from === 'ports' ? { ...origin, rail } : origin
}

/** Where the command on a giving port comes from: a brain in the part, a repeater's input, or shared copper. */
export function signalOrigin(placed: PlacedPort, signal: 'speed' | 'light'): Origin {
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

/** One stretch of a way: out of a taking port, over a thread, into a giving port. */
export interface Stretch {
  readonly from: PortRef
  readonly to: PortRef
  readonly threadId: string
}

/** A way towards the source, and how it ends: at a source, at a loose lead, or inside a part that leads nowhere. */
export interface Way {
  readonly stretches: readonly Stretch[]
  readonly end: 'source' | 'loose' | 'nowhere' | 'ring'
  readonly endAt: PortRef
}

/** The way of the supply on `rail` up to its source, through converters too; first threads first. */
export function supplyWay(wiring: Wiring, start: PortRef, rail: Rail): Way {
  let now = rail
  return wayUp(
    wiring,
    start,
    (placed) => {
      const origin = railOrigin(placed, now)
      if (origin.from === 'ports') now = origin.rail ?? now
      return origin
    },
    () => now,
  )
}

/** The way of a command up to where it comes from; first threads first. */
export function signalWay(wiring: Wiring, start: PortRef, signal: 'speed' | 'light'): Way {
  return wayUp(wiring, start, (placed) => signalOrigin(placed, signal))
}

const threadBetween = (wiring: Wiring, a: PortRef, b: PortRef) =>
  wiring.threadsAt(a).find(({ from, to }) => sameRef(from, b) || sameRef(to, b))!.id

/** The way from a taking port upwards, asking at each port on it where to go on. */
function wayUp(
  wiring: Wiring,
  start: PortRef,
  originOf: (placed: PlacedPort) => Origin,
  wireAt: () => Wire | undefined = () => undefined,
): Way {
  const stretches: Stretch[] = []
  const seen = new Set<string>()
  let at = start
  for (;;) {
    if (seen.has(portKey(at))) return { stretches, end: 'ring', endAt: at }
    seen.add(portKey(at))
    const placed = wiring.across(at, wireAt())[0]
    if (placed === undefined) return { stretches, end: 'loose', endAt: at }
    const to = placed.ref
    stretches.push({ from: at, to, threadId: threadBetween(wiring, at, to) })
    if (placed.port.side === 'takes') return { stretches, end: 'nowhere', endAt: to }
    const origin = originOf(placed)
    if (origin.from === 'here') return { stretches, end: 'source', endAt: to }
    if (origin.from === 'nowhere') return { stretches, end: 'nowhere', endAt: to }
    at = origin.refs.find((ref) => wiring.threadsAt(ref).length > 0) ?? origin.refs[0]!
  }
}
