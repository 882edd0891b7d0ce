import {
  fanLayout as fans,
  makeCase,
  makeFixedHub,
  radiatorLayout as radiator,
  type CaseLayout,
  type CasePanel,
  type CaseRoom,
} from '../parts/make'
import type { Part } from '../parts/schema'

const panel = (
  side: CasePanel['side'],
  name: string,
  depthMm: number,
  ...layouts: readonly CaseLayout[]
): CasePanel => ({ side, name, depthMm, layouts })

/** From the rear and the roof to the board's corner there. */
const EDGE_MM = 15
/** The deepest board that the class takes. */
const BOARD_MM = 244

interface Room {
  readonly depthMm: number
  readonly heightMm: number
  readonly widthMm: number
  /** How tall a board it takes. */
  readonly boardMm: number
}

/** The inside of a case: a column of holes before the board, one above and two below it, and spots beside and behind. */
function roomOf({ depthMm, heightMm, widthMm, boardMm }: Room): CaseRoom {
  const beforeMm = Math.max(20, depthMm - EDGE_MM - BOARD_MM - 20)
  const belowMm = Math.max(10, heightMm - EDGE_MM - boardMm - 12)
  const part = (mm: number, share: number) => Math.round(mm * share)
  const hidden = { isBehind: true, isInReach: false }
  return {
    depthMm,
    heightMm,
    widthMm,
    board: [depthMm - EDGE_MM, heightMm - EDGE_MM],
    holes: {
      frontLow: [beforeMm, part(heightMm, 0.3)],
      frontHigh: [beforeMm, part(heightMm, 0.75)],
      roof: [part(depthMm, 0.7), heightMm - 6],
      floorFront: [part(depthMm, 0.45), belowMm],
      floorRear: [part(depthMm, 0.8), belowMm],
    },
    spots: [
      { id: 'behindLow', name: 'Behind the tray, low', at: [part(depthMm, 0.4), 60], ...hidden },
      { id: 'behindHigh', name: 'Behind the tray, high', at: [part(depthMm, 0.25), part(heightMm, 0.7)], ...hidden },
      { id: 'floor', name: 'On the floor', at: [part(depthMm, 0.2), 20], isBehind: false, isInReach: false },
      { id: 'slot', name: 'Beside the rear slots', at: [depthMm - 10, 60], isBehind: false, isInReach: true },
    ],
  }
}

interface Class {
  readonly id: string
  readonly name: string
  readonly room: Room
  readonly panels: readonly CasePanel[]
  readonly hub?: Part
}

/** A case of a general class (common practice, no source): its figures find faults but never clear one. */
const templateCase = ({ room, ...rest }: Class): Part => makeCase({ ...rest, room: roomOf(room), origin: 'template' })

const MID: Room = { depthMm: 430, heightMm: 450, widthMm: 210, boardMm: 305 }

/** The general classes of cases. */
export const TEMPLATE_CASES: readonly Part[] = [
  templateCase({
    id: 'template-case-cube',
    name: 'Small cube case',
    room: { depthMm: 330, heightMm: 260, widthMm: 250, boardMm: 170 },
    panels: [
      panel('front', 'Front', 45, fans(120, 2), fans(140, 1), radiator(120, 2)),
      panel('back', 'Rear', 40, fans(92, 1), fans(80, 1)),
      panel('bottom', 'Floor', 30, fans(120, 2)),
    ],
  }),
  templateCase({
    id: 'template-case-mid',
    name: 'Mid tower',
    room: MID,
    panels: [
      panel('front', 'Front', 60, fans(120, 3), fans(140, 2), radiator(120, 3), radiator(140, 2)),
      panel('top', 'Roof', 55, fans(120, 2), fans(140, 2), radiator(120, 2)),
      panel('back', 'Rear', 40, fans(120, 1), radiator(120, 1)),
    ],
  }),
  templateCase({
    id: 'template-case-mid-hub',
    name: 'Mid tower with a fixed-speed hub',
    room: MID,
    panels: [
      panel('front', 'Front', 60, fans(120, 3), fans(140, 2), radiator(120, 3)),
      panel('top', 'Roof', 50, fans(120, 2), radiator(120, 2)),
      panel('back', 'Rear', 40, fans(120, 1)),
    ],
    hub: makeFixedHub({ id: 'hub', name: 'Case hub', outletCount: 4, origin: 'template' }),
  }),
  templateCase({
    id: 'template-case-wide',
    name: 'Wide case of two chambers',
    room: { depthMm: 430, heightMm: 440, widthMm: 270, boardMm: 305 },
    panels: [
      panel('side', 'Side', 65, fans(120, 3), radiator(120, 3)),
      panel('bottom', 'Floor', 60, fans(120, 3), radiator(120, 3)),
      panel('top', 'Roof', 60, fans(120, 3), radiator(120, 3)),
      panel('back', 'Rear', 40, fans(120, 1)),
    ],
  }),
  templateCase({
    id: 'template-case-full',
    name: 'Full tower',
    room: { depthMm: 520, heightMm: 560, widthMm: 230, boardMm: 305 },
    panels: [
      panel('front', 'Front', 80, fans(120, 3), fans(140, 3), radiator(120, 4), radiator(140, 3)),
      panel('top', 'Roof', 70, fans(120, 3), fans(140, 3), radiator(120, 3), radiator(140, 3)),
      panel('bottom', 'Floor', 50, fans(120, 2)),
      panel('back', 'Rear', 40, fans(140, 1), fans(120, 1)),
    ],
  }),
]
