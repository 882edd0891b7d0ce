import type { Harness } from '../operate/harness'
import type { RelationOf } from '../parts/schema'
import { pointsOf, ringOf, rowOf, type Stand } from '../places/leds'
import type { Wall } from '../places/net'
import { centreOf, type Point } from '../places/space'
import type { PlacedLight } from '../structure/signal/lights'
import { boardOf, frameOf, pointOnBoard, spotOf, type Placed } from '../structure/place/places'

/** Where the LEDs of a light sit in its case. */
export interface Seats {
  readonly wall: Wall
  readonly middle: Point
  readonly points: readonly Point[]
  /** What nobody has said and is taken for usual: shape, faces, corner, size, count. */
  readonly assumed: readonly Assumed[]
}
export type Assumed = 'shape' | 'face' | 'corner' | 'size' | 'count'

type Light = RelationOf<'light'>

/** Common practice, no source: rings fill most of a frame, strips carry 60 LEDs a metre, pump heads are as wide as this. */
const USUAL_RING_PERCENT = 80
const USUAL_CELL_MM = 1000 / 60
const USUAL_HEAD_MM = 60
/** So many are drawn of a light of one colour whose LEDs nobody has counted. */
const USUAL_LED_COUNT = 12

interface Site {
  readonly wall: Wall
  readonly middle: Point
  readonly sizeMm: number | undefined
}

/** Where the middle of a thing is; undefined where it has no place, or its case no inside. */
function siteOf(harness: Harness, { mounted, spot, facts, caseItem, place }: Placed): Site | undefined {
  const space = caseItem && harness.factsOfItem(caseItem.id).part.space
  if (caseItem === undefined || space === undefined) return undefined
  const { mechanical, kind } = facts.part
  const sizeMm = mechanical?.sizeMm?.value
  // The lit head of a cooler sits on the processor, wherever its radiator is.
  if (kind === 'cooler' || place.processor !== undefined) {
    const outline = boardOf(harness, caseItem)?.part.outline
    const middle = pointOnBoard(space, outline, outline?.processor)
    return middle && { wall: 'tray', middle, sizeMm: kind === 'cooler' ? undefined : sizeMm }
  }
  if (mounted !== undefined) {
    const { panel, layout, placeNumber } = mounted
    const middle = centreOf(frameOf(space), spotOf(panel, layout, placeNumber))
    return { wall: panel.side, middle, sizeMm: sizeMm ?? layout.sizeMm.value }
  }
  return spot && { wall: 'tray', middle: { xMm: spot.xMm.value, yMm: spot.yMm.value, zMm: 0 }, sizeMm }
}

/** How a thing stands in its case, for what it shows on a face; undefined where its place is not known. */
export function standOf(
  harness: Harness,
  placed: Placed,
  face?: Light['litFaces'],
): (Stand & { readonly isSized: boolean }) | undefined {
  const site = siteOf(harness, placed)
  const space = placed.caseItem && harness.factsOfItem(placed.caseItem.id).part.space
  if (site === undefined || space === undefined) return undefined
  return {
    frame: frameOf(space),
    wall: site.wall,
    middle: site.middle,
    sizeMm: site.sizeMm ?? USUAL_HEAD_MM,
    isSized: site.sizeMm !== undefined,
    corner: (placed.place.leadCorner ?? 0) as Stand['corner'],
    looks: looksOf(face, placed.place),
    sidePanelAt: space.sidePanelAt ?? 'left',
  }
}

/** Which way the lit face looks: the open one where nobody says which shines, into the case where nobody says how it sits. */
function looksOf(litFaces: Light['litFaces'], { inwardFace }: Placed['place']): Stand['looks'] {
  if (litFaces === 'both' || inwardFace === undefined) return 'in'
  return inwardFace === (litFaces ?? 'open') ? 'in' : 'out'
}

const shapeOf = ({ shape, points }: Light, isFramed: boolean): NonNullable<Light['shape']> =>
  shape === 'points' && points === undefined ? 'ring' : (shape ?? (isFramed ? 'ring' : 'line'))

function pointsIn(light: Light, stand: Stand, ledCount: number, shape: Light['shape']): readonly Point[] {
  if (shape === 'points') return pointsOf(stand, light.points!.slice(0, ledCount))
  if (shape === 'line') {
    const shapeMm = light.shapeMm?.value ?? ledCount * USUAL_CELL_MM
    return rowOf(stand, { ledCount, shapeMm, isEndToEnd: light.isEndToEnd === true })
  }
  return ringOf(stand, {
    ledCount,
    startTurns: light.startTurns?.value ?? 0,
    isClockwise: light.isClockwise ?? true,
    shapePercent: light.shapePercent?.value ?? USUAL_RING_PERCENT,
  })
}

/**
 * Where the LEDs of a light sit, as its source counts them; undefined where its place is not known. What nobody has said
 * is assumed as it is usual (common practice, no source), and told.
 */
export function seatsOf(harness: Harness, { placed, light }: Pick<PlacedLight, 'placed' | 'light'>): Seats | undefined {
  const one = harness.placeOf(placed.item.id)
  const stand = one && standOf(harness, one, light.litFaces)
  if (one === undefined || stand === undefined) return undefined
  const isFramed = placed.facts.part.kind !== 'light'
  const shape = shapeOf(light, isFramed)
  const counted = light.control === 'eachLed' ? light.addressedLedCount : (light.litLedCount ?? light.addressedLedCount)
  const ledCount = counted?.value ?? USUAL_LED_COUNT
  const { leadCorner, inwardFace } = one.place
  const isFlat = shape !== 'line'
  const isOpen: readonly (readonly [Assumed, boolean])[] = [
    ['count', counted === undefined],
    ['shape', light.shape !== shape || (shape === 'ring' && light.isClockwise === undefined)],
    ['face', isFlat && one.mounted !== undefined && (light.litFaces === undefined || inwardFace === undefined)],
    ['corner', isFlat && leadCorner === undefined],
    ['size', isFlat ? !stand.isSized : light.shapeMm === undefined],
  ]
  return {
    wall: stand.wall,
    middle: stand.middle,
    points: pointsIn(light, stand, ledCount, shape),
    assumed: isOpen.flatMap(([what, is]) => (is ? [what] : [])),
  }
}
