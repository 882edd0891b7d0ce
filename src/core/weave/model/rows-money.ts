import { groupBy } from '../../units/group'
import type { Terms } from './model'
import {
  contentsOf,
  isPackOffer,
  singleOffer,
  type Host,
  type Offer,
  type PackOffer,
  type Piece,
  type Problem,
  type RowFeed,
  type Stocked,
  type Use,
} from '../problem/problem'
import { membersOf } from '../problem/stacks'
import type { Writing } from './write-model'

/** Things of one part that a plan may use and that must be paid for. */
interface Want {
  readonly partId: string
  /** How many are used, less what is there for nothing. */
  readonly sum: Terms
  readonly ownedCount: number
  /** Bought in any case. */
  readonly needCount: number
  /** The most that are ever used. */
  readonly mostCount: number
  /** How many may be bought one by one. */
  readonly mostSingles: number
}

/** More of one pack than this nobody is sent to buy (common practice, no source). */
const MOST_PACKS = 9

function pay({ draft }: Writing, variable: string, priceCents: number | undefined): void {
  if (priceCents === undefined) draft.count('unpriced', [variable, 1])
  else if (priceCents > 0) draft.count('cents', [variable, priceCents])
}

/** How many of a kind one use takes. */
const countOn = ({ piece, rowFeed }: Use, kind: Stocked): number =>
  rowFeed === kind
    ? 1
    : (piece === undefined ? [] : membersOf(piece)).reduce(
        (sum, { kind: own, count }) => sum + (own === kind ? count : 0),
        0,
      )

/** The uses that take some of a kind, with how many of it. */
const usesOf = ({ problem }: Writing, kind: Stocked): readonly (readonly [use: Use, count: number])[] =>
  problem.uses.flatMap((use) => {
    const count = countOn(use, kind)
    return count === 0 ? [] : [[use, count] as const]
  })

/** All kinds of pieces that are bought, and what feeds rows. */
const kindsOf = ({ pieces, rowFeeds }: Problem): readonly (Piece | RowFeed)[] => [
  ...pieces.filter(({ stack }) => stack === undefined),
  ...rowFeeds,
]

const used = ({ useOf }: Writing, uses: ReturnType<typeof usesOf>): Terms =>
  uses.map(([use, count]) => [useOf(use), count])

function wantedPieces(writing: Writing): readonly Want[] {
  return kindsOf(writing.problem).flatMap((kind): readonly Want[] => {
    const uses = usesOf(writing, kind)
    const mostCount = uses.reduce((total, [use, count]) => total + use.mostCount * count, 0)
    if (uses.length === 0) return []
    return [
      {
        partId: kind.facts.part.id,
        sum: used(writing, uses),
        ownedCount: kind.owned.length,
        needCount: 0,
        mostCount,
        mostSingles: kind.isOffered ? mostCount : kind.listed.length,
      },
    ]
  })
}

/** Copies of boxes, used one after the other, so that alike ones are not told apart. */
function wantedBoxes({ draft, problem, hostOf }: Writing): readonly Want[] {
  const copies = groupBy(
    problem.hosts.filter(({ isThere, isBought }) => !isThere && isBought),
    ({ facts }) => facts,
  )
  return [...copies].map(([{ part }, hosts]) => {
    const names = hosts.map((host: Host) => hostOf(host)!)
    names.slice(1).forEach((name, index) =>
      draft.row(
        [
          [names[index]!, 1],
          [name, -1],
        ],
        { least: 0 },
      ),
    )
    return {
      partId: part.id,
      sum: names.map((name) => [name, 1] as const),
      ownedCount: 0,
      needCount: 0,
      mostCount: hosts.length,
      mostSingles:
        singleOffer(problem.offers, part.id) !== undefined
          ? hosts.length
          : hosts.filter(({ item }) => item !== undefined).length,
    }
  })
}

/** Things on the list that are bought in any case, and may come in a pack with what the plan wants. */
function neededThings({ problem }: Writing): readonly Want[] {
  return problem.needs.map(({ part, count }) => ({
    partId: part.id,
    sum: [],
    ownedCount: 0,
    needCount: count,
    mostCount: count,
    mostSingles: count,
  }))
}

/** Wants of one part are one want: what comes in a pack serves only one of them. */
function together(wants: readonly Want[]): readonly Want[] {
  return [...groupBy(wants, ({ partId }) => partId).values()].map((list) =>
    list.reduce((a, b) => ({
      partId: a.partId,
      sum: [...a.sum, ...b.sum],
      ownedCount: a.ownedCount + b.ownedCount,
      needCount: a.needCount + b.needCount,
      mostCount: a.mostCount + b.mostCount,
      mostSingles: a.mostSingles + b.mostSingles,
    })),
  )
}

/** Packs that hold something the plan may use, each with the variable that counts how many are bought. */
function packs(writing: Writing, wants: readonly Want[]): ReadonlyMap<PackOffer, string> {
  const bought = new Map<PackOffer, string>()
  for (const offer of writing.problem.offers.filter(isPackOffer)) {
    const times = contentsOf(offer).flatMap(({ part, count }) =>
      wants.filter(({ partId }) => partId === part.id).map(({ mostCount }) => Math.ceil(mostCount / count)),
    )
    if (times.length === 0) continue
    const name = writing.draft.whole('pack', Math.min(MOST_PACKS, Math.max(...times)))
    pay(writing, name, offer.priceCents)
    bought.set(offer, name)
  }
  return bought
}

/** The price that a part of the build has of itself, for what is on the list already and is not on offer. */
const ownPriceOf = ({ hosts, pieces, rowFeeds, needs }: Problem, wanted: string): number | undefined =>
  [
    ...hosts.map(({ facts }) => facts.part),
    ...[...pieces, ...rowFeeds].map(({ facts }) => facts.part),
    ...needs.map(({ part }) => part),
  ].find(({ id }) => id === wanted)?.price?.cents

const countIn = (offer: Offer, wanted: string) =>
  contentsOf(offer).reduce((sum, { part, count }) => (part.id === wanted ? sum + count : sum), 0)

/**
 * What is owned is free; the rest is bought one by one or in packs, by its price, or by its number where nobody knows the
 * price. Gives the packs with their variables.
 */
export function moneyRows(writing: Writing): ReadonlyMap<PackOffer, string> {
  const { draft, problem, hostOf, useOf } = writing
  const wants = together([...wantedPieces(writing), ...wantedBoxes(writing), ...neededThings(writing)])
  const bought = packs(writing, wants)
  const priceOf = (partId: string) => {
    const offer = singleOffer(problem.offers, partId)
    return offer === undefined ? ownPriceOf(problem, partId) : offer.priceCents
  }
  for (const { partId, sum, ownedCount, needCount, mostSingles } of wants) {
    const single = draft.whole('buy', mostSingles)
    if (needCount > 0) draft.needs.push({ variable: single, count: needCount })
    pay(writing, single, priceOf(partId))
    const inPacks = [...bought].flatMap(([offer, name]) => {
      const count = countIn(offer, partId)
      return count === 0 ? [] : [[name, -count] as const]
    })
    draft.row([...sum, [single, -1], ...inPacks], { most: ownedCount - needCount })
  }
  for (const kind of kindsOf(problem)) {
    const uses = used(writing, usesOf(writing, kind))
    draft.count('boxes', ...uses)
    if ('outlets' in kind && kind.outlets.length === 1) draft.count('extensions', ...uses)
  }
  for (const use of problem.uses) {
    const { stack } = use.piece ?? {}
    if (stack !== undefined) draft.count('stacked', [useOf(use), stack.carriers.length])
  }
  for (const host of problem.hosts) if (!host.isThere) draft.count('boxes', [hostOf(host)!, 1])
  return bought
}
