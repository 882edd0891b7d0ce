import { caseOf } from '../../build/refs'
import type { Place } from '../../build/facet-schemas'
import type { Item } from '../../build/schema'
import type { Figure } from '../../schema/schema-kit'
import type { Part } from '../../parts/schema'
import { flowOf, type Flow } from '../../places/flow'
import type { Frame, Point, Spot } from '../../places/space'
import { isWeak } from '../../schema/weak'
import type { PartFacts } from '../wiring/part-facts'
import type { Wiring } from '../wiring/wiring'

export type Panel = NonNullable<Part['panels']>[number]
export type Layout = Panel['layouts'][number]
export type CaseSpace = NonNullable<Part['space']>
export type BoxSpot = NonNullable<CaseSpace['spots']>[number]

/** The place of a case that something sits in. */
export interface Mounted {
  readonly caseItem: Item
  readonly panel: Panel
  readonly layout: Layout
  readonly placeNumber: number
}

/** An item with what is said of its place. */
export interface Placed {
  readonly item: Item
  readonly facts: PartFacts
  readonly place: Place
  /** The case it is in, whatever holds it there. */
  readonly caseItem: Item | undefined
  readonly mounted: Mounted | undefined
  /** The spot for boxes it is fixed to. */
  readonly spot: BoxSpot | undefined
  /** Where its air goes, if it is a fan. */
  readonly flow: Flow
}

/** A thing in a place of a panel. */
export type Sitting = Placed & { readonly mounted: Mounted }

export const isSitting = (placed: Placed): placed is Sitting => placed.mounted !== undefined

/** How a cooler's radiator is measured: so many fans of this size; undefined for a thing without one. */
export function radiatorOf(part: Part): { readonly fanCount: number | undefined } | undefined {
  const { radiatorFanCount, radiatorFanSizeMm } = part.mechanical ?? {}
  if (radiatorFanCount === undefined && radiatorFanSizeMm === undefined) return undefined
  return { fanCount: radiatorFanCount?.value }
}

/** Whether air goes through it: it has a motor that is no pump, and is no radiator itself. */
export const isFan = ({ part, all }: PartFacts): boolean =>
  radiatorOf(part) === undefined && all.motor.some(({ pump }) => pump !== true)

function mountedOf(part: Part, caseItem: Item, { mount }: Place): Mounted | undefined {
  const panel = part.panels?.find(({ id }) => id === mount?.panelId)
  const layout = panel?.layouts.find(({ id }) => id === mount?.layoutId)
  if (mount === undefined || panel === undefined || layout === undefined) return undefined
  return { caseItem, panel, layout, placeNumber: mount.placeNumber }
}

/** Everything whose place somebody has said, in the order of the marks. */
export function derivePlaces(wiring: Wiring): readonly Placed[] {
  const places = new Map((wiring.build.places ?? []).map((place) => [place.itemId, place]))
  if (places.size === 0) return []
  const itemById = new Map(wiring.items.map((item) => [item.id, item]))
  return wiring.items.flatMap((item): readonly Placed[] => {
    const place = places.get(item.id)
    if (place === undefined) return []
    const facts = wiring.factsOfItem(item.id)
    const caseItem = itemById.get(caseOf(place) ?? '')
    const part = caseItem === undefined ? undefined : wiring.factsOfItem(caseItem.id).part
    const { inwardFace, arrow } = place
    return [
      {
        item,
        facts,
        place,
        caseItem,
        mounted: part === undefined ? undefined : mountedOf(part, caseItem!, place),
        spot: part?.space?.spots?.find(({ id }) => id === place.spot?.spotId),
        flow: flowOf({ inwardFace, blades: facts.part.mechanical?.blades, arrow }),
      },
    ]
  })
}

/** The inside of a case as plain lengths. */
export const frameOf = ({ depthMm, heightMm, widthMm }: CaseSpace): Frame => ({
  depthMm: depthMm.value,
  heightMm: heightMm.value,
  widthMm: widthMm.value,
})

/** One place of a layout, as plain lengths. */
export function spotOf(panel: Panel, layout: Layout, placeNumber: number): Spot {
  return {
    side: panel.side,
    sizeMm: layout.sizeMm.value,
    placeCount: layout.placeCount,
    placeNumber,
    startMm: layout.startMm?.value,
    acrossMm: layout.acrossMm?.value,
  }
}

/** The board of a case: the one of its assembly whose outline is known. */
export function boardOf(wiring: Wiring, caseItem: Item): { readonly item: Item; readonly part: Part } | undefined {
  const item = wiring.items.find(
    (other) => other.assemblyId === caseItem.assemblyId && wiring.factsOfItem(other.id).part.outline !== undefined,
  )
  return item === undefined ? undefined : { item, part: wiring.factsOfItem(item.id).part }
}

/** A point on a plate, seen from the side panel. */
export interface PlanPoint {
  readonly xMm: Figure
  readonly yMm: Figure
}

/** The corner of the board at the front and the floor, from which its own points are measured. */
export function boardCorner(space: CaseSpace, outline: NonNullable<Part['outline']>): Point | undefined {
  if (space.board === undefined) return undefined
  const { depthMm, heightMm } = outline
  return { xMm: space.board.xMm.value - depthMm.value, yMm: space.board.yMm.value - heightMm.value, zMm: 0 }
}

/** A point of the board where it stands in the case; undefined where one of the figures is not known. */
export function pointOnBoard(space: CaseSpace, outline: Part['outline'], at: PlanPoint | undefined): Point | undefined {
  const corner = outline === undefined ? undefined : boardCorner(space, outline)
  if (corner === undefined || at === undefined) return undefined
  return { xMm: corner.xMm + at.xMm.value, yMm: corner.yMm + at.yMm.value, zMm: 0 }
}

const assumedSpaces = new WeakMap<CaseSpace, boolean>()

/** Whether a figure of a case that ways in it rest on is only assumed. */
export function isAssumedSpace(space: CaseSpace): boolean {
  const known = assumedSpaces.get(space)
  if (known !== undefined) return known
  const points = [...(space.holes ?? []), ...(space.board === undefined ? [] : [space.board])]
  const isAssumed = isWeak(
    space.depthMm,
    space.heightMm,
    space.widthMm,
    ...points.flatMap(({ xMm, yMm }) => [xMm, yMm]),
  )
  assumedSpaces.set(space, isAssumed)
  return isAssumed
}
