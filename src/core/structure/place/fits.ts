import { exceeds } from '../../units/compare'
import { isFan, radiatorOf, type Mounted, type Sitting } from './places'

/** Whether a thing fits where it sits, and if not, why; each with the figures that were compared. */
export type Fitting =
  | { readonly is: 'fits' }
  | { readonly is: 'open' }
  | { readonly is: 'wrongSize'; readonly sizeMm: number; readonly mountMm: number }
  | { readonly is: 'noRadiator' }
  | { readonly is: 'tooLong'; readonly fanCount: number; readonly placeCount: number }
  | { readonly is: 'tooThick'; readonly things: readonly Sitting[]; readonly thickMm: number; readonly depthMm: number }
  | { readonly is: 'taken' | 'twoLayouts'; readonly things: readonly Sitting[] }

const samePanel = (a: Mounted, b: Mounted) => a.caseItem.id === b.caseItem.id && a.panel.id === b.panel.id

/** The first and the last place a thing takes: a radiator takes as many as it has fans, all the rest where nobody knows. */
function span({ facts, mounted }: Sitting): readonly [first: number, last: number] {
  const radiator = radiatorOf(facts.part)
  if (radiator === undefined) return [mounted.placeNumber, mounted.placeNumber]
  const { fanCount = mounted.layout.placeCount - mounted.placeNumber + 1 } = radiator
  return [mounted.placeNumber, mounted.placeNumber + fanCount - 1]
}

function overlap(a: Sitting, b: Sitting): boolean {
  const [aFirst, aLast] = span(a)
  const [bFirst, bLast] = span(b)
  return aFirst <= bLast && bFirst <= aLast
}

const isRadiator = ({ facts }: Sitting) => radiatorOf(facts.part) !== undefined

/** The radiator that a place of a layout is on, among the things of its panel. */
export function radiatorAt(all: readonly Sitting[], mounted: Mounted): Sitting | undefined {
  return all.find((other) => {
    if (!isRadiator(other) || !samePanel(other.mounted, mounted) || other.mounted.layout.id !== mounted.layout.id)
      return false
    const [first, last] = span(other)
    return first <= mounted.placeNumber && mounted.placeNumber <= last
  })
}

/** Two fans go into one place on the two sides of a radiator; a radiator and a fan on it share the place by nature. */
function clashes(all: readonly Sitting[], a: Sitting, b: Sitting): boolean {
  if (isRadiator(a) !== isRadiator(b) || !overlap(a, b)) return false
  if (isRadiator(a) || radiatorAt(all, a.mounted) === undefined) return true
  const [aSide, bSide] = [a.place.radiatorSide, b.place.radiatorSide]
  return aSide === undefined || bSide === undefined || aSide === bSide
}

function sizeFault({ facts, mounted }: Sitting): Fitting | undefined {
  const { sizeMm, radiatorFanSizeMm } = facts.part.mechanical ?? {}
  const radiator = radiatorOf(facts.part)
  const { layout, placeNumber } = mounted
  if (radiator !== undefined && layout.holds !== 'radiator') return { is: 'noRadiator' }
  const wide = radiator === undefined ? sizeMm : radiatorFanSizeMm
  const mountMm = layout.sizeMm.value
  if (wide !== undefined && wide.value !== mountMm) return { is: 'wrongSize', sizeMm: wide.value, mountMm }
  const fanCount = radiator?.fanCount
  const placeCount = layout.placeCount - placeNumber + 1
  return fanCount !== undefined && fanCount > placeCount ? { is: 'tooLong', fanCount, placeCount } : undefined
}

/** What stands one behind the other where this thing is: the radiator and the fans on it. */
export function stackOf(all: readonly Sitting[], one: Sitting): readonly Sitting[] {
  const { layout } = one.mounted
  const there = all.filter(
    (other) => samePanel(other.mounted, one.mounted) && other.mounted.layout.id === layout.id && overlap(other, one),
  )
  if (!isRadiator(one)) return there
  // Along a radiator its thickest place counts: the fans of one place stand behind each other, those of two do not.
  const fans = there.filter((other) => other !== one)
  const thickOf = (place: number) =>
    fans
      .filter(({ mounted }) => mounted.placeNumber === place)
      .reduce((sum, { facts }) => sum + (facts.part.mechanical?.thicknessMm?.value ?? 0), 0)
  const places = [...new Set(fans.map(({ mounted }) => mounted.placeNumber))]
  const thickest = places.toSorted((a, b) => thickOf(b) - thickOf(a))[0]
  return there.filter((other) => other === one || other.mounted.placeNumber === thickest)
}

function isOpen(one: Sitting, stack: readonly Sitting[]): boolean {
  const { sizeMm, radiatorFanSizeMm, radiatorFanCount } = one.facts.part.mechanical ?? {}
  const isUnsized = isRadiator(one)
    ? radiatorFanSizeMm === undefined || radiatorFanCount === undefined
    : isFan(one.facts) && sizeMm === undefined
  const isUnmeasured = stack.some(({ facts }) => facts.part.mechanical?.thicknessMm === undefined)
  return isUnsized || isUnmeasured || one.mounted.panel.depthMm === undefined
}

/** Whether this thing fits where it sits among all the others (itself with them), by size, layout and depth. */
export function fittingOf(everything: readonly Sitting[], one: Sitting): Fitting {
  const all = everything.filter(({ mounted }) => samePanel(mounted, one.mounted))
  if (all.some(({ mounted }) => mounted.layout.id !== one.mounted.layout.id)) return { is: 'twoLayouts', things: all }
  const fault = sizeFault(one)
  if (fault !== undefined) return fault
  const sharing = all.filter((other) => other === one || clashes(all, one, other))
  if (sharing.length > 1) return { is: 'taken', things: sharing }
  const things = stackOf(all, one)
  const thickMm = things.reduce((sum, { facts }) => sum + (facts.part.mechanical?.thicknessMm?.value ?? 0), 0)
  const depthMm = one.mounted.panel.depthMm?.value
  if (depthMm !== undefined && exceeds(thickMm, depthMm)) return { is: 'tooThick', things, thickMm, depthMm }
  return { is: isOpen(one, things) ? 'open' : 'fits' }
}
