import type { Wall } from './net'
import { planeOf, SIGNS, type Corner, type Frame, type Point } from './space'

/** How something lit stands in the case. */
export interface Stand {
  readonly frame: Frame
  readonly wall: Wall
  /** Where the middle of its frame is. */
  readonly middle: Point
  readonly sizeMm: number
  /** The corner of its frame that its lead leaves by. */
  readonly corner: Corner
  /** Which way the face that shines looks. */
  readonly looks: 'in' | 'out'
  /** Where the side panel is, seen from the front. */
  readonly sidePanelAt: 'left' | 'right'
}

type Vector = readonly [x: number, y: number, z: number]

const scaled = ([x, y, z]: Vector, by: number): Vector => [x * by, y * by, z * by]
const sum = ([a, b, c]: Vector, [x, y, z]: Vector): Vector => [a + x, b + y, c + z]
const cross = ([a, b, c]: Vector, [x, y, z]: Vector): Vector => [b * z - c * y, c * x - a * z, a * y - b * x]

const AXES = { xMm: [1, 0, 0], yMm: [0, 1, 0], zMm: [0, 0, 1] } as const satisfies Record<string, Vector>
const OUTWARD: Readonly<Record<Wall, Vector>> = {
  front: [-1, 0, 0],
  back: [1, 0, 0],
  top: [0, 1, 0],
  bottom: [0, -1, 0],
  side: [0, 0, 1],
  tray: [0, 0, -1],
}

/** Along which axes the edges of a frame on this wall run; the tray as the side panel, which it faces. */
const edgesOf = ({ wall, frame }: Stand) => planeOf(wall === 'tray' ? 'side' : wall, frame)

/**
 * A vector turned clockwise, as somebody sees it who looks at the lit face. They look the way that the face does not, so
 * that clockwise is the turn by the right hand about the way they look. In the axes of a case with its side panel on the
 * left, seen from the front, that hand is the left one: x, y and z are a left-handed system there.
 */
function turned(stand: Stand, vector: Vector, turns: number): Vector {
  const lookingAlong = scaled(OUTWARD[stand.wall], stand.looks === 'in' ? 1 : -1)
  const hand = stand.sidePanelAt === 'right' ? 1 : -1
  const angle = turns * 2 * Math.PI
  return sum(scaled(vector, Math.cos(angle)), scaled(cross(lookingAlong, vector), hand * Math.sin(angle)))
}

/** From the middle of a frame towards the corner of its lead, of length one. */
function cornerOf(stand: Stand): Vector {
  const { along, across } = edgesOf(stand)
  const [signAlong, signAcross] = SIGNS[stand.corner]
  return scaled(sum(scaled(AXES[along], signAlong), scaled(AXES[across], signAcross)), Math.SQRT1_2)
}

function pointAt({ middle: { xMm, yMm, zMm } }: Pick<Stand, 'middle'>, [x, y, z]: Vector): Point {
  return { xMm: xMm + x, yMm: yMm + y, zMm: zMm + z }
}

const QUARTERS = 4

/**
 * The LEDs of a ring, in mm of the case: evenly spaced, the first on the ray from the middle to the lead corner, plus so
 * many quarter turns the way the ring goes.
 */
export function ringOf(
  stand: Stand,
  {
    ledCount,
    startTurns,
    isClockwise,
    shapePercent,
  }: {
    readonly ledCount: number
    readonly startTurns: number
    /** Seen from the lit face. */
    readonly isClockwise: boolean
    /** Of its frame's size. */
    readonly shapePercent: number
  },
): readonly Point[] {
  const first = scaled(cornerOf(stand), (stand.sizeMm * shapePercent) / 200)
  const way = isClockwise ? 1 : -1
  return Array.from({ length: ledCount }, (_, index) =>
    pointAt(stand, turned(stand, first, way * (startTurns / QUARTERS + index / ledCount))),
  )
}

/** What is right and up for who sees the lit face with the lead corner at its lower left. */
function rightAndUp(stand: Stand): readonly [right: Vector, up: Vector] {
  const lowerLeft = cornerOf(stand)
  const lowerRight = turned(stand, lowerLeft, -1 / QUARTERS)
  return [
    scaled(sum(lowerRight, scaled(lowerLeft, -1)), Math.SQRT1_2),
    scaled(sum(lowerLeft, lowerRight), -Math.SQRT1_2),
  ]
}

/** LEDs at points of their own: how far each lies to the right and up on the lit face, from 0 to 1. */
export function pointsOf(
  stand: Stand,
  points: readonly { readonly rightShare: number; readonly upShare: number }[],
): readonly Point[] {
  const [toRight, toUp] = rightAndUp(stand)
  const byMm = (share: number) => (share - 0.5) * stand.sizeMm
  return points.map(({ rightShare, upShare }) =>
    pointAt(stand, sum(scaled(toRight, byMm(rightShare)), scaled(toUp, byMm(upShare)))),
  )
}

/**
 * The LEDs of a row along the wall it is fixed to, from the front or the floor: in the middle of equal cells, or with the
 * first and the last at its ends. It slides along until it lies within the wall, and a longer one lies over both ends alike.
 */
export function rowOf(
  stand: Stand,
  {
    ledCount,
    shapeMm,
    isEndToEnd,
  }: {
    readonly ledCount: number
    readonly shapeMm: number
    readonly isEndToEnd: boolean
  },
): readonly Point[] {
  const { along, alongMm } = edgesOf(stand)
  const farMm = alongMm - shapeMm / 2
  const middleMm = farMm < alongMm / 2 ? alongMm / 2 : Math.min(farMm, Math.max(shapeMm / 2, stand.middle[along]))
  const middle = { ...stand.middle, [along]: middleMm }
  const shareOf = (index: number) =>
    isEndToEnd && ledCount > 1 ? index / (ledCount - 1) - 0.5 : (index + 0.5) / ledCount - 0.5
  return Array.from({ length: ledCount }, (_, index) =>
    pointAt({ middle }, scaled(AXES[along], shareOf(index) * shapeMm)),
  )
}

/**
 * What is up on a wall for somebody before the side panel: on upright walls it is up; on the floor what lies farther away,
 * at the tray, and in the roof what is nearer.
 */
const UP: Readonly<Record<Wall, Vector>> = {
  front: AXES.yMm,
  back: AXES.yMm,
  side: AXES.yMm,
  tray: AXES.yMm,
  bottom: [0, 0, -1],
  top: [0, 0, 1],
}

/**
 * By how many quarter turns clockwise, as its viewer sees it, the picture of a screen has to be turned to stand upright.
 * `upTurns` is which way is up on it as it lies with its lead corner at the lower left.
 */
export function uprightTurns(stand: Stand, upTurns: number): 0 | 1 | 2 | 3 {
  const [, up] = rightAndUp(stand)
  const ofPicture = turned(stand, up, upTurns / QUARTERS)
  const wanted = UP[stand.wall]
  const dot = ([a, b, c]: Vector) => a * wanted[0] + b * wanted[1] + c * wanted[2]
  const quarters = [0, 1, 2, 3] as const
  return quarters.reduce((best, quarter) =>
    dot(turned(stand, ofPicture, quarter / QUARTERS)) > dot(turned(stand, ofPicture, best / QUARTERS)) + 1e-9
      ? quarter
      : best,
  )
}
