import { apply } from '../build/apply'
import { placeEdit } from '../build/choose'
import type { SingleEdit } from '../build/edit-schema'
import type { Item } from '../build/schema'
import { derive, type Harness } from '../operate/harness'
import type { Side } from '../places/space'
import { inOrder } from '../units/compare'
import { isFan, isSitting, radiatorOf } from '../structure/place/places'
import { proposedPlace, refusalAt, targetsOf, type Target } from './placing'

/** Where everything went, as edits, and what found no place. */
export interface PlacedAll {
  readonly edits: readonly SingleEdit[]
  readonly left: readonly Item[]
}

interface Wanted {
  readonly caseItem: Item
  /** Things without a place, in the order of the bench. */
  readonly things: readonly Item[]
  /** Those of them that sit on the processor. */
  readonly onProcessor: ReadonlySet<string>
}

type Mount = Extract<Target, { readonly is: 'mount' }>

/** Sides for a radiator, the best first: through the roof its warm air leaves the case (common practice, no source). */
const RADIATOR_SIDES: readonly Side[] = ['top', 'front', 'side', 'bottom', 'back']
/** Which side gets the next fan: one behind, the front, then roof and floor (common practice, no source). */
const FAN_SIDES: readonly Side[] = ['back', 'front', 'front', 'front', 'top', 'bottom', 'top', 'bottom', 'top', 'side']

/** A case that is being filled: what is there so far. */
class Filling {
  readonly edits: readonly SingleEdit[]
  readonly harness: Harness
  private readonly caseItem: Item

  constructor(harness: Harness, caseItem: Item, edits: readonly SingleEdit[] = []) {
    this.harness = harness
    this.caseItem = caseItem
    this.edits = edits
  }

  /** The case with a thing put there; undefined where it cannot go there. */
  with(item: Item, target: Target): Filling | undefined {
    const asked = { caseItem: this.caseItem, item, target }
    if (target.is !== 'processor' && refusalAt(this.harness, asked) !== undefined) return undefined
    const edit = placeEdit(proposedPlace(this.harness, asked))
    return new Filling(derive(apply(this.harness.build, edit).build), this.caseItem, [...this.edits, edit])
  }

  has(item: Item): boolean {
    return this.harness.placeOf(item.id)?.caseItem !== undefined
  }

  /** Places of panels on a side; in the roof those at the rear first. */
  mounts(side: Side): readonly Mount[] {
    const all = targetsOf(this.harness, this.caseItem).filter(
      (target): target is Mount => target.is === 'mount' && target.panel.side === side,
    )
    return side === 'top' ? all.toReversed() : all
  }

  /** Whether a radiator sits there: it has its fans, and more on its other side is a choice of its own. */
  private hasRadiator({ panel }: Mount): boolean {
    const there = this.harness.places().filter(isSitting)
    return there.some(({ mounted, facts }) => mounted.panel.id === panel.id && radiatorOf(facts.part) !== undefined)
  }

  partsAt(side: Side): ReadonlySet<string> {
    const there = this.harness.places().filter(isSitting)
    return new Set(there.filter(({ mounted }) => mounted.panel.side === side).map(({ item }) => item.partId))
  }

  /** The case with the first of these that fits put into the first place on a side that takes it. */
  withOneAt(things: readonly Item[], side: Side): Filling | undefined {
    for (const item of things) {
      for (const target of this.mounts(side).filter((mount) => !this.hasRadiator(mount))) {
        const next = this.with(item, target)
        if (next !== undefined) return next
      }
    }
    return undefined
  }
}

/** A radiator with as many of the fans as it has places for, on the first side where all of it fits, else where most does. */
function withRadiator(filling: Filling, radiator: Item, fans: readonly Item[]): Filling {
  const facts = filling.harness.factsOfItem(radiator.id)
  const fanCount = radiatorOf(facts.part)?.fanCount ?? 0
  let best = filling
  for (const mount of RADIATOR_SIDES.flatMap((side) => filling.mounts(side))) {
    let here = filling.with(radiator, mount)
    if (here === undefined) continue
    for (let step = 0; step < fanCount; step += 1) {
      const target = { ...mount, placeNumber: mount.placeNumber + step }
      const loose = fans.filter((fan) => here?.has(fan) === false)
      here = loose.reduce<Filling | undefined>((found, fan) => found ?? here?.with(fan, target), undefined) ?? here
    }
    if (here.edits.length > best.edits.length) best = here
    if (best.edits.length === filling.edits.length + 1 + Math.min(fanCount, fans.length)) return best
  }
  return best
}

/** Alike fans stand in a row: those of the kind that a side has already come first, then the kind there is most of. */
function inRows(filling: Filling, loose: readonly Item[], side: Side): readonly Item[] {
  const there = filling.partsAt(side)
  const countOf = (item: Item) => loose.filter(({ partId }) => partId === item.partId).length
  return loose.toSorted(
    inOrder<Item>(
      (a, b) => Number(there.has(b.partId)) - Number(there.has(a.partId)),
      (a, b) => countOf(b) - countOf(a),
    ),
  )
}

function withFans(start: Filling, fans: readonly Item[]): Filling {
  const sides = [...FAN_SIDES, ...fans.flatMap((): readonly Side[] => ['front', 'top', 'bottom', 'side', 'back'])]
  return sides.reduce((filling, side) => {
    const loose = fans.filter((fan) => !filling.has(fan))
    return filling.withOneAt(inRows(filling, loose, side), side) ?? filling
  }, start)
}

/** Boxes and lights, one to a spot, those behind the tray first. */
function withBoxes(start: Filling, boxes: readonly Item[], caseItem: Item): Filling {
  const spots = targetsOf(start.harness, caseItem).flatMap((target) => (target.is === 'spot' ? [target] : []))
  const free = spots
    .filter(({ spot }) => !start.harness.places().some((placed) => placed.spot?.id === spot.id))
    .toSorted((a, b) => Number(b.spot.isBehind) - Number(a.spot.isBehind))
  return free.reduce((filling, target) => {
    const next = boxes.find((box) => !filling.has(box))
    return (next === undefined ? undefined : filling.with(next, target)) ?? filling
  }, start)
}

/**
 * Places for all that has none, as people would: radiators through the roof or the front with their fans, one fan behind,
 * intakes at the front and the floor, alike fans in a row, boxes behind the tray. What does not fit anywhere is left.
 */
export function placeAll(harness: Harness, { caseItem, things, onProcessor }: Wanted): PlacedAll {
  const isRadiator = (item: Item) => radiatorOf(harness.factsOfItem(item.id).part) !== undefined
  const fans = things.filter((item) => isFan(harness.factsOfItem(item.id)) && !onProcessor.has(item.id))
  const boxes = things.filter((item) => !isRadiator(item) && !fans.includes(item) && !onProcessor.has(item.id))
  const onTop = things
    .filter(({ id }) => onProcessor.has(id))
    .reduce((filling, item) => filling.with(item, { is: 'processor' }) ?? filling, new Filling(harness, caseItem))
  const cooled = things.filter(isRadiator).reduce((filling, radiator) => {
    // The fans that came with a cooler stand behind it on the bench.
    const after = fans.filter((fan) => things.indexOf(fan) > things.indexOf(radiator))
    const loose = [...after, ...fans.filter((fan) => !after.includes(fan))].filter((fan) => !filling.has(fan))
    return withRadiator(filling, radiator, loose)
  }, onTop)
  const all = withBoxes(withFans(cooled, fans), boxes, caseItem)
  return { edits: all.edits, left: things.filter((item) => !all.has(item)) }
}
