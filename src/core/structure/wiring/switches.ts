import type { Wiring } from './wiring'

/** Where a family does not say how many of its boxes there may be (common practice, no source). */
const MOST_BOXES = 8

/** A box that is told apart from others of its family by its number. */
export interface Addressed {
  readonly addressNumber: number | undefined
  /** How its switches stand for that number, the first one counting 1; empty where the box has none, or too few. */
  readonly switches: readonly boolean[]
  /** The highest number that its switches show, or its family takes. */
  readonly mostNumber: number
}

/** The switches that show a number in binary; empty where they are too few for it. */
export function switchesFor(addressNumber: number, switchCount: number): readonly boolean[] {
  if (addressNumber >= 2 ** switchCount) return []
  return Array.from({ length: switchCount }, (_, place) => ((addressNumber >> place) & 1) === 1)
}

/** The number and the switches of an item, where it is one that has a number. */
export function addressedOf(wiring: Wiring, addressNumber: number | undefined, itemId: string): Addressed | undefined {
  const cascade = wiring.factsOfItem(itemId).all.cascade[0]
  if (cascade === undefined || cascade.by === 'bridge') return undefined
  const count = cascade.switchCount?.value ?? 0
  const mostNumber = count > 0 ? 2 ** count - 1 : (cascade.mostBoxCount?.value ?? MOST_BOXES)
  return { addressNumber, switches: addressNumber === undefined ? [] : switchesFor(addressNumber, count), mostNumber }
}
