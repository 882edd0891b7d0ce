import type { PortRef } from '../../schema/schema-kit'
import { RAILS, type Rail } from '../../parts/connectors'
import { railsOf } from '../../parts/mating'
import type { Port } from '../../parts/schema'
import { convertedTo, poweredBy } from '../wiring/part-facts'
import type { Wiring } from '../wiring/wiring'
import { railInflow } from '../wiring/upstream'

/** A rail that reaches a port, and the source port it starts from. */
export interface Arrival {
  readonly rail: Rail
  readonly source: PortRef
}

/** What really arrives on the supply wires of ports, asked from the port upwards. */
export interface Arrivals {
  readonly intoTaker: (ref: PortRef, wanted: Rail) => readonly Arrival[]
  readonly outOfGiver: (ref: PortRef, offered: Rail) => readonly Arrival[]
}

/**
 * Which rail of the giving port meets the wire `wanted` of the taking one. Where the two have no supply wire in common
 * (a plug forced, an adapter that only changes the shape), whatever the giving port has is what arrives.
 */
function railsOffered(giving: Port, taking: Port, wanted: Rail): readonly Rail[] {
  const offered = railsOf(giving)
  if (offered.includes(wanted)) return [wanted]
  return railsOf(taking).some((rail) => offered.includes(rail)) ? [] : offered
}

/** A wiring whose arrivals can be asked for. */
export interface Powered extends Wiring {
  readonly arrivals: Arrivals
}

/** Asked for by many; each answer is worked out once. */
export function makeArrivals(wiring: Wiring): Arrivals {
  const memo = new Map<number, readonly Arrival[]>()
  /** Each answer once; a ring of threads brings nothing. */
  const once = (key: number, ask: () => readonly Arrival[]): readonly Arrival[] => {
    const known = memo.get(key)
    if (known !== undefined) return known
    memo.set(key, [])
    const reaches = ask()
    memo.set(key, reaches)
    return reaches
  }
  const intoTaker = (ref: PortRef, wanted: Rail): readonly Arrival[] =>
    once(wiring.port(ref).index * RAILS.length + RAILS.indexOf(wanted), () =>
      wiring.across(ref, wanted).flatMap((other) => {
        if (other.port.side === 'takes') return []
        return railsOffered(other.port, wiring.port(ref).port, wanted).flatMap((rail) => outOfGiver(other.ref, rail))
      }),
    )
  const outOfGiver = (ref: PortRef, offered: Rail): readonly Arrival[] => {
    const placed = wiring.port(ref)
    const inflow = railInflow(placed, offered)
    if (inflow.from === 'nowhere') return []
    if (inflow.from === 'here') return [{ rail: offered, source: ref }]
    const powers = poweredBy(placed.facts, offered, ref.portId)
    const isUnfed = powers !== undefined && inflow.refs.every((feed) => wiring.threadsAt(feed).length === 0)
    const input = isUnfed && powers.unfed?.then === 'drawsFromInput' ? powers.unfed.inputPortId : undefined
    // A box that falls back on the lead of its signal has its supply from there.
    const inputs = input === undefined ? inflow.refs : [{ itemId: ref.itemId, portId: input }]
    const arriving = inputs.flatMap((from) => intoTaker(from, inflow.rail ?? offered))
    // An outlet with a feed or a converter makes its own rail, but only while something arrives there.
    const makesIt = powers !== undefined || convertedTo(placed.facts, offered, ref.portId) !== undefined
    return makesIt && arriving.length > 0 ? [{ rail: offered, source: ref }] : arriving
  }
  return { intoTaker, outOfGiver }
}

/** The rails that reach the supply wire `rail` of a taking port over its threads, each with its source. */
export function railsReaching({ arrivals }: Powered, taker: PortRef, rail: Rail): readonly Arrival[] {
  return arrivals.intoTaker(taker, rail)
}

/** The rails that a giving port would put on the wire `rail` of this lead; none where nothing feeds the port yet. */
export function railsOn(wiring: Powered, giver: PortRef, taking: Port, rail: Rail): readonly Arrival[] {
  const { outOfGiver } = wiring.arrivals
  return railsOffered(wiring.port(giver).port, taking, rail).flatMap((offered) => outOfGiver(giver, offered))
}
