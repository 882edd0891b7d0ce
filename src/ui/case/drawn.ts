import type { Harness } from '@/core/operate/harness'
import { radiatorOf, spotOf, isSitting, type Placed, type Sitting } from '@/core/structure/place/places'
import type { Mark, Wall } from '@/core/places/net'
import { centreOf, cornerOf, type Corner, type Side } from '@/core/places/space'
import { inOrder } from '@/core/units/compare'
import { processorPoint, type CaseView } from './view'

/** Where a thing is drawn, in mm of the picture: its middle and its size. */
export interface DrawnThing {
  readonly placed: Placed
  readonly is: 'fan' | 'radiator' | 'box'
  readonly centre: Mark
  readonly widthMm: number
  readonly heightMm: number
  /** Things of one place stand a little apart: this is the how-manieth of them, from 0. */
  readonly turn: number
}

/** A radiator's tanks stand out beyond its fans. */
const TANK_MM = 16
const BOX_WIDTH_MM = 54
const BOX_HEIGHT_MM = 34

const middle = (a: Mark, b: Mark): Mark => ({ uMm: (a.uMm + b.uMm) / 2, vMm: (a.vMm + b.vMm) / 2 })

function sittingOf({ net, frame }: CaseView, one: Sitting): Omit<DrawnThing, 'turn'> {
  const { panel, layout, placeNumber } = one.mounted
  const at = (place: number) => net.mark(panel.side, centreOf(frame, spotOf(panel, layout, place)))
  const sizeMm = layout.sizeMm.value
  const radiator = radiatorOf(one.facts.part)
  if (radiator === undefined) {
    return { placed: one, is: 'fan', centre: at(placeNumber), widthMm: sizeMm, heightMm: sizeMm }
  }
  const last = placeNumber + (radiator.fanCount ?? layout.placeCount - placeNumber + 1) - 1
  const [from, to] = [at(placeNumber), at(last)]
  return {
    placed: one,
    is: 'radiator',
    centre: middle(from, to),
    widthMm: Math.abs(from.uMm - to.uMm) + sizeMm + (from.vMm === to.vMm ? 2 * TANK_MM : 0),
    heightMm: Math.abs(from.vMm - to.vMm) + sizeMm + (from.uMm === to.uMm && last !== placeNumber ? 2 * TANK_MM : 0),
  }
}

/** Every thing of a case where it is drawn: radiators first, so that their fans lie on them. */
export function drawnThings(harness: Harness, view: CaseView): readonly DrawnThing[] {
  const seen = new Map<string, number>()
  const drawn = view.placed.flatMap((placed): readonly DrawnThing[] => {
    const box = { placed, is: 'box', widthMm: BOX_WIDTH_MM, heightMm: BOX_HEIGHT_MM } as const
    const { spot } = placed
    const at = isSitting(placed) ? sittingOf(view, placed) : undefined
    const point =
      spot === undefined ? processorPoint(harness, view) : { xMm: spot.xMm.value, yMm: spot.yMm.value, zMm: 0 }
    const thing = at ?? (point === undefined ? undefined : { ...box, centre: view.net.mark('tray', point) })
    if (thing === undefined) return []
    const key = `${thing.is} ${thing.centre.uMm} ${thing.centre.vMm}`
    const turn = seen.get(key) ?? 0
    seen.set(key, turn + 1)
    return [{ ...thing, turn }]
  })
  const rank = { radiator: 0, fan: 1, box: 2 }
  return drawn.toSorted(
    inOrder(
      (a, b) => rank[a.is] - rank[b.is],
      (a, b) => b.turn - a.turn,
    ),
  )
}

/** Which way a corner of a frame lies in the picture, from its middle: -1 or 1 to the right and down. */
export function cornerSigns({ net, frame }: CaseView, one: Sitting, corner: Corner): readonly [u: number, v: number] {
  const { panel, layout, placeNumber } = one.mounted
  const spot = spotOf(panel, layout, placeNumber)
  const centre = net.mark(panel.side, centreOf(frame, spot))
  const at = net.mark(panel.side, cornerOf(frame, spot, corner))
  return [Math.sign(at.uMm - centre.uMm), Math.sign(at.vMm - centre.vMm)]
}

/** Degrees by which an arrow to the right is turned to point into a case with its side panel on the left, wall by wall. */
const INWARD_DEGREES: Readonly<Record<Side, number>> = { front: 180, side: 180, back: 0, top: 90, bottom: 270 }

/** How an arrow to the right is turned for air that goes this way at a panel of the picture, in degrees. */
export function arrowDegrees(side: Side, direction: 'in' | 'out', sidePanelAt: 'left' | 'right' = 'left'): number {
  const degrees = INWARD_DEGREES[side] + (direction === 'in' ? 0 : 180)
  return (sidePanelAt === 'left' ? degrees : 540 - degrees) % 360
}

/** The wall of the picture that a thing's leads leave from: those of a cooler hang on its head, which is on the tray. */
export function leadWall({ mounted, facts }: Placed): Wall {
  return mounted === undefined || radiatorOf(facts.part) !== undefined ? 'tray' : mounted.panel.side
}
