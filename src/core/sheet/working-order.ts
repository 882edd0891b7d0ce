import type { Harness } from '../operate/harness'
import { stackOf } from '../structure/place/fits'
import { frameOf, isSitting, radiatorOf, spotOf, type Sitting } from '../structure/place/places'
import type { Run } from '../structure/place/ways'
import { centreOf, planeOf } from '../places/space'
import type { WayEnd } from '../places/ways'
import { exceeds, inOrder } from '../units/compare'
import { leadLines } from './leads'

/** A step at the workbench, in the order it has to be done; why it comes there is part of it. */
export type Step =
  | { readonly does: 'fixBox'; readonly itemId: string }
  | { readonly does: 'plugFirst'; readonly threadId: string; readonly coveredBy: readonly string[] }
  | { readonly does: 'feed'; readonly itemId: string; readonly holeIds: readonly string[] }
  | { readonly does: 'screw'; readonly itemId: string; readonly screwCount: 2 | 4; readonly leadMayNotReach: boolean }

/** Room that fingers need around a plug (common practice, no source). */
const HAND_MM = 40

/** Whether a thing, once it is screwed down, is in the way of a hand at this point. */
function covers(harness: Harness, all: readonly Sitting[], one: Sitting, point: WayEnd): boolean {
  const { panel, layout, placeNumber, caseItem } = one.mounted
  const { space } = harness.factsOfItem(caseItem.id).part
  if (space === undefined || point.isBehind === true) return false
  const frame = frameOf(space)
  const spot = spotOf(panel, layout, placeNumber)
  const { along, plane, planeMm } = planeOf(panel.side, frame)
  const beyondMm = Math.abs(point[along] - centreOf(frame, spot)[along]) - spot.sizeMm / 2
  const thickMm = stackOf(all, one).reduce(
    (sum, { facts }) => sum + (facts.part.mechanical?.thicknessMm?.value ?? 0),
    0,
  )
  const deepMm = Math.abs(point[plane] - planeMm) - thickMm
  return !exceeds(beyondMm, HAND_MM) && !exceeds(deepMm, HAND_MM) && panel.side !== 'side'
}

/** The plugs that something else covers later: to be plugged before it is screwed down. */
function covered(harness: Harness, all: readonly Sitting[]): ReadonlyMap<string, readonly Sitting[]> {
  const found = new Map<string, readonly Sitting[]>()
  for (const { threadId, from, to } of leadLines(harness)) {
    // Where pieces hang in between, the plug at their end is the one that a hand has to get at.
    const end = harness.port(from)
    const run = harness
      .runs()
      .find(({ lead, via, goal }) => goal === harness.port(to) && (lead === end || via.includes(end.item)))
    const point = run?.ways[0]?.to
    if (run === undefined || point === undefined) continue
    const by = all.filter((one) => one.item.id !== run.lead.item.id && covers(harness, all, one, point))
    if (by.length > 0) found.set(threadId, by)
  }
  return found
}

const mayNotReach = ({ reach }: Run) => reach !== 'yes'

/** Panels from the ones that cover most to the one that covers all: the side panel closes the case. */
const PANEL_ORDER = ['front', 'bottom', 'back', 'top', 'side'] as const

/** From the panel inwards: fans behind a radiator, the radiator, what is before it; of equals the first place first. */
const depthRank = ({ place, facts }: Sitting) => (place.radiatorSide === 'outer' ? 0 : radiatorOf(facts.part) ? 1 : 2)
const byPlace = inOrder<Sitting>(
  (a, b) => depthRank(a) - depthRank(b),
  (a, b) => a.mounted.placeNumber - b.mounted.placeNumber,
)

function sittingSteps(harness: Harness, one: Sitting): readonly Step[] {
  const runs = harness.runs().filter(({ lead }) => lead.item.id === one.item.id)
  const holeIds = [...new Set(runs.flatMap(({ ways }) => ways[0]?.way?.holeIds ?? []))]
  const leadMayNotReach = runs.some(mayNotReach)
  const itemId = one.item.id
  return [
    // The leads of a cooler hang on its head, not on the radiator.
    ...(holeIds.length === 0 || radiatorOf(one.facts.part) !== undefined
      ? []
      : [{ does: 'feed', itemId, holeIds } as const]),
    { does: 'screw', itemId, screwCount: leadMayNotReach ? 2 : 4, leadMayNotReach },
  ]
}

/**
 * The order of work that follows from the places: boxes behind the tray first; then, panel by panel, what the panel's
 * things will cover is plugged, leads are fed through their holes, and things are screwed down, with two screws crosswise
 * where a lead may not reach (common practice, no source).
 */
export function workingOrder(harness: Harness): readonly Step[] {
  const all = harness.places().filter(isSitting)
  const hidden = covered(harness, all)
  const boxes = harness.places().filter(({ spot }) => spot !== undefined)
  const plugged = new Set<string>()
  const panels = PANEL_ORDER.flatMap((side) => {
    const there = all.filter(({ mounted }) => mounted.panel.side === side).toSorted(byPlace)
    const first = [...hidden].filter(
      ([threadId, by]) => !plugged.has(threadId) && by.some((one) => there.includes(one)),
    )
    first.forEach(([threadId]) => plugged.add(threadId))
    return [
      ...first.map(([threadId, by]): Step => {
        return { does: 'plugFirst', threadId, coveredBy: by.map(({ item }) => item.mark) }
      }),
      ...there.flatMap((one) => sittingSteps(harness, one)),
    ]
  })
  return [...boxes.map(({ item }): Step => ({ does: 'fixBox', itemId: item.id })), ...panels]
}
