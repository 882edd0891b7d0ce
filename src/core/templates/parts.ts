import type { Figure } from '../formats/schema-kit'
import {
  figureOf,
  makeBoard,
  makeFan,
  makeFixedHub,
  makePump,
  makeStrip,
  makeStrip12V,
  makeSupply,
  type FanHeader,
  type LightHeader,
  type SupplyCable,
} from '../parts/make'
import type { Part } from '../parts/schema'
import type { BoardSize, LightWish } from './choices'

/** Typical figures (common practice, no source): of template origin, so that they find faults but never clear a budget. */
const HEADER_AMPS = 1
const PUMP_HEADER_AMPS = 2
const LIGHT_HEADER_AMPS = 3
const SATA_CABLE_AMPS = 4.5

const origin = 'template' as const
const assumed = (value: number): Figure => figureOf(value, origin)

const CASE_HEADER_COUNT: Readonly<Record<BoardSize, number>> = { small: 1, middle: 3, large: 6 }
const BOARD_NAMES: Readonly<Record<BoardSize, string>> = {
  small: 'Small board, two fan headers',
  middle: 'Middle board, five fan headers',
  large: 'Large board, eight fan headers',
}

/** A board of a general class, to be corrected from its manual. */
export function templateBoard(size: BoardSize): Part {
  const caseHeaders = Array.from({ length: CASE_HEADER_COUNT[size] }, (_, index): FanHeader => {
    return { name: `SYS${index + 1}`, role: 'case', mostAmps: HEADER_AMPS }
  })
  const pump: FanHeader[] = size === 'small' ? [] : [{ name: 'PUMP', role: 'pump', mostAmps: PUMP_HEADER_AMPS }]
  const light = (name: string, rail: LightHeader['rail']): LightHeader => ({ name, rail, mostAmps: LIGHT_HEADER_AMPS })
  return makeBoard({
    id: `template-board-${size}`,
    name: BOARD_NAMES[size],
    origin,
    fanHeaders: [{ name: 'CPU', role: 'cpu', mostAmps: HEADER_AMPS }, ...pump, ...caseHeaders],
    lightHeaders: size === 'small' ? [light('LED5V', '5v')] : [light('LED5V', '5v'), light('LED12V', '12v')],
    usbHeaderCount: size === 'small' ? 1 : 2,
  })
}

export const templateFan = makeFan({
  id: 'template-fan-120',
  name: 'Ordinary 120 mm fan, 4-pin',
  pins: 4,
  sizeMm: 120,
  amps: 0.25,
  lengthMm: 500,
  origin,
})

const sata = (name: string, plugCount: number): SupplyCable => ({
  name,
  plugs: 'sata-power',
  plugCount,
  mostAmps: SATA_CABLE_AMPS,
})

export const templateSupply = makeSupply({
  id: 'template-supply',
  name: 'Ordinary supply, two SATA cables',
  origin,
  cables: [sata('A', 3), sata('B', 3)],
})

export const TEMPLATE_LIGHTS: Readonly<Record<LightWish, readonly Part[]>> = {
  none: [],
  addressable5V: [
    makeStrip({
      id: 'template-strip-5v',
      name: 'Ordinary addressable strip, 5 V',
      leds: { count: 30, whiteMilliamps: 60 },
      lengthMm: 300,
      origin,
    }),
  ],
  oneColour12V: [
    makeStrip12V({
      id: 'template-strip-12v',
      name: 'Ordinary one-colour strip, 12 V',
      watts: 7.2,
      lengthMm: 300,
      origin,
    }),
  ],
}

type Panel = NonNullable<Part['panels']>[number]
type Layout = Panel['layouts'][number]

const fans = (sizeMm: number, placeCount: number): Layout => ({
  id: `fans-${sizeMm}`,
  holds: 'fans',
  sizeMm: assumed(sizeMm),
  placeCount,
})
const radiator = (sizeMm: number, placeCount: number): Layout => ({
  id: `radiator-${sizeMm}x${placeCount}`,
  holds: 'radiator',
  sizeMm: assumed(sizeMm),
  placeCount,
})
const panel = (side: Panel['side'], name: string, depthMm: number, ...layouts: readonly Layout[]): Panel => ({
  id: side,
  name,
  side,
  depthMm: assumed(depthMm),
  layouts,
})

/** A case holds fans; some bring a hub of their own, which is circuit like any other. */
function templateCase(id: string, name: string, panels: readonly Panel[], hub?: Part): Part {
  const circuit =
    hub === undefined ? { ports: [], inside: [] } : { leads: hub.leads ?? [], ports: hub.ports, inside: hub.inside }
  return { id, name, kind: 'case', markPrefix: 'K', ...circuit, panels }
}

const caseHub = makeFixedHub({ id: 'hub', name: 'Case hub', outletCount: 4, origin })

const CASES: readonly Part[] = [
  templateCase('template-case-cube', 'Small cube case', [
    panel('front', 'Front', 45, fans(120, 2), fans(140, 1), radiator(120, 2)),
    panel('back', 'Rear', 40, fans(92, 1), fans(80, 1)),
    panel('bottom', 'Floor', 30, fans(120, 2)),
  ]),
  templateCase('template-case-mid', 'Mid tower', [
    panel('front', 'Front', 60, fans(120, 3), fans(140, 2), radiator(120, 3), radiator(140, 2)),
    panel('top', 'Roof', 55, fans(120, 2), fans(140, 2), radiator(120, 2)),
    panel('back', 'Rear', 40, fans(120, 1), radiator(120, 1)),
  ]),
  templateCase(
    'template-case-mid-hub',
    'Mid tower with a fixed-speed hub',
    [
      panel('front', 'Front', 60, fans(120, 3), fans(140, 2), radiator(120, 3)),
      panel('top', 'Roof', 50, fans(120, 2), radiator(120, 2)),
      panel('back', 'Rear', 40, fans(120, 1)),
    ],
    caseHub,
  ),
  templateCase('template-case-wide', 'Wide case of two chambers', [
    panel('side', 'Side', 65, fans(120, 3), radiator(120, 3)),
    panel('bottom', 'Floor', 60, fans(120, 3), radiator(120, 3)),
    panel('top', 'Roof', 60, fans(120, 3), radiator(120, 3)),
    panel('back', 'Rear', 40, fans(120, 1)),
  ]),
  templateCase('template-case-full', 'Full tower', [
    panel('front', 'Front', 80, fans(120, 3), fans(140, 3), radiator(120, 4), radiator(140, 3)),
    panel('top', 'Roof', 70, fans(120, 3), fans(140, 3), radiator(120, 3), radiator(140, 3)),
    panel('bottom', 'Floor', 50, fans(120, 2)),
    panel('back', 'Rear', 40, fans(140, 1), fans(120, 1)),
  ]),
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
    mechanical: { radiatorFanSizeMm: assumed(sizeMm), radiatorFanCount: assumed(fanCount), hoseMm: assumed(400) },
  }
}

const airCooler: Part = {
  ...makeFan({
    id: 'template-cooler-air',
    name: 'Air cooler, one 120 mm fan',
    pins: 4,
    sizeMm: 120,
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
    cables: [sata('A', 3), { name: 'B', plugs: 'peripheral-4pin', plugCount: 2, mostAmps: 5 }],
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
  ...TEMPLATE_LIGHTS.addressable5V,
  ...TEMPLATE_LIGHTS.oneColour12V,
  airCooler,
  templateCooler(2, 120, false),
  templateCooler(3, 120, false),
  templateCooler(3, 120, true),
  ...CASES,
]
