import type { Build } from '../build/schema'
import { compareText, inOrder } from '../units/compare'

export interface ShoppingLine {
  readonly partId: string
  readonly name: string
  readonly count: number
  /** Cents for all of them, or undefined where the part has no price. */
  readonly totalCents: number | undefined
  readonly currency: string | undefined
}

/** What is still to buy, by part, sorted by name. */
export function shoppingList(build: Build): readonly ShoppingLine[] {
  const wanted = build.items.filter((item) => item.stock === 'toBuy')
  return build.parts
    .map((part): ShoppingLine => {
      const count = wanted.filter((item) => item.partId === part.id).length
      return {
        partId: part.id,
        name: part.name,
        count,
        totalCents: part.price === undefined ? undefined : part.price.cents * count,
        currency: part.price?.currency,
      }
    })
    .filter((line) => line.count > 0)
    .toSorted(
      inOrder(
        (a, b) => compareText(a.name, b.name),
        (a, b) => compareText(a.partId, b.partId),
      ),
    )
}
