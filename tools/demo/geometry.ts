import { fanLayout, figureOf, laidOut, makeCase, radiatorLayout, type BoardPlan } from '../../src/core/parts/make'
import type { Part } from '../../src/core/parts/schema'
import { BOARD_PLANS } from '../../src/core/templates/boards'

const mm = (value: number) => figureOf(value, 'manual')

const hidden = { isBehind: true, isInReach: false }
const sallow = { maker: 'Sallow & Reed' }

export const demoCases: readonly Part[] = [
  makeCase({
    id: 'case-estuary',
    name: 'Sallow Estuary mid tower',
    ...sallow,
    priceCents: 9900,
    panels: [
      { side: 'front', name: 'Front', depthMm: 60, layouts: [fanLayout(140, 3), fanLayout(120, 3), radiatorLayout(120, 3)] },
      { side: 'top', name: 'Roof', depthMm: 60, layouts: [radiatorLayout(120, 2), fanLayout(120, 3), fanLayout(140, 2)] },
      { side: 'back', name: 'Rear', depthMm: 40, layouts: [fanLayout(120, 1)] },
      { side: 'bottom', name: 'Floor', depthMm: 35, layouts: [fanLayout(120, 2)] },
    ],
    room: {
      depthMm: 430,
      heightMm: 450,
      widthMm: 210,
      board: [420, 438],
      holes: {
        frontLow: [158, 190],
        frontHigh: [158, 350],
        roof: [300, 444],
        floorFront: [215, 122],
        floorRear: [370, 122],
      },
      spots: [
        { id: 'behindLow', name: 'Behind the tray, low', at: [170, 60], ...hidden },
        { id: 'behindHigh', name: 'Behind the tray, high', at: [90, 320], ...hidden },
        { id: 'ledge', name: 'Ledge before the board', at: [90, 60], isBehind: false, isInReach: false },
        { id: 'slot', name: 'Beside the rear slots', at: [415, 100], isBehind: false, isInReach: true },
      ],
    },
  }),
  makeCase({
    id: 'case-breakwater',
    name: 'Sallow Breakwater showcase',
    ...sallow,
    priceCents: 18900,
    panels: [
      { side: 'front', name: 'Front', depthMm: 60, layouts: [fanLayout(140, 2), fanLayout(120, 3)] },
      { side: 'side', name: 'Side', depthMm: 75, layouts: [radiatorLayout(120, 3), fanLayout(120, 3)] },
      { side: 'top', name: 'Roof', depthMm: 60, layouts: [fanLayout(140, 3), radiatorLayout(120, 3)] },
      { side: 'back', name: 'Rear', depthMm: 40, layouts: [fanLayout(120, 2)] },
      { side: 'bottom', name: 'Floor', depthMm: 60, layouts: [fanLayout(120, 3)] },
    ],
    room: {
      depthMm: 470,
      heightMm: 460,
      widthMm: 270,
      board: [460, 440],
      holes: {
        frontLow: [190, 170],
        frontHigh: [190, 360],
        roofFront: [270, 450],
        roofRear: [410, 450],
        floorFront: [110, 60],
        floorMiddle: [260, 118],
        floorRear: [400, 118],
      },
      spots: [
        { id: 'behindLow', name: 'Behind the tray, low', at: [200, 90], ...hidden },
        { id: 'behindHigh', name: 'Behind the tray, high', at: [230, 380], ...hidden },
        { id: 'slot', name: 'Beside the rear slots', at: [455, 90], isBehind: false, isInReach: true },
        { id: 'edge', name: 'Roof edge before the board', at: [80, 425], isBehind: false, isInReach: false },
      ],
    },
  }),
]

const PLANS: Readonly<Record<string, BoardPlan>> = {
  'board-small': BOARD_PLANS.small,
  'board-middle': {
    depthMm: 244,
    heightMm: 305,
    processor: [150, 225],
    headers: {
      CPU: [130, 299],
      PUMP: [100, 299],
      SYS1: [6, 110],
      SYS2: [215, 150],
      LED5V: [60, 6],
      LED12V: [90, 6],
      USB1: [120, 6],
      USB2: [140, 6],
    },
  },
  'board-large': {
    depthMm: 244,
    heightMm: 305,
    processor: [150, 225],
    headers: {
      CPU: [130, 299],
      'CPU OPT': [112, 299],
      PUMP: [90, 299],
      SYS1: [215, 150],
      SYS2: [6, 110],
      SYS3: [150, 6],
      SYS4: [6, 220],
      SYS5: [60, 299],
      'LED5V A': [60, 6],
      'LED5V B': [30, 299],
      LED12V: [90, 6],
      USB1: [112, 6],
      USB2: [130, 6],
    },
  },
}

interface Frame {
  readonly thicknessMm: number
  readonly flowM3PerH?: number
  readonly blades?: 'standard' | 'reverse'
}
const usual = (flowM3PerH: number): Frame => ({ thicknessMm: 25, flowM3PerH, blades: 'standard' })

/** Frames and free flow of the invented fans, by their parts. */
const FRAMES: Readonly<Record<string, Frame>> = {
  'fan-140': usual(104),
  'fan-120': usual(82),
  'fan-120-3pin': usual(70),
  'fan-120-strong': { thicknessMm: 38, flowM3PerH: 160, blades: 'standard' },
  'fan-92': usual(55),
  'fan-radiator': usual(96),
  'fan-140-light': usual(108),
  'fan-120-light': usual(86),
  'fan-120-mirror': usual(80),
  'fan-garland': usual(78),
  'fan-weir': usual(100),
  'fan-unlabelled': { thicknessMm: 25 },
}

interface Radiator {
  readonly fanCount: number
  readonly hoseMm: number
}
const RADIATORS: Readonly<Record<string, Radiator>> = {
  pump: { fanCount: 2, hoseMm: 380 },
  'pump-screen': { fanCount: 3, hoseMm: 450 },
}

function framed(part: Part, { thicknessMm, flowM3PerH, blades }: Frame): Part {
  return {
    ...part,
    mechanical: { ...part.mechanical, thicknessMm: mm(thicknessMm), ...(blades === undefined ? {} : { blades }) },
    inside: part.inside.map((relation) =>
      relation.type === 'motor' && flowM3PerH !== undefined
        ? { ...relation, flowM3PerH: figureOf(flowM3PerH, 'maker') }
        : relation,
    ),
  }
}

/** A demo part with its measures, where the demo has some for it. */
export function measuredOut(part: Part): Part {
  const plan = PLANS[part.id]
  const frame = FRAMES[part.id]
  const cooler = RADIATORS[part.id]
  const planned = plan === undefined ? part : laidOut(part, plan)
  const built = frame === undefined ? planned : framed(planned, frame)
  if (cooler === undefined) return part.id === 'hand-box' ? { ...built, mechanical: { isHandWorked: true } } : built
  const mechanical = {
    radiatorFanSizeMm: mm(120),
    radiatorFanCount: mm(cooler.fanCount),
    thicknessMm: mm(27),
    hoseMm: mm(cooler.hoseMm),
  }
  return { ...built, mechanical }
}
