import type { PortRef } from '../schema/schema-kit'
import { RAILS, type Rail } from '../parts/connectors'
import type { PlacedPort, Wiring } from '../structure/wiring/wiring'
import { convertedAmps, FALLBACK_EFFICIENCY_PERCENT, RAIL_VOLTS } from '../physics/amps'
import type { RelationOf } from '../parts/schema'
import { isWeak } from '../schema/weak'
import type { Term } from './draw'
import { supplyPortOf, type Consumer, sameCopper } from '../structure/wiring/part-facts'

/** Sums of what hangs below a port, on one rail; each term once, in the order of the marks. */
export interface Loads {
  /** What leaves a giving port (header, outlet, supply plug) through its threads. */
  readonly from: (ref: PortRef, rail: Rail) => readonly Term[]
  /** What a taking port (a device's lead, a hub's input or feed) draws. */
  readonly into: (ref: PortRef, rail: Rail) => readonly Term[]
  /** What a feed or the input of a converter draws for outlets that are no copper of its own. */
  readonly passedOn: (ref: PortRef, rail: Rail) => readonly Term[]
  /** What one consumer draws. */
  readonly drawOf: (consumer: Consumer, at: PortRef) => Term
}

/** What a load on the outlet of a converter takes from its input. */
function throughConversion(term: Term, { from, to, efficiencyPercent }: RelationOf<'converts'>): Term {
  if (term.amps === undefined) return term
  const volts = RAIL_VOLTS[to.wire as Rail]
  const inputVolts = RAIL_VOLTS[from.wire as Rail]
  const percent = efficiencyPercent?.value ?? FALLBACK_EFFICIENCY_PERCENT
  const isAssumed = efficiencyPercent === undefined
  return {
    ...term,
    amps: convertedAmps({ amps: term.amps, volts, inputVolts, efficiencyPercent: percent }),
    isWeak: term.isWeak || isAssumed || isWeak(efficiencyPercent),
    working: { by: 'converter', amps: term.amps, volts, efficiencyPercent: percent, isAssumed, inputVolts },
  }
}

const conversionsAt = ({ facts, port }: PlacedPort, rail: Rail) =>
  facts.all.converts.filter(({ from }) => from.portId === port.id && from.wire === rail)

const shareOrigins = new WeakMap<Term, Term>()

/** The term whose load a share is part of. */
export function originOfShare(term: Term): Term {
  return shareOrigins.get(term) ?? term
}

function asShare(term: Term, sharedByCount: number): Term {
  const share = { ...term, sharedByCount }
  shareOrigins.set(share, originOfShare(term))
  return share
}

const scaledTerms = new WeakMap<Term, Map<Rail, Term>>()

/** A term of another rail, in amps at this one that take as many watts; a share stays a share of the same whole. */
export function termAt(term: Term, own: Rail, rail: Rail): Term {
  if (own === rail) return term
  const origin = originOfShare(term)
  const known = scaledTerms.get(origin) ?? new Map<Rail, Term>()
  scaledTerms.set(origin, known)
  let scaled = known.get(rail)
  if (scaled === undefined) {
    const volts = RAIL_VOLTS[own]
    const { amps } = origin
    scaled =
      amps === undefined
        ? { ...origin }
        : { ...origin, amps: (amps * volts) / RAIL_VOLTS[rail], working: { by: 'rail', amps, volts } }
    known.set(rail, scaled)
  }
  return term.sharedByCount === undefined ? scaled : asShare(scaled, term.sharedByCount)
}

/** The consumers of the item on this rail that hang on one of these ports, each with its place. */
function ownConsumers({ item, facts }: PlacedPort, rail: Rail, portIds: readonly string[]) {
  return facts.consumers
    .filter((consumer) => consumer.rail === rail && portIds.includes(supplyPortOf(consumer)))
    .map((consumer) => ({ consumer, at: { itemId: item.id, portId: supplyPortOf(consumer) } }))
}

/** The outlet that a row hangs on, found from one of its tails; undefined where the row hangs on nothing. */
function outletAbove(wiring: Wiring, tail: PlacedPort, rail: Rail): PortRef | undefined {
  const seen = new Set<string>()
  let at: PlacedPort | undefined = tail
  while (at !== undefined && at.port.need === 'onward' && !seen.has(at.key)) {
    seen.add(at.key)
    const { item, facts, port }: PlacedPort = at
    at = sameCopper(facts, rail, port.id)
      .filter((portId) => facts.portById.get(portId)?.side === 'takes')
      .flatMap((portId) => wiring.across({ itemId: item.id, portId }, rail))
      .find((other) => other.port.side === 'gives')
  }
  return at === undefined || at.port.need === 'onward' ? undefined : at.ref
}

/**
 * The outlets of the rows into whose tails another lead of this part goes, in the same copper: what comes in by this lead
 * feeds the row from its far end, beside the outlet.
 */
function rowsFed(wiring: Wiring, { item, facts, port }: PlacedPort, rail: Rail): readonly PortRef[] {
  return sameCopper(facts, rail, port.id)
    .filter((portId) => portId !== port.id && facts.portById.get(portId)?.side === 'takes')
    .flatMap((portId) => wiring.across({ itemId: item.id, portId }, rail))
    .filter((other) => other.port.need === 'onward')
    .flatMap((tail) => outletAbove(wiring, tail, rail) ?? [])
}

/** The sums of a wiring, from what each consumer draws. */
export function makeLoads(wiring: Wiring, drawOf: Loads['drawOf']): Loads {
  const memo = new Map<number, readonly Term[]>()
  const open = new Set<number>()
  const keyOf = (ref: PortRef, rail: Rail, way: 0 | 1) =>
    (wiring.port(ref).index * RAILS.length + RAILS.indexOf(rail)) * 2 + way

  /** Each sum once; a ring of threads (a wrong wiring that can exist) adds nothing the second time round. */
  const once = (key: number, sum: () => readonly Term[]): readonly Term[] => {
    const known = memo.get(key)
    if (known !== undefined) return known
    if (open.has(key)) return []
    open.add(key)
    const terms = sum()
    open.delete(key)
    memo.set(key, terms)
    return terms
  }

  const from = (ref: PortRef, rail: Rail): readonly Term[] =>
    once(keyOf(ref, rail, 0), () => {
      if (!wiring.port(ref).port.wires.includes(rail)) return []
      return wiring.across(ref, rail).flatMap((other) => (other.port.side === 'takes' ? into(other.ref, rail) : []))
    })

  /** What a feed carries for the outlets it powers; each of several feeds carries some share of it. */
  const throughFeed = (placed: PlacedPort, rail: Rail): readonly Term[] =>
    placed.facts.all.powers.flatMap((relation) => {
      const outlets = relation.outlets.map((portId) => ({ itemId: placed.item.id, portId }))
      const isFed = (portId: string) => wiring.threadsAt({ itemId: placed.item.id, portId }).length > 0
      const fed = relation.feeds.filter(isFed)
      const asFeed = relation.feeds.includes(placed.port.id)
      const asInput =
        relation.unfed?.then === 'drawsFromInput' &&
        relation.unfed.inputPortId === placed.port.id &&
        fed.length === 0 &&
        relation.feeds.length > 0
      if (relation.rail !== rail || (!asFeed && !asInput)) return []
      const terms = outlets.flatMap((outlet) => from(outlet, rail))
      return asFeed && fed.length > 1 ? terms.map((term) => asShare(term, fed.length)) : terms
    })

  const throughConverter = (placed: PlacedPort, rail: Rail): readonly Term[] =>
    conversionsAt(placed, rail).flatMap((relation) => {
      const outlet = { itemId: placed.item.id, portId: relation.to.portId }
      return from(outlet, relation.to.wire as Rail).map((term) => throughConversion(term, relation))
    })

  const into = (ref: PortRef, rail: Rail): readonly Term[] =>
    once(keyOf(ref, rail, 1), () => {
      const placed = wiring.port(ref)
      if (!placed.port.wires.includes(rail)) return []
      const copper = sameCopper(placed.facts, rail, ref.portId)
      const onward = copper
        .filter((portId) => portId !== ref.portId && placed.facts.portById.get(portId)?.side === 'gives')
        .flatMap((portId) => from({ itemId: ref.itemId, portId }, rail))
      const rows = rowsFed(wiring, placed, rail).flatMap((outlet) => from(outlet, rail))
      // The row holds the part's own draw as well, where it is one of its devices.
      if (rows.length > 0) return [...rows.map((term) => asShare(term, 2)), ...passedOn(ref, rail)]
      const own = ownConsumers(placed, rail, copper).map(({ consumer, at }) => drawOf(consumer, at))
      return [...own, ...onward, ...passedOn(ref, rail)]
    })

  const passedOn = (ref: PortRef, rail: Rail): readonly Term[] => {
    const placed = wiring.port(ref)
    return [...throughFeed(placed, rail), ...throughConverter(placed, rail)]
  }

  return { from, into, passedOn, drawOf }
}
