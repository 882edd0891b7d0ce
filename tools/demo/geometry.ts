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
      { side: 'front', name: 'Front', depthMm: 60, drop: [9, 200], layouts: [fanLayout(140, 3), fanLayout(120, 3), radiatorLayout(120, 3)] },
      { side: 'top', name: 'Roof', depthMm: 60, drop: [4, 200], layouts: [radiatorLayout(120, 2), fanLayout(120, 3), fanLayout(140, 2)] },
      { side: 'back', name: 'Rear', depthMm: 40, drop: [3, 80], layouts: [fanLayout(120, 1)] },
      { side: 'bottom', name: 'Floor', depthMm: 35, drop: [6, 120], layouts: [fanLayout(120, 2)] },
    ],
    room: {
      depthMm: 430,
      heightMm: 450,
      widthMm: 210,
      board: [420, 438],
      openCm2: 70,
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
      { side: 'front', name: 'Front', depthMm: 60, drop: [6, 200], layouts: [fanLayout(140, 2), fanLayout(120, 3)] },
      { side: 'side', name: 'Side', depthMm: 75, drop: [5, 200], layouts: [radiatorLayout(120, 3), fanLayout(120, 3)] },
      { side: 'top', name: 'Roof', depthMm: 60, drop: [4, 250], layouts: [fanLayout(140, 3), radiatorLayout(120, 3)] },
      { side: 'back', name: 'Rear', depthMm: 40, drop: [3, 150], layouts: [fanLayout(120, 2)] },
      { side: 'bottom', name: 'Floor', depthMm: 60, drop: [6, 200], layouts: [fanLayout(120, 3)] },
    ],
    room: {
      depthMm: 470,
      heightMm: 460,
      widthMm: 270,
      board: [460, 440],
      openCm2: 110,
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
  /** What a data sheet says of its motor and rotor. */
  readonly motor?: Readonly<Partial<Record<MotorFigure, number>>> & { readonly stopsAtZeroDuty?: boolean }
}
type MotorFigure =
  | 'mostRpm'
  | 'mostPressurePa'
  | 'leastRpm'
  | 'leastDutyPercent'
  | 'startDutyPercent'
  | 'startVolts'
  | 'stopVolts'
  | 'noiseDba'
  | 'bladeCount'

const usual = (flowM3PerH: number, motor?: Frame['motor']): Frame => ({
  thicknessMm: 25,
  flowM3PerH,
  blades: 'standard',
  ...(motor === undefined ? {} : { motor }),
})
/** A motor told by PWM, by its pressure, speed at its least duty, that duty and that of its start, sound and blades. */
const byDuty = (
  mostPressurePa: number,
  leastRpm: number,
  [leastDutyPercent, startDutyPercent]: readonly [number, number],
  noiseDba: number,
  bladeCount: number,
  stopsAtZeroDuty: boolean,
) => ({ mostPressurePa, leastRpm, leastDutyPercent, startDutyPercent, noiseDba, bladeCount, stopsAtZeroDuty })

/** Frames, free flow and motors of the invented fans, by their parts; some data sheets leave pressures out. */
const FRAMES: Readonly<Record<string, Frame>> = {
  'fan-140': usual(104, byDuty(13, 400, [20, 25], 24, 7, true)),
  'fan-120': usual(82, byDuty(16, 450, [20, 28], 25, 9, true)),
  'fan-120-3pin': usual(70, {
    mostPressurePa: 10,
    leastRpm: 450,
    startVolts: 6,
    stopVolts: 4.5,
    noiseDba: 21,
    bladeCount: 7,
  }),
  'fan-120-strong': {
    thicknessMm: 38,
    flowM3PerH: 160,
    blades: 'standard',
    motor: byDuty(72, 700, [20, 20], 41, 9, false),
  },
  'fan-92': usual(55, byDuty(18, 600, [25, 30], 27, 9, true)),
  'fan-radiator': usual(96, byDuty(29, 500, [20, 25], 30, 9, false)),
  'fan-140-light': usual(108, byDuty(14, 450, [20, 30], 26, 7, true)),
  'fan-120-light': usual(86, byDuty(17, 500, [20, 30], 27, 9, true)),
  'fan-120-mirror': usual(80),
  'fan-garland': usual(78, { mostRpm: 1700, ...byDuty(15, 500, [20, 26], 26, 9, true) }),
  'fan-weir': usual(100, { mostRpm: 1650, ...byDuty(19, 450, [20, 26], 27, 9, true) }),
  'fan-unlabelled': { thicknessMm: 25 },
}

interface Radiator {
  readonly fanCount: number
  readonly hoseMm: number
  /** What it takes of the air, at this flow. */
  readonly dropPa: number
  readonly dropFlowM3PerH: number
}
const RADIATORS: Readonly<Record<string, Radiator>> = {
  pump: { fanCount: 2, hoseMm: 380, dropPa: 12, dropFlowM3PerH: 120 },
  'pump-screen': { fanCount: 3, hoseMm: 450, dropPa: 12, dropFlowM3PerH: 180 },
}

function framed(part: Part, { thicknessMm, flowM3PerH, blades, motor = {} }: Frame): Part {
  const { stopsAtZeroDuty, ...figures } = motor
  const stated = {
    ...Object.fromEntries(Object.entries(figures).map(([key, value]) => [key, figureOf(value, 'maker')])),
    ...(stopsAtZeroDuty === undefined ? {} : { stopsAtZeroDuty }),
  }
  return {
    ...part,
    mechanical: { ...part.mechanical, thicknessMm: mm(thicknessMm), ...(blades === undefined ? {} : { blades }) },
    inside: part.inside.map((relation) =>
      relation.type === 'motor' && flowM3PerH !== undefined
        ? { ...relation, flowM3PerH: figureOf(flowM3PerH, 'maker'), ...stated }
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
    dropPa: figureOf(cooler.dropPa, 'maker'),
    dropFlowM3PerH: figureOf(cooler.dropFlowM3PerH, 'maker'),
  }
  return { ...built, mechanical }
}
