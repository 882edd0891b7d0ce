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

export type Side = NonNullable<Part['panels']>[number]['side']

/** The three edges of a panel: where its plane stands, along which the places of a layout follow, and across. */
export interface Plane {
  readonly along: 'xMm' | 'yMm'
  readonly alongMm: number
  readonly across: 'yMm' | 'zMm'
  readonly acrossMm: number
  readonly plane: 'xMm' | 'yMm' | 'zMm'
  readonly planeMm: number
}

/** How a panel of this side stands in the case: its places follow from the front, or from the floor. */
export function planeOf(side: Side, { depthMm, heightMm, widthMm }: Frame): Plane {
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

export const SIGNS: Readonly<Record<Corner, readonly [along: 1 | -1, across: 1 | -1]>> = {
  0: [-1, -1],
  1: [1, -1],
  2: [1, 1],
  3: [-1, 1],
}

export interface Spot {
  readonly side: Side
  readonly sizeMm: number
  /** How many places the layout has, one behind the other along the panel. */
  readonly placeCount: number
  readonly placeNumber: number
  /** Where the first place begins along the panel; the layout is in its middle where it is not said. */
  readonly startMm?: number | undefined
  /** The middle line of the layout across the panel; the panel's own where it is not said. */
  readonly acrossMm?: number | undefined
}

/** The middle of a place for a fan. */
export function centreOf(frame: Frame, spot: Spot): Point {
  const { along, alongMm, across, acrossMm, plane, planeMm } = planeOf(spot.side, frame)
  const startMm = spot.startMm ?? (alongMm - spot.placeCount * spot.sizeMm) / 2
  const point = { xMm: 0, yMm: 0, zMm: 0 }
  point[along] = startMm + (spot.placeNumber - 0.5) * spot.sizeMm
  point[across] = spot.acrossMm ?? acrossMm / 2
  point[plane] = planeMm
  return point
}

/** The corner of a fan's frame that its lead leaves by. */
export function cornerOf(frame: Frame, spot: Spot, corner: Corner): Point {
  const { along, across } = planeOf(spot.side, frame)
  const [signAlong, signAcross] = SIGNS[corner]
  const centre = centreOf(frame, spot)
  return {
    ...centre,
    [along]: centre[along] + (signAlong * spot.sizeMm) / 2,
    [across]: centre[across] + (signAcross * spot.sizeMm) / 2,
  }
}

/** Length of a lead between two points: it runs along edges, in right angles. */
export function distanceMm(a: Point, b: Point): number {
  return Math.abs(a.xMm - b.xMm) + Math.abs(a.yMm - b.yMm) + Math.abs(a.zMm - b.zMm)
}

/** Length of a straight line between two points: a hose hangs free and is at least that long. */
export function straightMm(a: Point, b: Point): number {
  return Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm, a.zMm - b.zMm)
}
