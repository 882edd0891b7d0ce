import type { Harness } from '../../operate/harness'

/** The number of a thing along the case; behind all others where it has none. */
export const caseNumber = (harness: Harness, itemId: string): number =>
  harness.placeOf(itemId)?.place.number ?? Number.MAX_SAFE_INTEGER

/** Whether a thing has a number along the case. */
export const isNumbered = (harness: Harness, itemId: string): boolean =>
  harness.placeOf(itemId)?.place.number !== undefined
