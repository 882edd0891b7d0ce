import { placeEdit } from '../build/choose'
import type { SingleEdit } from '../build/edit-schema'
import type { Sitting } from '../structure/place/places'
import { inOrder } from '../units/compare'
import type { Side } from '../places/space'

/** The way round a case: up the front, along the roof, down the rear, back along the floor; the side panel last. */
const ROUND: readonly Side[] = ['front', 'top', 'back', 'bottom', 'side']
/** Panels that are gone along against the counting of their places. */
const BACKWARDS: ReadonlySet<Side> = new Set(['back', 'bottom'])

/** Fans in the order in which a line drawn round the case from the lower front meets them (common practice, no source). */
export function roundTheCase(fans: readonly Sitting[]): readonly Sitting[] {
  const along = ({ mounted }: Sitting) => mounted.placeNumber * (BACKWARDS.has(mounted.panel.side) ? -1 : 1)
  return fans.toSorted(
    inOrder(
      (a, b) => ROUND.indexOf(a.mounted.panel.side) - ROUND.indexOf(b.mounted.panel.side),
      (a, b) => along(a) - along(b),
      (a, b) => Number(a.place.radiatorSide === 'outer') - Number(b.place.radiatorSide === 'outer'),
    ),
  )
}

/** The edits that number fans along a path, from 1; those of the case that the path leaves out lose their number. */
export function numberEdits(fans: readonly Sitting[], path: readonly string[]): readonly SingleEdit[] {
  return fans.flatMap(({ place }) => {
    const { number: before, ...bare } = place
    const index = path.indexOf(place.itemId)
    if (index < 0) return before === undefined ? [] : [placeEdit(bare)]
    return before === index + 1 ? [] : [placeEdit({ ...bare, number: index + 1 })]
  })
}
