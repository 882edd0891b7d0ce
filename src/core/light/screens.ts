import type { Item } from '../build/schema'
import type { Harness } from '../operate/harness'
import type { Part } from '../parts/schema'
import { uprightTurns } from '../places/leds'
import { standOf } from './seats'

type Screen = NonNullable<Part['screens']>[number]

/** A screen of the build with the rotation to set in its program. */
export interface PlacedScreen {
  readonly item: Item
  readonly screen: Screen
  /** Clockwise, as its viewer sees it; undefined where its place or the corner of its lead is not known. */
  readonly rotationDegrees: 0 | 90 | 180 | 270 | undefined
}

const DEGREES = [0, 90, 180, 270] as const

/** Every screen of the build, in the order of its items. */
export function screensOf(harness: Harness): readonly PlacedScreen[] {
  return harness.items.flatMap((item) =>
    (harness.factsOfItem(item.id).part.screens ?? []).map((screen): PlacedScreen => {
      const placed = harness.placeOf(item.id)
      const stand = placed?.place.leadCorner === undefined ? undefined : standOf(harness, placed)
      const turns = stand && uprightTurns(stand, screen.upTurns ?? 0)
      return { item, screen, rotationDegrees: turns === undefined ? undefined : DEGREES[turns] }
    }),
  )
}
