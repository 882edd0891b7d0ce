import type { Build, Item, Pack } from '../build/schema'
import type { Part } from '../parts/schema'
import { compareText, inOrder } from '../units/compare'
import { groupBy } from '../units/group'

export interface ShoppingLine {
  /** Id of the part, or of the pack. */
  readonly id: string
  readonly name: string
  readonly count: number
  /** Cents for all of them, or undefined where there is no price. */
  readonly totalCents: number | undefined
  readonly currency: string | undefined
  /** What comes in a pack, as `3 × name`; undefined for a single part. */
  readonly contents: readonly string[] | undefined
  /** What of a pack is left loose on purpose, as `1 × name`. */
  readonly leftOver: readonly string[]
}

const isToBuy = ({ stock }: Item) => stock === 'toBuy'

function partLine({ id, name, price }: Part, count: number): ShoppingLine {
  return {
    id,
    name,
    count,
    totalCents: price === undefined ? undefined : price.cents * count,
    currency: price?.currency,
    contents: undefined,
    leftOver: [],
  }
}

function packLine(build: Build, { id, name, price, contents }: Pack): ShoppingLine {
  const nameOf = (partId: string) => build.parts.find((part) => part.id === partId)?.name ?? partId
  const isPlugged = (itemId: string) =>
    build.threads.some(({ from, to }) => from.itemId === itemId || to.itemId === itemId)
  const parked = new Set((build.choices.parked ?? []).map(({ at }) => at.itemId))
  const left = build.items.filter((item) => item.packId === id && parked.has(item.id) && !isPlugged(item.id))
  return {
    id,
    name,
    count: 1,
    totalCents: price?.cents,
    currency: price?.currency,
    contents: contents.map(({ partId, count }) => `${count} × ${nameOf(partId)}`),
    leftOver: [...groupBy(left, ({ partId }) => partId)].map(
      ([partId, items]) => `${items.length} × ${nameOf(partId)}`,
    ),
  }
}

/** What is still to buy, sorted by name: packs as a whole, once for all that comes in them, and single parts by part. */
export function shoppingList(build: Build): readonly ShoppingLine[] {
  const wanted = build.items.filter(isToBuy)
  const packs = (build.packs ?? []).filter(({ id }) => wanted.some(({ packId }) => packId === id))
  const singles = build.parts.map((part) => {
    return partLine(part, wanted.filter(({ partId, packId }) => partId === part.id && packId === undefined).length)
  })
  return [...packs.map((pack) => packLine(build, pack)), ...singles.filter(({ count }) => count > 0)].toSorted(
    inOrder(
      (a, b) => compareText(a.name, b.name),
      (a, b) => compareText(a.id, b.id),
    ),
  )
}
