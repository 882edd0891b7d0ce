import { distanceMm, type Corner } from '../../places/space'
import { pointOf } from '../../places/ways'
import { inOrder } from '../../units/compare'
import type { Placed } from './places'
import { endOfThing, type Site } from './way-ends'
import { runsTo } from './ways'

/** The corner of a frame that its leads should leave by, and how long their ways are together from there. */
export interface BestCorner {
  readonly corner: Corner
  readonly lengthMm: number
}

const CORNERS: readonly Corner[] = [0, 1, 2, 3]

/** The ways of its plugged leads from a corner, together; undefined where one of them is open. */
function lengthFrom(site: Site, placed: Placed, corner: Corner): number | undefined {
  const turned: Placed = { ...placed, place: { ...placed.place, leadCorner: corner } }
  const itemId = placed.item.id
  const there: Site = { ...site, placeOf: (id) => (id === itemId ? turned : site.placeOf(id)) }
  const runs = placed.facts.part.ports.flatMap((port) => {
    if (port.side !== 'takes' || port.lead === undefined) return []
    const lead = site.port({ itemId, portId: port.id })
    return site.across(lead.ref).flatMap((to) => runsTo(there, lead, to))
  })
  const lengths = runs.flatMap(({ leastMm }) => leastMm ?? [])
  if (lengths.length > 0) return lengths.reduce((sum, lengthMm) => sum + lengthMm, 0)
  // Nothing is plugged yet: the nearest hole is the best guess, and without holes the tray itself.
  const [from] = endOfThing(there, turned)?.points ?? []
  const caseItem = placed.caseItem
  if (from === undefined || caseItem === undefined) return undefined
  const holes = site.factsOfItem(caseItem.id).part.space?.holes ?? []
  const ways = holes.map(({ xMm, yMm }) => distanceMm(from, pointOf({ xMm: xMm.value, yMm: yMm.value })))
  return ways.length === 0 ? from.zMm : Math.min(...ways)
}

/**
 * The corner with the shortest ways for the leads of a fan; of equal ones the first that is nearest to the rear. Nothing
 * for a thing that is in no place for fans, or in a case whose inside is not known.
 */
export function bestCorner(site: Site, placed: Placed): BestCorner | undefined {
  if (placed.mounted === undefined) return undefined
  const rearMm = (corner: Corner) => {
    const turned = { ...placed, place: { ...placed.place, leadCorner: corner } }
    return endOfThing(site, turned)?.points[0]?.xMm ?? 0
  }
  const found = CORNERS.flatMap((corner) => {
    const lengthMm = lengthFrom(site, placed, corner)
    return lengthMm === undefined ? [] : [{ corner, lengthMm }]
  })
  const byWay = inOrder<BestCorner>(
    (a, b) => a.lengthMm - b.lengthMm,
    (a, b) => rearMm(b.corner) - rearMm(a.corner),
  )
  return found.toSorted(byWay)[0]
}
