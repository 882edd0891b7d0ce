import type { PortRef } from '../formats/schema-kit'
import type { Rail } from '../parts/connectors'
import { RAILS } from '../parts/connectors'
import { poweredBy } from './part-facts'
import type { Net, Nets } from './nets'
import type { PlacedPort, Wiring } from './wiring'
import { railsReaching } from './volts'

/** Copper that more than one source gives onto. */
export interface SharedSupply {
  readonly rails: readonly Rail[]
  readonly sources: readonly PlacedPort[]
  /** The items that the power starts from: one where a row merely has an extra feed from the same supply. */
  readonly originIds: readonly string[]
}

/** The items whose own supply stands behind a giving port: itself, or those that its feeds come from. */
function originsOf(wiring: Wiring, source: PlacedPort, rail: Rail): readonly string[] {
  const powers = poweredBy(source.facts, rail, source.port.id)
  if (powers === undefined || powers.feeds.length === 0) return [source.item.id]
  return powers.feeds.flatMap((portId) =>
    railsReaching(wiring, { itemId: source.item.id, portId }, rail).flatMap((reach) =>
      reach.source.itemId === source.item.id ? [] : originsOf(wiring, wiring.port(reach.source), rail),
    ),
  )
}

/** Whether this port puts a rail on its wire by itself: as a source, from a feed that is plugged in, or by converting. */
export function givesRail(wiring: Wiring, placed: PlacedPort, rail: Rail): boolean {
  if (placed.port.side !== 'gives') return false
  const powers = poweredBy(placed.facts, rail, placed.port.id)
  if (powers !== undefined) {
    const isPlugged = (portId: string) => wiring.threadsAt({ itemId: placed.item.id, portId }).length > 0
    return powers.feeds.length === 0 || powers.feeds.some(isPlugged)
  }
  return placed.facts.all.converts.some(({ to }) => to.portId === placed.port.id && to.wire === rail)
}

/** Every source that gives onto the net of this port's rail wire, itself included. */
export function sourcesOnNet(wiring: Wiring, nets: Nets, ref: PortRef, rail: Rail): readonly PlacedPort[] {
  return (nets(ref, rail)?.ports ?? []).filter((placed) => givesRail(wiring, placed, rail))
}

/** Sets of sources that share copper, on whichever rails. */
export function sharedSupplies(wiring: Wiring, nets: Nets): readonly SharedSupply[] {
  const found = new Map<string, SharedSupply>()
  for (const rail of RAILS) {
    const seen = new Set<Net>()
    for (const placed of wiring.ports) {
      if (wiring.threadsAt(placed.ref).length === 0 || !givesRail(wiring, placed, rail)) continue
      const net = nets(placed.ref, rail)
      if (net === undefined || seen.has(net)) continue
      seen.add(net)
      const sources = net.ports.filter((other) => givesRail(wiring, other, rail))
      if (sources.length < 2) continue
      const originIds = sources.flatMap((source) => originsOf(wiring, source, rail))
      const key = sources.map((source) => source.key).join(' ')
      const known = found.get(key)
      found.set(key, {
        rails: [...(known?.rails ?? []), rail],
        sources,
        originIds: [...new Set([...(known?.originIds ?? []), ...originIds])],
      })
    }
  }
  return [...found.values()]
}
