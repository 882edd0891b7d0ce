import type { Figure } from '../schema/schema-kit'
import {
  figureOf,
  makeBoard,
  laidOut,
  makeFan,
  makePump,
  makeStrip,
  makeStrip12V,
  makeSupply,
  makeUsbHub,
  makeUsbSplitter,
  type FanHeader,
  type LightHeader,
  type SupplyCable,
} from '../parts/make'
import type { Part } from '../parts/schema'
import { BOARD_PLANS } from './boards'
import { TEMPLATE_CASES } from './cases'
import type { BoardSize } from './choices'
import { TEMPLATE_PIECES } from './pieces'
import {
  USUAL_FAN_HEADER_AMPS,
  USUAL_LIGHT_HEADER_AMPS,
  USUAL_PERIPHERAL_CABLE_AMPS,
  USUAL_PUMP_HEADER_AMPS,
  USUAL_SATA_CABLE_AMPS,
} from './usual'

/** Figures of general classes find faults but never clear a budget. */
const origin = 'template' as const
const RADIATOR_MM = 27
const FAN_MM = 25
const assumed = (value: number): Figure => figureOf(value, origin)

const CASE_HEADER_COUNT: Readonly<Record<BoardSize, number>> = { small: 1, middle: 3, large: 6 }
const BOARD_NAMES: Readonly<Record<BoardSize, string>> = {
  small: 'Small board, two fan headers',
  middle: 'Middle board, five fan headers',
  large: 'Large board, eight fan headers',
}

/** A board of a general class, to be corrected from its manual. */
function templateBoard(size: BoardSize): Part {
  const caseHeaders = Array.from({ length: CASE_HEADER_COUNT[size] }, (_, index): FanHeader => {
    return { name: `SYS${index + 1}`, role: 'case', mostAmps: USUAL_FAN_HEADER_AMPS }
  })
  const pump: FanHeader[] = size === 'small' ? [] : [{ name: 'PUMP', role: 'pump', mostAmps: USUAL_PUMP_HEADER_AMPS }]
  const light = (name: string, rail: LightHeader['rail']): LightHeader => ({
    name,
    rail,
    mostAmps: USUAL_LIGHT_HEADER_AMPS,
  })
  const board = makeBoard({
    id: `template-board-${size}`,
    name: BOARD_NAMES[size],
    origin,
    fanHeaders: [{ name: 'CPU', role: 'cpu', mostAmps: USUAL_FAN_HEADER_AMPS }, ...pump, ...caseHeaders],
    lightHeaders: size === 'small' ? [light('LED5V', '5v')] : [light('LED5V', '5v'), light('LED12V', '12v')],
    usbHeaderCount: size === 'small' ? 1 : 2,
  })
  return laidOut(board, BOARD_PLANS[size], origin)
}

const templateFan = makeFan({
  id: 'template-fan-120',
  name: 'Ordinary 120 mm fan, 4-pin',
  pins: 4,
  sizeMm: 120,
  thicknessMm: FAN_MM,
  amps: 0.25,
  lengthMm: 500,
  origin,
})

const sata = (name: string, plugCount: number): SupplyCable => ({
  name,
  plugs: 'sata-power',
  plugCount,
  mostAmps: USUAL_SATA_CABLE_AMPS,
})

const templateSupply = makeSupply({
  id: 'template-supply',
  name: 'Ordinary supply, two SATA cables',
  origin,
  cables: [sata('A', 3), sata('B', 3)],
})

const templateLights: readonly Part[] = [
  makeStrip({
    id: 'template-strip-5v',
    name: 'Ordinary addressable strip, 5 V',
    leds: { count: 30, whiteMilliamps: 60 },
    lengthMm: 300,
    origin,
  }),
  makeStrip12V({
    id: 'template-strip-12v',
    name: 'Ordinary one-colour strip, 12 V',
    watts: 7.2,
    lengthMm: 300,
    origin,
  }),
]

/** A liquid cooler by its radiator and the leads of its pump; its fans are parts of their own. */
function templateCooler(fanCount: number, sizeMm: number, isTachOnly: boolean): Part {
  const pump = makePump({
    id: `template-cooler-${sizeMm * fanCount}${isTachOnly ? '-tach' : ''}`,
    name: `Liquid cooler ${sizeMm * fanCount}, ${isTachOnly ? 'SATA supply and tach-only lead' : 'pump on a fan lead'}`,
    origin,
    amps: 0.4,
    lengthMm: 400,
    isTachOnly,
  })
  return {
    ...pump,
    mechanical: {
      radiatorFanSizeMm: assumed(sizeMm),
      radiatorFanCount: assumed(fanCount),
      thicknessMm: assumed(RADIATOR_MM),
      hoseMm: assumed(400),
    },
  }
}

const airCooler: Part = {
  ...makeFan({
    id: 'template-cooler-air',
    name: 'Air cooler, one 120 mm fan',
    pins: 4,
    sizeMm: 120,
    thicknessMm: FAN_MM,
    amps: 0.25,
    lengthMm: 220,
    origin,
  }),
  kind: 'cooler',
  markPrefix: 'C',
}

/** The general classes of the shelf: to start from and correct, since nobody's own things are in any list. */
export const TEMPLATE_PARTS: readonly Part[] = [
  templateBoard('small'),
  templateBoard('middle'),
  templateBoard('large'),
  templateSupply,
  makeSupply({
    id: 'template-supply-small',
    name: 'Small supply, one SATA cable and one peripheral cable',
    origin,
    cables: [
      sata('A', 3),
      { name: 'B', plugs: 'peripheral-4pin', plugCount: 2, mostAmps: USUAL_PERIPHERAL_CABLE_AMPS },
    ],
  }),
  makeSupply({
    id: 'template-supply-large',
    name: 'Large supply, three SATA cables and one peripheral cable',
    origin,
    cables: [
      sata('A', 4),
      sata('B', 4),
      sata('C', 4),
      { name: 'D', plugs: 'peripheral-4pin', plugCount: 4, mostAmps: 6 },
    ],
  }),
  templateFan,
  ...templateLights,
  airCooler,
  templateCooler(2, 120, false),
  templateCooler(3, 120, false),
  templateCooler(3, 120, true),
  ...TEMPLATE_PIECES,
  makeUsbSplitter({ id: 'template-usb-splitter', name: 'USB lead, one header for two devices', lengthMm: 200, origin }),
  makeUsbHub({ id: 'template-usb-hub', name: 'Internal USB hub that lives on its header', headerCount: 2, origin }),
  makeUsbHub({
    id: 'template-usb-hub-fed',
    name: 'Internal USB hub with a supply of its own',
    headerCount: 3,
    hasSupply: true,
    origin,
  }),
  ...TEMPLATE_CASES,
]
