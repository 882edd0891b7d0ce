import type { ScreenSetting } from '../build/facet-schemas'
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
  /** What is said of its program. */
  readonly said: ScreenSetting | undefined
  /** To be set: clockwise, as its viewer sees it; undefined where its place or the corner of its lead is not known. */
  readonly rotationDegrees: number | undefined
}

/** Every screen of the build, in the order of its items. */
export function screensOf(harness: Harness): readonly PlacedScreen[] {
  return harness.items.flatMap((item) =>
    (harness.factsOfItem(item.id).part.screens ?? []).map((screen): PlacedScreen => {
      const placed = harness.placeOf(item.id)
      const stand = placed?.place.leadCorner === undefined ? undefined : standOf(harness, placed)
      const turns = stand && uprightTurns(stand, screen.upTurns ?? 0)
      const said = harness.build.choices.screens
        ?.find(({ itemId }) => itemId === item.id)
        ?.screens.find(({ screenId }) => screenId === screen.id)
      return { item, screen, said, rotationDegrees: turns === undefined ? undefined : turns * 90 }
    }),
  )
}
