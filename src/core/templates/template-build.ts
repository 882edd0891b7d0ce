import { apply } from '../build/apply'
import { FORMAT_NAME, FORMAT_VERSION } from '../build/format-name'
import { nextMark } from '../build/refs'
import type { Build } from '../build/schema'
import {
  makeBoard,
  makeFan,
  makeStrip,
  makeStrip12V,
  makeSupply,
  type FanHeader,
  type LightHeader,
} from '../parts/make'
import type { Part } from '../parts/schema'
import type { BoardSize, LightWish } from './choices'

/** A build with nothing on the bench yet. */
export function blankBuild(id: string, name: string): Build {
  return {
    format: FORMAT_NAME,
    version: FORMAT_VERSION,
    id,
    name,
    revision: 0,
    parts: [],
    items: [],
    threads: [],
    choices: { headroomPercent: 20 },
  }
}

/** Typical limits (common practice, no source): marked as template figures, so that they never clear a budget. */
const HEADER_AMPS = 1
const PUMP_HEADER_AMPS = 2
const LIGHT_HEADER_AMPS = 3

const CASE_HEADER_COUNT: Readonly<Record<BoardSize, number>> = { small: 1, middle: 3, large: 6 }
const BOARD_NAMES: Readonly<Record<BoardSize, string>> = {
  small: 'Small board, two fan headers',
  middle: 'Middle board, five fan headers',
  large: 'Large board, eight fan headers',
}

/** A board of a general class, to be corrected from its manual. */
function templateBoard(size: BoardSize): Part {
  const caseHeaders = Array.from({ length: CASE_HEADER_COUNT[size] }, (_, index): FanHeader => {
    return { name: `SYS${index + 1}`, role: 'case', mostAmps: HEADER_AMPS }
  })
  const pump: FanHeader[] = size === 'small' ? [] : [{ name: 'PUMP', role: 'pump', mostAmps: PUMP_HEADER_AMPS }]
  const light = (name: string, rail: LightHeader['rail']): LightHeader => ({ name, rail, mostAmps: LIGHT_HEADER_AMPS })
  return makeBoard({
    id: `template-board-${size}`,
    name: BOARD_NAMES[size],
    origin: 'template',
    fanHeaders: [{ name: 'CPU', role: 'cpu', mostAmps: HEADER_AMPS }, ...pump, ...caseHeaders],
    lightHeaders: size === 'small' ? [light('LED5V', '5v')] : [light('LED5V', '5v'), light('LED12V', '12v')],
    usbHeaderCount: size === 'small' ? 1 : 2,
  })
}

const templateFan = makeFan({
  id: 'template-fan-120',
  name: 'Ordinary 120 mm fan, 4-pin',
  pins: 4,
  sizeMm: 120,
  amps: 0.25,
  lengthMm: 500,
  origin: 'template',
})

const templateSupply = makeSupply({
  id: 'template-supply',
  name: 'Ordinary supply, two SATA cables',
  origin: 'template',
  cables: [
    { name: 'A', plugs: 'sata-power', plugCount: 3, mostAmps: 4.5 },
    { name: 'B', plugs: 'sata-power', plugCount: 3, mostAmps: 4.5 },
  ],
})

const LIGHTS: Readonly<Record<LightWish, readonly Part[]>> = {
  none: [],
  addressable5V: [
    makeStrip({
      id: 'template-strip-5v',
      name: 'Ordinary addressable strip, 5 V',
      leds: { count: 30, whiteMilliamps: 60 },
      lengthMm: 300,
      origin: 'template',
    }),
  ],
  oneColour12V: [
    makeStrip12V({
      id: 'template-strip-12v',
      name: 'Ordinary one-colour strip, 12 V',
      watts: 7.2,
      lengthMm: 300,
      origin: 'template',
    }),
  ],
}

/** The template build of three choices: a board, its supply, fans and lights, everything loose, to be corrected. */
export function templateBuild(wish: {
  readonly id: string
  readonly name: string
  readonly boardSize: BoardSize
  readonly fanCount: number
  readonly lights: LightWish
}): Build {
  const fans = Array.from({ length: wish.fanCount }, () => templateFan)
  const parts = [templateBoard(wish.boardSize), templateSupply, ...fans, ...LIGHTS[wish.lights]]
  return parts.reduce(
    (build, part, index) => {
      const mark = nextMark(build, part.markPrefix ?? 'X')
      return apply(build, {
        type: 'addItem',
        part,
        item: { id: `item-${index + 1}`, mark, partId: part.id, stock: 'owned' },
      }).build
    },
    blankBuild(wish.id, wish.name),
  )
}
