import { apply } from '../build/apply'
import { placeEdit } from '../build/choose'
import type { Place } from '../build/facet-schemas'
import type { Item } from '../build/schema'
import { bestCorner } from '../structure/place/corners'
import { derive, type Harness } from '../operate/harness'
import { fittingOf, radiatorAt, type Fitting } from '../structure/place/fits'
import { hoseOf } from '../structure/place/hoses'
import {
  isFan,
  isSitting,
  radiatorOf,
  type BoxSpot,
  type Layout,
  type Panel,
  type Placed,
  type Sitting,
} from '../structure/place/places'
import { faceFor, USUAL_AIR } from '../places/flow'

/** Somewhere in a case that a thing may be put. */
export type Target =
  | { readonly is: 'mount'; readonly panel: Panel; readonly layout: Layout; readonly placeNumber: number }
  | { readonly is: 'spot'; readonly spot: BoxSpot }
  | { readonly is: 'processor' }

/** Why a thing cannot go there; the rest of the fittings is for the rule to tell. */
export type Refusal =
  | Exclude<Fitting, { readonly is: 'fits' } | { readonly is: 'open' }>
  | { readonly is: 'noFan' | 'noBox' | 'noCooler' | 'processorOnly' }

/** One text for a target of a case; ids hold no slash, so it is never ambiguous. */
export function targetKey(target: Target): string {
  if (target.is === 'mount') return `${target.panel.id}/${target.layout.id}/${target.placeNumber}`
  return target.is === 'spot' ? `spot/${target.spot.id}` : 'processor'
}

/** Everything in a case that a thing may be put in, panel by panel. */
export function targetsOf(harness: Harness, caseItem: Item): readonly Target[] {
  const { panels = [], space } = harness.factsOfItem(caseItem.id).part
  const mounts = panels.flatMap((panel) =>
    panel.layouts.flatMap((layout) =>
      Array.from({ length: layout.placeCount }, (_, index): Target => {
        return { is: 'mount', panel, layout, placeNumber: index + 1 }
      }),
    ),
  )
  const spots = (space?.spots ?? []).map((spot): Target => ({ is: 'spot', spot }))
  return [...mounts, ...spots, { is: 'processor' }]
}

interface Asked {
  readonly caseItem: Item
  readonly item: Item
  readonly target: Target
}

function bareMount(caseItem: Item, target: Extract<Target, { readonly is: 'mount' }>): NonNullable<Place['mount']> {
  const { panel, layout, placeNumber } = target
  return { caseItemId: caseItem.id, panelId: panel.id, layoutId: layout.id, placeNumber }
}

/** The side of a radiator that a fan goes to: the one that pushes air into it, unless that is taken. */
function sideAt(all: readonly Sitting[], one: Sitting, air: 'in' | 'out'): Place['radiatorSide'] {
  if (!isFan(one.facts) || radiatorAt(all, one.mounted) === undefined) return undefined
  const pushing = air === 'out' ? ('inner' as const) : ('outer' as const)
  const isTaken = all.some(
    ({ place, mounted, facts }) =>
      isFan(facts) &&
      mounted.caseItem.id === one.mounted.caseItem.id &&
      mounted.layout === one.mounted.layout &&
      mounted.placeNumber === one.mounted.placeNumber &&
      (place.radiatorSide ?? pushing) === pushing,
  )
  if (!isTaken) return pushing
  return pushing === 'inner' ? 'outer' : 'inner'
}

/** The thing as it would sit there, and everything else that sits in a place. */
function trial(harness: Harness, { caseItem, item, target }: Asked) {
  const facts = harness.factsOfItem(item.id)
  const others = harness
    .places()
    .filter(isSitting)
    .filter((other) => other.item.id !== item.id)
  if (target.is !== 'mount') return { others, one: undefined }
  const { panel, layout, placeNumber } = target
  const air = airAt(harness, panel, layout)
  const flow = { direction: 'unknown', by: 'nothing' } as const
  const bare: Placed = {
    item,
    facts,
    place: { itemId: item.id, mount: bareMount(caseItem, target) },
    caseItem,
    mounted: { caseItem, panel, layout, placeNumber },
    spot: undefined,
    flow,
  }
  const side = sideAt(others, bare as Sitting, air)
  const place = side === undefined ? bare.place : { ...bare.place, radiatorSide: side }
  return { others, one: { ...bare, place } as Sitting }
}

/** Which way air is to go: as the builder decided for radiators, else as is usual for the panel. */
function airAt(harness: Harness, { side }: Panel, { holds }: Layout): 'in' | 'out' {
  const school = harness.build.choices.schools?.radiatorAir
  if (holds === 'radiator' && school !== undefined) return school === 'intake' ? 'in' : 'out'
  return USUAL_AIR[side]
}

/** Why this thing cannot go there; nothing where it may, or where a missing figure leaves it open. */
export function refusalAt(harness: Harness, asked: Asked): Refusal | undefined {
  const facts = harness.factsOfItem(asked.item.id)
  const isForPanel = isFan(facts) || radiatorOf(facts.part) !== undefined
  if (asked.target.is === 'processor') return isFan(facts) ? undefined : { is: 'noCooler' }
  if (asked.target.is === 'spot') return isForPanel ? { is: 'noBox' } : undefined
  if (!isForPanel) return { is: 'noFan' }
  const { others, one } = trial(harness, asked)
  const fitting = fittingOf([...others, one!], one!)
  return fitting.is === 'fits' || fitting.is === 'open' ? undefined : fitting
}

/** What was decided of a thing that stays when it moves: its number and how it is fixed. */
function kept(before: Place | undefined): Partial<Place> {
  return {
    ...(before?.number === undefined ? {} : { number: before.number }),
    ...(before?.fixing === undefined ? {} : { fixing: before.fixing }),
  }
}

function mountedPlace(harness: Harness, asked: Asked & { readonly target: { readonly is: 'mount' } }): Place {
  const { item, target } = asked
  const { part } = harness.factsOfItem(item.id)
  const bare = { ...kept(harness.placeOf(item.id)?.place), ...trial(harness, asked).one!.place }
  if (!isFan(harness.factsOfItem(item.id))) return bare
  const mount = target as Extract<Target, { readonly is: 'mount' }>
  const air = airAt(harness, mount.panel, mount.layout)
  return { ...bare, wantedAir: air, inwardFace: faceFor(air, part.mechanical?.blades) }
}

/** A thing in its place, with the corner or the hose end that has the shortest way. */
function turnedBest(harness: Harness, place: Place): Place {
  const there = derive(apply(harness.build, placeEdit(place)).build)
  const placed = there.placeOf(place.itemId)!
  if (radiatorOf(placed.facts.part) !== undefined) {
    const nearest = hoseOf(there, placed)?.toSorted((a, b) => a.leastMm - b.leastMm)[0]
    return nearest === undefined ? place : { ...place, hoseEnd: nearest.end }
  }
  const best = bestCorner(there, placed)
  return best === undefined ? place : { ...place, leadCorner: best.corner }
}

/**
 * The place of a thing put there as people usually would: blowing the way its panel is for, its lead leaving by the best
 * corner, a fan on the side of a radiator that pushes. Every bit of it can be changed afterwards.
 */
export function proposedPlace(harness: Harness, asked: Asked): Place {
  const { caseItem, item, target } = asked
  const here = { itemId: item.id, ...kept(harness.placeOf(item.id)?.place) }
  if (target.is === 'processor') return { ...here, processor: { caseItemId: caseItem.id } }
  if (target.is === 'spot') {
    const fixing = harness.factsOfItem(item.id).part.mechanical?.fixing ?? 'tape'
    return { fixing, ...here, spot: { caseItemId: caseItem.id, spotId: target.spot.id } }
  }
  return turnedBest(harness, mountedPlace(harness, { ...asked, target }))
}
