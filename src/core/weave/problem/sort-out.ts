import type { Item } from '../../build/schema'
import type { Harness } from '../../operate/harness'
import { factsOf, type PartFacts, sameCopper } from '../../structure/wiring/part-facts'
import { joinsLeads, rowFeedLeads } from '../../structure/wiring/row-feed'
import type { Part, Port } from '../../parts/schema'
import { copiesOf } from './copies'
import type { Machine } from './machine'
import { hasPin, holdsPins } from './pins'
import { contentsOf, singleOffer, type Host, type Offer, type Piece, type RowFeed, type Stocked } from './problem'

const takers = ({ part }: PartFacts) => part.ports.filter(({ side }) => side === 'takes')
/** Outlets for others; the tail that hands a chain on belongs to its device. */
const outlets = ({ part }: PartFacts) => part.ports.filter(({ side, need }) => side === 'gives' && need !== 'onward')

/** Something that people want for its own sake: it turns, it shines, or it draws and gives nothing on. */
export function isDevice({ all, part }: PartFacts): boolean {
  if (all.motor.length > 0 || all.light.length > 0) return true
  return all.draw.length > 0 && !part.ports.some(({ side }) => side === 'gives')
}

/** The one lead by which what comes in reaches all outlets; undefined where the part is no piece. */
function inletOf(facts: PartFacts): Port | undefined {
  if (isDevice(facts) || facts.all.drives.length > 0 || facts.all.usb.length > 0) return undefined
  const givers = outlets(facts)
  if (givers.length === 0) return undefined
  return takers(facts).find(({ id, wires }) => {
    const isRepeated = facts.all.repeats.some(({ from, to }) => from === id && givers.every((g) => to.includes(g.id)))
    const isJoined = givers.every((giver) => wires.some((wire) => sameCopper(facts, wire, id).includes(giver.id)))
    return isRepeated || isJoined
  })
}

/** Ways to hand on that reach a motor. */
const HANDED_ON = ['both', 'pwm', 'pwmToDc', 'unknown'] as const

function passesOf(facts: PartFacts, inlet: Port, legs: readonly Port[]): Piece['passes'] {
  const repeater = facts.all.repeats.find(({ signal, from }) => signal === 'speed' && from === inlet.id)
  if (repeater !== undefined) return HANDED_ON.find((passes) => passes === repeater.passes) ?? 'none'
  return legs.some(({ id }) => sameCopper(facts, '12v', inlet.id).includes(id)) ? 'both' : 'none'
}

/** Whether an item is paid for when it is used; what comes in a pack is bought with the pack in any case. */
const isListed = ({ stock, packId }: Item) => stock === 'toBuy' && packId === undefined

/** What items and offers are to a plan. */
export interface Sorted {
  readonly hosts: readonly Host[]
  readonly pieces: readonly Piece[]
  readonly rowFeeds: readonly RowFeed[]
  /** Things on the list that the plan has no say in: devices, sources, whatever stays in any case. */
  readonly needs: readonly { readonly part: Part; readonly count: number }[]
}

type Held = Omit<Stocked, 'feeds'>

function pieceOf(held: Held): Piece | undefined {
  const { facts } = held
  const inlet = inletOf(facts)
  if (inlet === undefined) return undefined
  const legs = outlets(facts)
  return {
    ...held,
    inlet,
    outlets: legs,
    feeds: takers(facts).filter(({ id }) => facts.all.powers.some(({ feeds }) => feeds.includes(id))),
    passes: passesOf(facts, inlet, legs),
    reports:
      facts.all.reports.some(({ input }) => input === inlet.id) ||
      legs.some(({ id }) => sameCopper(facts, 'tach', inlet.id).includes(id)),
    stack: undefined,
  }
}

/** Whether an offer is no box: something that only hands on what comes in, or a pack with such a thing in it. */
export const isPieceOffer = (offer: Offer): boolean =>
  contentsOf(offer).some(({ part }) => inletOf(factsOf(part)) !== undefined || joinsLeads(factsOf(part)))

const hasOutlets = (facts: PartFacts) => outlets(facts).length > 0

/** The leads of devices that want a port. */
const wantedOf = (harness: Harness, itemIds: ReadonlySet<string>) =>
  harness.ports.filter(
    ({ item, port, facts }) =>
      itemIds.has(item.id) &&
      isDevice(facts) &&
      port.side === 'takes' &&
      port.need !== 'onward' &&
      port.need !== undefined,
  )

/** Tells sources, boxes, pieces and devices apart by what is inside them, never by the kind that people gave them. */
export function sortOut(harness: Harness, offers: readonly Offer[], { itemIds }: Machine): Sorted {
  const byPart = new Map<Part, Item[]>()
  for (const item of harness.items.filter(({ id }) => itemIds.has(id))) {
    const { part } = harness.factsOfItem(item.id)
    byPart.set(part, [...(byPart.get(part) ?? []), item])
  }
  const held = [...byPart].map(([part, items]) => ({ facts: factsOf(part), items }))
  const heldIds = new Set(held.map(({ facts }) => facts.part.id))
  const onOffer = new Map(offers.flatMap(contentsOf).map(({ part }) => [part.id, part] as const))
  const offered = [...onOffer.values()]
    .filter(({ id }) => !heldIds.has(id))
    .map((part) => ({ facts: factsOf(part), items: [] }))
  const all = [...held, ...offered]
  // A piece with something pinned to it stays as a whole, and is no stock for anything else.
  const stocked = all.map(({ facts, items }): Held => {
    const free = items.filter(({ id }) => !holdsPins(harness, id))
    const isOffered = singleOffer(offers, facts.part.id) !== undefined
    return { facts, owned: free.filter((item) => !isListed(item)), listed: free.filter(isListed), isOffered }
  })
  const pieces = stocked.flatMap((kind) => pieceOf(kind) ?? [])
  const tails = held.flatMap(({ facts }) =>
    facts.part.ports.filter(({ side, need }) => side === 'gives' && need === 'onward'),
  )
  const isFree = ({ id }: Item) => !hasPin(harness, id)
  const rowFeeds = stocked.flatMap((kind): readonly RowFeed[] => {
    const leads = rowFeedLeads(kind.facts, tails)
    if (leads === undefined) return []
    return [{ ...kind, ...leads, owned: kind.owned.filter(isFree), listed: kind.listed.filter(isFree) }]
  })
  const wanted = wantedOf(harness, itemIds)
  const isPiece = new Set(pieces.map(({ facts }) => facts))
  const hosts = all
    .filter(({ facts }) => !isPiece.has(facts) && hasOutlets(facts))
    .flatMap(({ facts, items }) => {
      const isAlways = takers(facts).length === 0 || isDevice(facts)
      const here = items.map((item): Host => {
        const isThere = isAlways || hasPin(harness, item.id)
        return { key: item.id, facts, item, isThere, isBought: !isThere && isListed(item) }
      })
      const copies = isAlways || !onOffer.has(facts.part.id) ? 0 : copiesOf(facts, outlets(facts), wanted)
      const bought = Array.from({ length: copies }, (_, copyIndex): Host => {
        const key = `${facts.part.id}*${copyIndex}`
        return { key, facts, item: undefined, isThere: false, isBought: true }
      })
      return [...here, ...bought]
    })
  const isChosen = new Set([
    ...[...pieces, ...rowFeeds].flatMap(({ listed }) => listed.map(({ id }) => id)),
    ...hosts.flatMap(({ isThere, item }) => (isThere || item === undefined ? [] : [item.id])),
  ])
  const needs = [...byPart].flatMap(([part, items]) => {
    const count = items.filter((item) => isListed(item) && !isChosen.has(item.id)).length
    return count === 0 ? [] : [{ part, count }]
  })
  return { hosts, pieces, rowFeeds, needs }
}
