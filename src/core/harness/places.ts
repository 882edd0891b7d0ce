import type { Item, Place } from '../build/schema'
import type { Part } from '../parts/schema'
import { flowOf, type Flow } from '../places/flow'
import type { PartFacts } from './part-facts'
import type { Wiring } from './wiring'

type Panel = NonNullable<Part['panels']>[number]

/** The place of a case that something sits in. */
export interface Mounted {
  readonly caseItem: Item
  readonly panel: Panel
  readonly layout: Panel['layouts'][number]
  readonly placeNumber: number
}

/** An item with what is said of its place. */
export interface Placed {
  readonly item: Item
  readonly facts: PartFacts
  readonly place: Place
  readonly mounted: Mounted | undefined
  /** Where its air goes, if it is a fan. */
  readonly flow: Flow
}

function mountedOf(wiring: Wiring, { mount }: Place): Mounted | undefined {
  const caseItem = wiring.items.find(({ id }) => id === mount?.caseItemId)
  if (mount === undefined || caseItem === undefined) return undefined
  const panel = wiring.factsOfItem(caseItem.id).part.panels?.find(({ id }) => id === mount.panelId)
  const layout = panel?.layouts.find(({ id }) => id === mount.layoutId)
  if (panel === undefined || layout === undefined) return undefined
  return { caseItem, panel, layout, placeNumber: mount.placeNumber }
}

/** Everything whose place somebody has said, in the order of the marks. */
export function derivePlaces(wiring: Wiring): readonly Placed[] {
  const places = new Map((wiring.build.places ?? []).map((place) => [place.itemId, place]))
  if (places.size === 0) return []
  return wiring.items.flatMap((item): readonly Placed[] => {
    const place = places.get(item.id)
    if (place === undefined) return []
    const facts = wiring.factsOfItem(item.id)
    const { inwardFace, arrow } = place
    const flow = flowOf({ inwardFace, blades: facts.part.mechanical?.blades, arrow })
    return [{ item, facts, place, mounted: mountedOf(wiring, place), flow }]
  })
}
