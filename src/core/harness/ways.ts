import type { Figure, PortRef } from '../formats/schema-kit'
import type { Part } from '../parts/schema'
import { cornerOf, type Corner, type Point } from '../places/space'
import { wayBetween, type Way } from '../places/ways'
import { isWeak } from './draw'
import type { Mounted, Placed } from './places'
import type { PlacedPort, Wiring } from './wiring'

type Space = NonNullable<Part['space']>

/** A lead of a thing in the case, plugged straight into a header of the board. */
export interface Run {
  readonly lead: PlacedPort
  readonly header: PortRef
  readonly leadMm: Figure | undefined
  /** The way from each corner that the lead may leave by: one where it is said, else all four; none where a place is open. */
  readonly ways: readonly Way[]
  /** Whether a figure on the way is only assumed. */
  readonly isAssumed: boolean
}

const CORNERS: readonly Corner[] = [0, 1, 2, 3]

function headerPoint(
  space: Space,
  spot: { readonly xMm: Figure; readonly yMm: Figure } | undefined,
): Point | undefined {
  if (space.board === undefined || spot === undefined) return undefined
  return { xMm: space.board.xMm.value + spot.xMm.value, yMm: space.board.yMm.value + spot.yMm.value, zMm: 0 }
}

function cornersOf(
  space: Space,
  { panel, layout, placeNumber }: Mounted,
  corner: number | undefined,
): readonly Point[] {
  const frame = { depthMm: space.depthMm.value, heightMm: space.heightMm.value, widthMm: space.widthMm.value }
  const spot = { side: panel.side, sizeMm: layout.sizeMm.value, placeCount: layout.placeCount, placeNumber }
  const wanted = corner === undefined ? CORNERS : CORNERS.filter((one) => one === corner)
  return wanted.map((one) => cornerOf(frame, spot, one))
}

function figuresOf(space: Space, spot: { readonly xMm: Figure; readonly yMm: Figure } | undefined): readonly Figure[] {
  const points = [
    ...(space.holes ?? []),
    ...(space.board === undefined ? [] : [space.board]),
    ...(spot === undefined ? [] : [spot]),
  ]
  return [space.depthMm, space.heightMm, space.widthMm, ...points.flatMap(({ xMm, yMm }) => [xMm, yMm])]
}

function runOf(
  wiring: Wiring,
  { mounted, place }: Placed & { readonly mounted: Mounted },
  lead: PlacedPort,
): Run | undefined {
  const header = wiring.across(lead.ref)[0]
  const leadId = lead.port.lead?.leadId
  if (header === undefined || leadId === undefined || header.port.role === undefined) return undefined
  const leadMm = lead.facts.part.leads?.find(({ id }) => id === leadId)?.lengthMm
  const { space } = wiring.factsOfItem(mounted.caseItem.id).part
  const common = { lead, header: header.ref, leadMm }
  const to = space === undefined ? undefined : headerPoint(space, header.port.spot)
  if (space === undefined || to === undefined) return { ...common, ways: [], isAssumed: false }
  const holes = (space.holes ?? []).map(({ id, xMm, yMm }) => ({ id, xMm: xMm.value, yMm: yMm.value }))
  // Without two holes there is no way behind the tray, and the lead runs in sight.
  const ways = cornersOf(space, mounted, place.leadCorner).flatMap(
    (from) => wayBetween(from, to, { holes, mayCross: holes.length < 2 }) ?? [],
  )
  const isAssumed = [leadMm, ...figuresOf(space, header.port.spot)].some(
    (figure) => figure !== undefined && isWeak(figure),
  )
  return { ...common, ways, isAssumed }
}

/** The runs of leads from things whose place in a case is known to headers of a board. */
export function deriveRuns(wiring: Wiring, places: readonly Placed[]): readonly Run[] {
  return places.flatMap((placed) => {
    const { mounted, item, facts } = placed
    if (mounted === undefined) return []
    return facts.part.ports.flatMap((port) => {
      if (port.side !== 'takes') return []
      return runOf(wiring, { ...placed, mounted }, wiring.port({ itemId: item.id, portId: port.id })) ?? []
    })
  })
}
