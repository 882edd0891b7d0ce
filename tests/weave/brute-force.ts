import type { PortRef } from '../../src/core/schema/schema-kit'
import type { Build, Item, Thread } from '../../src/core/build/schema'
import { apply } from '../../src/core/build/apply'
import { parkEdit, syncEdit } from '../../src/core/build/choose'
import { portKey } from '../../src/core/build/refs'
import { derive, type Harness } from '../../src/core/operate/harness'
import type { PlacedPort } from '../../src/core/structure/wiring/wiring'
import { fitOf } from '../../src/core/parts/mating'
import { check } from '../../src/core/rules/check'
import { scoreOf } from '../../src/core/weave/plan/score'
import type { Small } from './builds'

/** The best that any wiring comes to, in the order of what a balanced plan is after; money in cents. */
export type Best = readonly [
  warnings: number,
  outOfRole: number,
  overshootMilliamps: number,
  tight: number,
  unknowns: number,
  unpriced: number,
  cents: number,
]

/** More things than this are not bought. */
export const MOST_BOUGHT = 2

/** Whether one is better; whatever there is is better than nothing. */
export function isLess(a: Best | undefined, b: Best | undefined): boolean {
  if (a === undefined) return false
  if (b === undefined) return true
  const differs = a.findIndex((value, index) => value !== b[index])
  return differs >= 0 && a[differs]! < b[differs]!
}

/** A thing that hands on what comes in by a lead of its own, a command or the supply alone. */
const isPiece = ({ facts: { part } }: PlacedPort) =>
  part.inside.every(({ type }) => type !== 'light' && type !== 'motor' && type !== 'drives') &&
  part.inside.some(
    (relation) =>
      relation.type === 'repeats' ||
      (relation.type === 'powers' && relation.feeds.length > 0) ||
      (relation.type === 'joins' && part.ports.some(({ side }) => side === 'gives')),
  )

/** Whether a piece stands on another one. */
export function hasStacks(build: Build): boolean {
  const harness = derive(build)
  return build.threads.some(({ from, to }) => isPiece(harness.port(from)) && isPiece(harness.port(to)))
}

/** All that a port differs by from another one of its item, but for its name. */
function likeness({ facts: { part }, port, item }: PlacedPort): string {
  const relations = part.inside.flatMap((relation) => {
    const text = JSON.stringify(relation)
    if (!text.includes(`"${port.id}"`)) return []
    const isSole = relation.type === 'limit' && relation.ports.length === 1
    return [isSole ? JSON.stringify({ ...relation, ports: [] }) : relation.type === 'reports' ? text : relation.type]
  })
  return JSON.stringify([item.id, { ...port, id: '', name: '' }, relations])
}

/** Whether a piece that is plain copper with several outlets goes behind another one that stands on no third. */
function mayStandOn(lead: PlacedPort, to: PlacedPort, taken: ReadonlyMap<PlacedPort, PlacedPort>): boolean {
  if (lead.facts.part.inside.some(({ type }) => type === 'powers' || type === 'repeats')) return false
  const isLengthening = ({ facts: { part } }: PlacedPort) =>
    part.ports.filter(({ side }) => side === 'gives').length === 1
  if (isLengthening(lead) || isLengthening(to)) return false
  // A hub that makes its 12 V, and says nothing of how much.
  const isMade = to.facts.part.inside.some(({ type }) => type === 'powers')
  const isLimited = to.facts.part.inside.some(
    (relation) => relation.type === 'limit' && relation.ports.includes(to.port.id),
  )
  if (isMade && !isLimited) return false
  const plugged = [...taken].map(([at, from]) => ({ at, from }))
  // Branches of one piece are of one kind, as a plan has them.
  const others = plugged.filter(({ at, from }) => at.item.id === to.item.id && isPiece(from))
  if (others.some(({ from }) => from.item.partId !== lead.item.partId)) return false
  const standsOnPiece = plugged.some(({ at, from }) => from.item.id === to.item.id && isPiece(from) && isPiece(at))
  const carriesPiece = plugged.some(({ at, from }) => at.item.id === lead.item.id && isPiece(from))
  return !standsOnPiece && !carriesPiece
}

/** Whether no box follows the outlet of a box, be it by way of splitters: a plan has them follow the board. */
function leadsNoBoxByBox(harness: Harness, threads: readonly Thread[]): boolean {
  const rootOf = ({ itemId }: PortRef): string => {
    const { part } = harness.factsOfItem(itemId)
    const isBox = part.inside.some(({ type }) => type === 'drives')
    const onward = isBox ? undefined : threads.find(({ from }) => from.itemId === itemId)
    return onward === undefined ? itemId : rootOf(onward.to)
  }
  const follows = (itemId: string) => harness.factsOfItem(itemId).all.follows
  return threads.every(
    ({ from, to }) =>
      !follows(from.itemId).some(({ input }) => input === from.portId) || follows(rootOf(to)).length === 0,
  )
}

/** With the setting made that a box needs to follow a lead that is plugged in; one that is loose stays so on purpose. */
function obeying(build: Build): Build {
  const syncs = build.items.flatMap(({ id, partId }) =>
    build.parts
      .find((part) => part.id === partId)!
      .inside.flatMap((relation) => (relation.type === 'follows' ? [{ itemId: id, portId: relation.input }] : [])),
  )
  const isPlugged = (ref: PortRef) => build.threads.some(({ from }) => portKey(from) === portKey(ref))
  return syncs.reduce(
    (all, ref) => apply(all, isPlugged(ref) ? syncEdit(ref, true) : parkEdit(ref, 'not wanted')).build,
    build,
  )
}

/** Every way to plug all needed leads of a bench, alike ports and alike things told apart only where it matters. */
function* wirings(build: Build): Generator<Build> {
  const harness = derive(build)
  // A box is made to follow the board only where that is chosen, and a plan says so.
  const isSync = ({ facts, port: { id } }: PlacedPort) => facts.all.follows.some(({ input }) => input === id)
  const mayFollow = build.choices.schools?.speed === 'sync'
  const leads = harness.ports.filter(
    (placed) => placed.port.side === 'takes' && placed.port.need !== 'onward' && (mayFollow || !isSync(placed)),
  )
  // A USB header has room for as many plugs as it has lanes.
  const givers = harness.ports
    .filter(({ port }) => port.side === 'gives')
    .flatMap((placed) => Array.from({ length: placed.port.lanes?.count ?? 1 }, () => ({ ...placed })))
  const looks = new Map(givers.map((giver) => [giver, likeness(giver)]))
  const taken = new Map<PlacedPort, PlacedPort>()
  const rankOf = new Map<string, number>()
  function* from(index: number): Generator<Build> {
    const lead = leads[index]
    if (lead === undefined) {
      const threads = [...taken].map(([to, { ref }]): Thread => ({
        id: portKey(ref).replaceAll('.', '_'),
        from: ref,
        to: to.ref,
      }))
      if (!leadsNoBoxByBox(harness, threads)) return
      yield obeying({ ...build, threads })
      return
    }
    // Of two things alike the second is not plugged before the first. What has a place or a group is like no other, and of
    // two lights either may hang behind the other one.
    const isPlain =
      lead.facts.part.ports.every(({ side }) => side === 'takes') &&
      harness.placeOf(lead.item.id) === undefined &&
      build.groups?.some(({ itemIds }) => itemIds.includes(lead.item.id)) !== true
    const kind = `${isPlain ? lead.item.partId : lead.item.id} ${lead.port.id}`
    const least = isPiece(lead) ? -1 : (rankOf.get(kind) ?? -1)
    const tried = new Set<string>()
    for (const [rank, to] of givers.entries()) {
      const look = looks.get(to)!
      if (taken.has(to) || tried.has(look) || to.item.id === lead.item.id) continue
      // Weave looks for no more behind a piece than plain copper, two levels in all, and says so.
      if (isPiece(lead) && isPiece(to) && !mayStandOn(lead, to, taken)) continue
      if (fitOf(lead.port, to.port).misfit !== 'none') continue
      tried.add(look)
      if (rank < least) continue
      const before = rankOf.get(kind)
      taken.set(to, lead)
      rankOf.set(kind, rank)
      yield* from(index + 1)
      taken.delete(to)
      if (before === undefined) rankOf.delete(kind)
      else rankOf.set(kind, before)
    }
    // What only adds comfort may hang; a piece that is used has all its leads plugged, as in a plan.
    if (lead.port.need === 'optional' && !isPiece(lead)) yield* from(index + 1)
  }
  yield* from(0)
}

/** Every choice of things: what is there and may stay in its drawer, and up to two of each thing on offer. */
function* choices({
  build,
  offers,
}: Small): Generator<{ readonly build: Build; readonly unpriced: number; readonly cents: number }> {
  const owned = build.items.filter(({ partId }) => {
    const { ports } = build.parts.find(({ id }) => id === partId)!
    return (
      ports.some(({ side }) => side === 'takes') &&
      ports.some(({ side, need }) => side === 'gives' && need !== 'onward')
    )
  })
  const counts = offers.map(() => [0, 1, 2])
  const combinations = counts.reduce<readonly (readonly number[])[]>(
    (all, own) => all.flatMap((list) => own.map((count) => [...list, count])),
    [[]],
  )
  for (let kept = 0; kept < 2 ** owned.length; kept += 1) {
    const away = new Set(owned.filter((_, index) => (kept & (1 << index)) === 0).map(({ id }) => id))
    for (const combination of combinations) {
      if (combination.reduce((sum, count) => sum + count, 0) > MOST_BOUGHT) continue
      const bought = combination.flatMap((count, index) => Array.from({ length: count }, () => offers[index]!))
      const items = bought.map(({ part }, index): Item => ({
        id: `n${index}`,
        mark: `N${index}`,
        partId: part.id,
        stock: 'toBuy',
      }))
      const parts = [...new Set(bought.map(({ part }) => part))].filter(
        ({ id }) => !build.parts.some((part) => part.id === id),
      )
      yield {
        build: {
          ...build,
          parts: [...build.parts, ...parts],
          items: [...build.items.filter(({ id }) => !away.has(id)), ...items],
        },
        unpriced: bought.filter(({ priceCents }) => priceCents === undefined).length,
        cents: bought.reduce((sum, { priceCents }) => sum + (priceCents ?? 0), 0),
      }
    }
  }
}

/**
 * Fans on headers of the processor or a pump, and pumps on those of fans: no rule warnings them, but a plan leaves each its own.
 * A box that follows a header counts as one fan there, whatever hangs on it.
 */
function outOfRole(harness: Harness): number {
  const isSync = ({ itemId, portId }: PortRef) =>
    harness.factsOfItem(itemId).all.follows.some(({ input }) => input === portId)
  const direct = harness
    .speed()
    .heads.flatMap(({ placed: { port }, commands }) =>
      commands
        .filter(({ through }) => !through.some(isSync))
        .map(({ motor }) => ({ port, isPump: motor.pump === true })),
    )
  // Behind a splitter it is the header of the splitter that is followed.
  const headerOf = (to: PortRef): PlacedPort => {
    const onward = harness.threads.find(({ from }) => from.itemId === to.itemId && isPiece(harness.port(from)))
    return onward === undefined ? harness.port(to) : headerOf(onward.to)
  }
  const followers = harness.threads.filter(({ from, to }) => {
    if (!isSync(from)) return false
    const { role } = headerOf(to).port
    return role !== undefined && role !== 'case'
  })
  return direct.reduce((sum, { port: { role }, isPump }) => {
    if (role === undefined) return sum
    return sum + Number(isPump ? role === 'case' : role !== 'case')
  }, followers.length)
}

/** What a wired build comes to; undefined where a rule stops it. */
export function worthOf(harness: Harness, unpriced: number, cents: number): Best | undefined {
  const verdicts = check(harness)
  if (verdicts.counts.stop > 0) return undefined
  const score = scoreOf(verdicts)
  return [score.warnings, outOfRole(harness), score.overshootMilliamps, score.tight, score.unknowns, unpriced, cents]
}

/** The outcome of trying everything. */
export interface Tried {
  /** The best there is; undefined where every wiring has a stop. */
  readonly best: Best | undefined
  readonly wiring: Build | undefined
  readonly count: number
}

/** Tries every wiring with every choice of things, judged by the rules alone; undefined where they are too many. */
export function bruteForce(small: Small, mostWirings: number): Tried | undefined {
  let best: Best | undefined
  let wiring: Build | undefined
  let count = 0
  for (const { build, unpriced, cents } of choices(small)) {
    for (const wired of wirings(build)) {
      if (count >= mostWirings) return undefined
      count += 1
      const worth = worthOf(derive(wired), unpriced, cents)
      if (worth !== undefined && isLess(worth, best)) {
        best = worth
        wiring = wired
      }
    }
  }
  return { best, wiring, count }
}
