import type { Frame, Point, Side } from './space'

/** A wall of the case in its unfolded picture: one of the panels, or the tray that the board sits on. */
export type Wall = Side | 'tray'

/** A rectangle of the picture, in mm of the case; u runs to the right and v down. */
export interface Box {
  readonly uMm: number
  readonly vMm: number
  readonly widthMm: number
  readonly heightMm: number
}

/** A point of the picture, in mm. */
export interface Mark {
  readonly uMm: number
  readonly vMm: number
}

/** The case unfolded like a box, to scale. */
export interface Net {
  readonly widthMm: number
  readonly heightMm: number
  readonly walls: ReadonlyMap<Wall, Box>
  /** Where a point of the case is drawn on one of its walls. */
  readonly mark: (wall: Wall, point: Point) => Mark
}

/** Air between the walls of the picture, so that their edges can be told apart. */
export const FOLD_MM = 16

/**
 * The case as one looks into it from its side panel, unfolded: the tray in the middle, the front to the right and the
 * rear to the left as they are seen then, roof above, floor below, the side panel beyond the front. Walls that hold
 * nothing are left out, the tray never. A case with its side panel on the right, seen from the front, is the mirror of it.
 */
export function netOf(frame: Frame, sides: ReadonlySet<Side>, sidePanelAt: 'left' | 'right' = 'left'): Net {
  const net = netFromLeft(frame, sides)
  if (sidePanelAt === 'left') return net
  const { widthMm, heightMm, walls, mark } = net
  const mirrored = [...walls].map(([wall, box]) => [wall, { ...box, uMm: widthMm - box.uMm - box.widthMm }] as const)
  return {
    widthMm,
    heightMm,
    walls: new Map(mirrored),
    mark: (wall, point) => {
      const { uMm, vMm } = mark(wall, point)
      return { uMm: widthMm - uMm, vMm }
    },
  }
}

function netFromLeft({ depthMm, heightMm, widthMm }: Frame, sides: ReadonlySet<Side>): Net {
  const room = (side: Side) => (sides.has(side) ? widthMm + FOLD_MM : 0)
  const left = room('back')
  const top = room('top')
  const frontU = left + depthMm + FOLD_MM
  const sideU = left + depthMm + room('front') + FOLD_MM
  const boxes: Readonly<Record<Wall, Box>> = {
    tray: { uMm: left, vMm: top, widthMm: depthMm, heightMm },
    back: { uMm: 0, vMm: top, widthMm, heightMm },
    top: { uMm: left, vMm: 0, widthMm: depthMm, heightMm: widthMm },
    bottom: { uMm: left, vMm: top + heightMm + FOLD_MM, widthMm: depthMm, heightMm: widthMm },
    front: { uMm: frontU, vMm: top, widthMm, heightMm },
    side: { uMm: sideU, vMm: top, widthMm: depthMm, heightMm },
  }
  const onTray = (xMm: number) => left + depthMm - xMm
  const marks: Readonly<Record<Wall, (point: Point) => Mark>> = {
    tray: ({ xMm, yMm }) => ({ uMm: onTray(xMm), vMm: top + heightMm - yMm }),
    back: ({ yMm, zMm }) => ({ uMm: widthMm - zMm, vMm: top + heightMm - yMm }),
    top: ({ xMm, zMm }) => ({ uMm: onTray(xMm), vMm: widthMm - zMm }),
    bottom: ({ xMm, zMm }) => ({ uMm: onTray(xMm), vMm: boxes.bottom.vMm + zMm }),
    front: ({ yMm, zMm }) => ({ uMm: frontU + zMm, vMm: top + heightMm - yMm }),
    side: ({ xMm, yMm }) => ({ uMm: sideU + xMm, vMm: top + heightMm - yMm }),
  }
  const walls = new Map(
    (['tray', 'back', 'top', 'bottom', 'front', 'side'] as const)
      .filter((wall) => wall === 'tray' || sides.has(wall))
      .map((wall) => [wall, boxes[wall]] as const),
  )
  return {
    widthMm: sideU - FOLD_MM + (sides.has('side') ? depthMm + FOLD_MM : 0),
    heightMm: top + heightMm + room('bottom'),
    walls,
    mark: (wall, point) => marks[wall](point),
  }
}
