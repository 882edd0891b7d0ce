import type { Item } from '../../build/schema'
import type { Figure } from '../../schema/schema-kit'
import { WIRES } from '../../parts/connectors'
import { isWeak } from '../../schema/weak'
import { cornerOf, type Corner } from '../../places/space'
import { pointOf, type WayEnd } from '../../places/ways'
import {
  boardOf,
  isAssumedSpace,
  frameOf,
  pointOnBoard,
  radiatorOf,
  spotOf,
  type CaseSpace,
  type Placed,
  type PlanPoint,
} from './places'
import type { PlacedPort, Wiring } from '../wiring/wiring'
import { sameCopper } from '../wiring/part-facts'

/** What the ways of leads are read from: the wiring, and where things are. */
export interface Site extends Wiring {
  readonly places: () => readonly Placed[]
  readonly placeOf: (itemId: string) => Placed | undefined
}

/** An end of a lead that is somewhere in a case. */
export interface End {
  readonly caseItem: Item
  /** Every point it may be at: one where it is known, the four corners of a frame where nobody has said; none if open. */
  readonly points: readonly WayEnd[]
  /** Whether a figure it rests on is only assumed. */
  readonly isAssumed: boolean
  /** Whether the nearest of its points is only hoped for, since nobody has said where on the thing the port is. */
  readonly isHoped: boolean
}

/** One lead, or several one behind the other, from a thing that is somewhere in the case. */
export interface Stretch {
  readonly end: End
  readonly leadsMm: readonly (Figure | undefined)[]
  /** Pieces that hang on their own leads in between, such as a splitter. */
  readonly via: readonly Item[]
}

const CORNERS: readonly Corner[] = [0, 1, 2, 3]

const figuresOf = ({ xMm, yMm }: PlanPoint) => [xMm, yMm]

function onProcessor(
  site: Site,
  caseItem: Item,
  space: CaseSpace,
): { readonly points: readonly WayEnd[]; readonly figures: readonly Figure[] } {
  const outline = boardOf(site, caseItem)?.part.outline
  const at = outline?.processor
  const point = pointOnBoard(space, outline, at)
  return { points: point === undefined ? [] : [point], figures: at === undefined ? [] : figuresOf(at) }
}

function atPlace(
  site: Site,
  placed: Placed,
  space: CaseSpace,
): { readonly points: readonly WayEnd[]; readonly figures: readonly Figure[] } {
  const { mounted, spot, place, facts } = placed
  if (spot !== undefined) {
    const at = { ...pointOf({ xMm: spot.xMm.value, yMm: spot.yMm.value }), isBehind: spot.isBehind }
    return { points: [at], figures: figuresOf(spot) }
  }
  // The leads of a cooler with a radiator hang on its head.
  if (mounted === undefined || radiatorOf(facts.part) !== undefined) return onProcessor(site, placed.caseItem!, space)
  const { panel, layout, placeNumber } = mounted
  const wanted = CORNERS.filter((corner) => place.leadCorner === undefined || corner === place.leadCorner)
  const frame = frameOf(space)
  return { points: wanted.map((corner) => cornerOf(frame, spotOf(panel, layout, placeNumber), corner)), figures: [] }
}

const spaceOf = (site: Site, caseItem: Item) => site.factsOfItem(caseItem.id).part.space

/** Where the leads of a thing leave it, if its place in a case is said. */
export function endOfThing(site: Site, placed: Placed): End | undefined {
  const { caseItem } = placed
  if (caseItem === undefined) return undefined
  const space = spaceOf(site, caseItem)
  if (space === undefined) return { caseItem, points: [], isAssumed: false, isHoped: false }
  const { points, figures } = atPlace(site, placed, space)
  return { caseItem, points, isAssumed: isWeak(...figures) || isAssumedSpace(space), isHoped: false }
}

/** Where a header of a board is, in the case that is asked about. */
function endOfHeader(site: Site, { item, port }: PlacedPort, caseItem: Item): End | undefined {
  const { outline } = site.factsOfItem(item.id).part
  if ((outline === undefined && port.spot === undefined) || item.assemblyId !== caseItem.assemblyId) return undefined
  const space = spaceOf(site, caseItem)
  const point = space === undefined ? undefined : pointOnBoard(space, outline, port.spot)
  const figures = port.spot === undefined ? [] : figuresOf(port.spot)
  return { caseItem, points: point === undefined ? [] : [point], isAssumed: isWeak(...figures), isHoped: false }
}

/** The length of the lead that a port hangs on; undefined for a port that sits on the thing itself. */
export function leadOf({
  facts,
  port,
}: Pick<PlacedPort, 'facts' | 'port'>): { readonly id: string; readonly lengthMm: Figure | undefined } | undefined {
  if (port.lead === undefined) return undefined
  const { leadId } = port.lead
  return { id: leadId, lengthMm: facts.part.leads?.find(({ id }) => id === leadId)?.lengthMm }
}

/** Ports of the same thing that share copper with this one. */
function joined(site: Site, { item, facts, port }: PlacedPort): readonly PlacedPort[] {
  const ids = new Set(WIRES.flatMap((wire) => sameCopper(facts, wire, port.id)))
  ids.delete(port.id)
  return [...ids].map((portId) => site.port({ itemId: item.id, portId }))
}

/** The things of a path but for the one at its end. */
function between(path: readonly PlacedPort[], end: Item): readonly Item[] {
  return [...new Set(path.map(({ item }) => item))].filter((item) => item !== end)
}

/** A lead that is passed on counts once, though both its ends are ports. */
function leadsOn(path: readonly PlacedPort[]): readonly (Figure | undefined)[] {
  const leads = new Map<string, Figure | undefined>()
  for (const placed of path) {
    const lead = leadOf(placed)
    if (lead !== undefined) leads.set(`${placed.item.id} ${lead.id}`, lead.lengthMm)
  }
  return [...leads.values()]
}

/** A piece that hangs on its own lead, such as a splitter or an extension: what it passes on, and by which lead. */
function passing(site: Site, at: PlacedPort, side: 'takes' | 'gives'): readonly PlacedPort[] {
  if (site.placeOf(at.item.id) !== undefined) return []
  return joined(site, at).filter(({ port }) => port.side === side)
}

/**
 * Where a giving port leads: the thing or header at its end, by way of pieces that hang on their own leads. Undefined
 * where that end is nowhere yet; `meets` where it comes to meet the lead, as a plug of the supply does.
 */
export function towards(
  site: Site,
  to: PlacedPort,
  caseItem: Item,
): (Stretch & { readonly goal: PlacedPort }) | 'meets' | undefined {
  const path: PlacedPort[] = []
  const seen = new Set<string>()
  for (let at: PlacedPort | undefined = to; at !== undefined && !seen.has(at.key);) {
    seen.add(at.key)
    path.push(at)
    const header = endOfHeader(site, at, caseItem)
    if (header !== undefined) return { end: header, leadsMm: leadsOn(path), via: between(path, at.item), goal: at }
    const placed = site.placeOf(at.item.id)
    const end = placed === undefined ? undefined : endOfThing(site, placed)
    if (end !== undefined) {
      const isHoped = end.points.length > 1
      return { end: { ...end, isHoped }, leadsMm: leadsOn(path), via: between(path, at.item), goal: at }
    }
    if (at.port.lead !== undefined && !at.facts.part.ports.some(({ side }) => side === 'takes')) return 'meets'
    const onward: PlacedPort | undefined = passing(site, at, 'takes')[0]
    if (onward !== undefined) path.push(onward)
    at = onward === undefined ? undefined : site.across(onward.ref)[0]
  }
  return undefined
}

/** Everything in a case that a lead comes from: its own thing, or what is plugged into the piece that it belongs to. */
export function startsOf(site: Site, lead: PlacedPort): readonly (Stretch & { readonly from: PlacedPort })[] {
  const found: (Stretch & { readonly from: PlacedPort })[] = []
  const walk = (at: PlacedPort, path: readonly PlacedPort[]): void => {
    if (path.includes(at)) return
    const way = [...path, at]
    const placed = site.placeOf(at.item.id)
    const end = placed === undefined ? undefined : endOfThing(site, placed)
    if (end !== undefined) {
      found.push({ end, leadsMm: leadsOn(way), via: between(way, at.item), from: at })
      return
    }
    for (const outlet of passing(site, at, 'gives')) {
      for (const other of site.across(outlet.ref)) walk(other, [...way, outlet])
    }
  }
  walk(lead, [])
  return found
}
