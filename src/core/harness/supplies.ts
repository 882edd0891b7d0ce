import type { PortRef } from '../formats/schema-kit'
import type { Rail } from '../parts/connectors'
import { RAILS } from '../parts/connectors'
import { poweredBy } from './part-facts'
import type { Net, Nets } from './nets'
import type { PlacedPort, Wiring } from './wiring'
import { railsReaching } from './volts'

/** Copper of one rail that more than one source gives onto. */
export interface SharedSupply {
  readonly rail: Rail
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

/** Sets of sources that share copper, rail by rail: what is joined at 12 V may be apart at 5 V. */
export function sharedSupplies(wiring: Wiring, nets: Nets): readonly SharedSupply[] {
  return RAILS.flatMap((rail) => {
    const seen = new Set<Net>()
    return wiring.ports.flatMap((placed): readonly SharedSupply[] => {
      if (wiring.threadsAt(placed.ref).length === 0 || !givesRail(wiring, placed, rail)) return []
      const net = nets(placed.ref, rail)
      if (net === undefined || seen.has(net)) return []
      seen.add(net)
      const sources = net.ports.filter((other) => givesRail(wiring, other, rail))
      if (sources.length < 2) return []
      const originIds = new Set(sources.flatMap((source) => originsOf(wiring, source, rail)))
      return [{ rail, sources, originIds: [...originIds] }]
    })
  })
}
