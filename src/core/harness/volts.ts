import { portKey } from '../build/refs'
import type { PortRef } from '../formats/schema-kit'
import type { Rail } from '../parts/connectors'
import { railsOf } from '../parts/mating'
import type { Port } from '../parts/schema'
import { poweredBy } from './part-facts'
import type { Wiring } from './wiring'
import { railOrigin } from './upstream'

/** A rail that reaches a port, and the source port it starts from. */
export interface Reach {
  readonly rail: Rail
  readonly source: PortRef
}

/** What really arrives on the supply wires of ports, asked from the port upwards. */
interface Arrivals {
  readonly intoTaker: (ref: PortRef, wanted: Rail) => readonly Reach[]
  readonly outOfGiver: (ref: PortRef, offered: Rail) => readonly Reach[]
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

function arrivalsOf(wiring: Wiring): Arrivals {
  const seen = new Set<string>()
  const intoTaker = (ref: PortRef, wanted: Rail): readonly Reach[] => {
    const key = `${portKey(ref)} ${wanted}`
    if (seen.has(key)) return []
    seen.add(key)
    return wiring.threadsAt(ref).flatMap((thread) => {
      const other = wiring.port(wiring.otherEnd(thread, ref))
      if (other.port.side === 'takes') return []
      return railsOffered(other.port, wiring.port(ref).port, wanted).flatMap((rail) => outOfGiver(other.ref, rail))
    })
  }
  const outOfGiver = (ref: PortRef, offered: Rail): readonly Reach[] => {
    const placed = wiring.port(ref)
    const origin = railOrigin(placed, offered)
    if (origin.from === 'nowhere') return []
    if (origin.from === 'here') return [{ rail: offered, source: ref }]
    const arriving = origin.refs.flatMap((input) => intoTaker(input, offered))
    // An outlet with a feed makes its own rail, but only while something arrives on that feed.
    const isPowered = poweredBy(placed.facts, offered, ref.portId) !== undefined
    return isPowered && arriving.length > 0 ? [{ rail: offered, source: ref }] : arriving
  }
  return { intoTaker, outOfGiver }
}

/** The rails that reach the supply wire `rail` of a taking port over its threads, each with its source. */
export function railsReaching(wiring: Wiring, taker: PortRef, rail: Rail): readonly Reach[] {
  return arrivalsOf(wiring).intoTaker(taker, rail)
}

/** The rails that a giving port would put on the wire `rail` of this lead; none where nothing feeds the port yet. */
export function railsOn(wiring: Wiring, giver: PortRef, taking: Port, rail: Rail): readonly Reach[] {
  const { outOfGiver } = arrivalsOf(wiring)
  return railsOffered(wiring.port(giver).port, taking, rail).flatMap((offered) => outOfGiver(giver, offered))
}
