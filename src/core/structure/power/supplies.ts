import type { PortRef } from '../../schema/schema-kit'
import type { Rail } from '../../parts/connectors'
import { RAILS } from '../../parts/connectors'
import { convertedTo, poweredBy } from '../wiring/part-facts'
import type { Net, Nets } from '../wiring/nets'
import type { PlacedPort, Wiring } from '../wiring/wiring'
import { railInflow } from '../wiring/upstream'
import { railsReaching, type Powered } from './volts'

/** Copper of one rail that more than one source gives onto. */
export interface SharedSupply {
  readonly rail: Rail
  readonly sources: readonly PlacedPort[]
  /** The items that the power starts from: one where a row merely has an extra feed from the same supply. */
  readonly originIds: readonly string[]
}

/** The items whose own supply stands behind a giving port: itself, or those that its feeds come from. */
function originsOf(wiring: Powered, source: PlacedPort, rail: Rail): readonly string[] {
  const inflow = railInflow(source, rail)
  // What a converter makes is its own, whatever stands before it.
  if (inflow.from !== 'ports' || inflow.rail !== rail) return [source.item.id]
  return inflow.refs.flatMap((ref) =>
    railsReaching(wiring, ref, rail).flatMap((reach) =>
      reach.source.itemId === source.item.id ? [] : originsOf(wiring, wiring.port(reach.source), rail),
    ),
  )
}

/** Whether this port puts a rail on its wire by itself: as a source, or from a feed or a converter's input that is plugged in. */
export function givesRail(wiring: Wiring, placed: PlacedPort, rail: Rail): boolean {
  const { facts, port, item } = placed
  if (port.side !== 'gives' || !port.wires.includes(rail)) return false
  const isPlugged = (portId: string) => wiring.threadsAt({ itemId: item.id, portId }).length > 0
  const powers = poweredBy(facts, rail, port.id)
  if (powers !== undefined) return powers.feeds.length === 0 || powers.feeds.some(isPlugged)
  const converter = convertedTo(facts, rail, port.id)
  if (converter !== undefined) return isPlugged(converter.from.portId)
  if (rail !== '5v') return false
  const feeds = facts.all.usb.filter(({ down }) => down.includes(port.id)).map(({ up }) => up)
  return feeds.some((up) => up === undefined || isPlugged(up))
}

/** Every source that gives onto the net of this port's rail wire, itself included. */
export function sourcesOnNet(wiring: Wiring, nets: Nets, ref: PortRef, rail: Rail): readonly PlacedPort[] {
  return (nets(ref, rail)?.givers ?? []).filter((placed) => givesRail(wiring, placed, rail))
}

/** Sets of sources that share copper, rail by rail: what is joined at 12 V may be apart at 5 V. */
export function sharedSupplies(wiring: Powered, nets: Nets): readonly SharedSupply[] {
  return RAILS.flatMap((rail) => {
    const seen = new Set<Net>()
    return wiring.ports.flatMap((placed): readonly SharedSupply[] => {
      if (wiring.threadsAt(placed.ref).length === 0 || !givesRail(wiring, placed, rail)) return []
      const net = nets(placed.ref, rail)
      if (net === undefined || seen.has(net)) return []
      seen.add(net)
      const sources = net.givers.filter((other) => givesRail(wiring, other, rail))
      if (sources.length < 2) return []
      const originIds = new Set(sources.flatMap((source) => originsOf(wiring, source, rail)))
      return [{ rail, sources, originIds: [...originIds] }]
    })
  })
}
