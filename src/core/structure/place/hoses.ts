import { centreOf, straightMm, type Point } from '../../places/space'
import { isWeak } from '../../schema/weak'
import { boardOf, isAssumedSpace, frameOf, pointOnBoard, radiatorOf, spotOf, type Placed, type Sitting } from './places'
import type { Site } from './way-ends'

/** The hoses of a cooler, from one end of its radiator to the processor. */
export interface Hose {
  readonly end: 'start' | 'end'
  readonly hoseMm: number | undefined
  /** In a straight line: a hose is never shorter. */
  readonly leastMm: number
  /** Where they leave the radiator, and where the processor is. */
  readonly from: Point
  readonly to: Point
  readonly isAssumed: boolean
}

/** The middle of the radiator's edge at one of its ends. */
function endPoint(site: Site, sitting: Sitting, end: 'start' | 'end'): Point | undefined {
  const { panel, layout, placeNumber, caseItem } = sitting.mounted
  const { space } = site.factsOfItem(caseItem.id).part
  const fanCount = radiatorOf(sitting.facts.part)?.fanCount
  if (space === undefined || fanCount === undefined) return undefined
  // The edge lies half a place before the middle of the first, or behind that of the last.
  const place = end === 'start' ? placeNumber - 0.5 : placeNumber + fanCount - 0.5
  return centreOf(frameOf(space), spotOf(panel, layout, place))
}

/**
 * How far it is from a placed radiator to the processor: by the end its hoses leave by, or by both where nobody has said.
 * Undefined for a thing that is no radiator in a place; empty where a place or a figure is not known.
 */
export function hoseOf(site: Site, placed: Placed): readonly Hose[] | undefined {
  const { mounted, facts, place } = placed
  if (mounted === undefined || radiatorOf(facts.part) === undefined) return undefined
  const { space } = site.factsOfItem(mounted.caseItem.id).part
  const outline = boardOf(site, mounted.caseItem)?.part.outline
  const at = outline?.processor
  const to = space === undefined ? undefined : pointOnBoard(space, outline, at)
  if (space === undefined || at === undefined || to === undefined) return []
  const hose = facts.part.mechanical?.hoseMm
  const isAssumed = isAssumedSpace(space) || isWeak(at.xMm, at.yMm, ...(hose === undefined ? [] : [hose]))
  const ends = place.hoseEnd === undefined ? (['start', 'end'] as const) : [place.hoseEnd]
  return ends.flatMap((end): readonly Hose[] => {
    const from = endPoint(site, { ...placed, mounted }, end)
    if (from === undefined) return []
    return [{ end, hoseMm: hose?.value, leastMm: straightMm(from, to), from, to, isAssumed }]
  })
}
