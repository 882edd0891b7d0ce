import type { Part } from '../parts/schema'

/**
 * A point in the case, in mm: x from the front to the rear, y from the floor up, z from the tray, which the board sits
 * on, towards the side panel.
 */
export interface Point {
  readonly xMm: number
  readonly yMm: number
  readonly zMm: number
}

/** The inside of a case, in mm. */
export interface Frame {
  readonly depthMm: number
  readonly heightMm: number
  readonly widthMm: number
}

type Side = NonNullable<Part['panels']>[number]['side']

/** The three edges of a panel: where its plane stands, along which the places of a layout follow, and across. */
interface Plane {
  readonly along: 'xMm' | 'yMm'
  readonly alongMm: number
  readonly across: 'yMm' | 'zMm'
  readonly acrossMm: number
  readonly plane: 'xMm' | 'yMm' | 'zMm'
  readonly planeMm: number
}

function planeOf(side: Side, { depthMm, heightMm, widthMm }: Frame): Plane {
  const upright = { along: 'yMm', alongMm: heightMm, across: 'zMm', acrossMm: widthMm, plane: 'xMm' } as const
  const flat = { along: 'xMm', alongMm: depthMm, across: 'zMm', acrossMm: widthMm, plane: 'yMm' } as const
  switch (side) {
    case 'front':
      return { ...upright, planeMm: 0 }
    case 'back':
      return { ...upright, planeMm: depthMm }
    case 'bottom':
      return { ...flat, planeMm: 0 }
    case 'top':
      return { ...flat, planeMm: heightMm }
    case 'side':
      return { along: 'xMm', alongMm: depthMm, across: 'yMm', acrossMm: heightMm, plane: 'zMm', planeMm: widthMm }
    default:
      return side satisfies never
  }
}

/** Where a lead leaves a fan: the corner of its frame, in quarter turns from the one nearest the start of both edges. */
export type Corner = 0 | 1 | 2 | 3

const SIGNS: Readonly<Record<Corner, readonly [along: 1 | -1, across: 1 | -1]>> = {
  0: [-1, -1],
  1: [1, -1],
  2: [1, 1],
  3: [-1, 1],
}

export interface Spot {
  readonly side: Side
  readonly sizeMm: number
  /** How many places the layout has, one behind the other along the panel, centred on it. */
  readonly placeCount: number
  readonly placeNumber: number
}

/** The corner of a fan's frame that its lead leaves by. */
export function cornerOf(frame: Frame, { side, sizeMm, placeCount, placeNumber }: Spot, corner: Corner): Point {
  const { along, alongMm, across, acrossMm, plane, planeMm } = planeOf(side, frame)
  const [signAlong, signAcross] = SIGNS[corner]
  const centreMm = alongMm / 2 + (placeNumber - (placeCount + 1) / 2) * sizeMm
  const point = { xMm: 0, yMm: 0, zMm: 0 }
  point[along] = centreMm + (signAlong * sizeMm) / 2
  point[across] = acrossMm / 2 + (signAcross * sizeMm) / 2
  point[plane] = planeMm
  return point
}

/** Length of a lead between two points: it runs along edges, in right angles. */
export function distanceMm(a: Point, b: Point): number {
  return Math.abs(a.xMm - b.xMm) + Math.abs(a.yMm - b.yMm) + Math.abs(a.zMm - b.zMm)
}
