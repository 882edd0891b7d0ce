import { figureOf, makeBoard, makeFan } from '../../src/core/parts/make'
import type { Build, Place } from '../../src/core/build/schema'
import type { Part } from '../../src/core/parts/schema'
import { bench } from '../support/bench'
import type { Case } from './case'

type Panel = NonNullable<Part['panels']>[number]

const layout = (
  id: string,
  holds: 'fans' | 'radiator',
  sizeMm: number,
  placeCount: number,
): Panel['layouts'][number] => ({
  id,
  holds,
  sizeMm: figureOf(sizeMm, 'manual'),
  placeCount,
})
const front: Panel = {
  id: 'front',
  name: 'Front',
  side: 'front',
  depthMm: figureOf(60, 'manual'),
  layouts: [layout('three', 'fans', 120, 3), layout('two', 'fans', 140, 2), layout('radiator', 'radiator', 120, 3)],
}
const tower: Part = { id: 'tower', name: 'Tower', kind: 'case', ports: [], inside: [], panels: [front] }
const fan = (id: string, sizeMm: number, change: Partial<Parameters<typeof makeFan>[0]> = {}): Part => ({
  ...makeFan({ id, name: id, pins: 4, sizeMm, thicknessMm: 25, amps: 0.2, flowM3PerH: 80, ...change }),
})
const standard = (part: Part): Part => ({ ...part, mechanical: { ...part.mechanical, blades: 'standard' } })
const own: readonly Part[] = [
  tower,
  standard(fan('usual', 120)),
  standard(fan('wide', 140)),
  standard(fan('thick', 120, { thicknessMm: 38 })),
  standard(fan('strong', 120, { flowM3PerH: 120 })),
  fan('plain', 120),
  makeFan({ id: 'thinless', name: 'thinless', pins: 4, sizeMm: 120, amps: 0.2 }),
  fan('back', 120, { isReverse: true }),
  {
    id: 'radiator',
    name: 'Radiator',
    kind: 'cooler',
    markPrefix: 'R',
    leads: [],
    ports: makeFan({ id: 'x', name: 'x', pins: 4 }).ports.map(({ lead: _lead, ...port }) => port),
    inside: [{ type: 'motor', id: 'pump', port: 'fan', rail: '12v', pump: true, ratedAmps: figureOf(0.3, 'label') }],
    mechanical: { thicknessMm: figureOf(27, 'manual') },
  },
]

type Spot = Partial<Omit<Place, 'itemId' | 'mount'>> & {
  readonly in?: readonly [layoutId: string, placeNumber: number]
}

/** Things in the tower: the part of each with its place. */
function placed(...spots: readonly (readonly [partId: string, spot: Spot])[]): Build {
  const build = bench(['K1: tower', ...spots.map(([partId], index) => `F${index + 1}: ${partId}`)], [], own)
  const places = spots.map(([, { in: mount, ...rest }], index): Place => ({
    itemId: `f${index + 1}`,
    ...(mount === undefined
      ? {}
      : { mount: { caseItemId: 'k1', panelId: 'front', layoutId: mount[0], placeNumber: mount[1] } }),
    ...rest,
  }))
  return { ...build, places }
}
const mm = (value: number) => figureOf(value, 'measured')
/** A case of right angles, its board's headers where a ruler found them: the way from front place 1 is 780 mm to FAR. */
const roomy: Part = {
  ...tower,
  id: 'roomy',
  space: {
    depthMm: mm(400),
    heightMm: mm(420),
    widthMm: mm(200),
    board: { xMm: mm(100), yMm: mm(100) },
    holes: [
      { id: 'low', xMm: mm(60), yMm: mm(60) },
      { id: 'high', xMm: mm(330), yMm: mm(410) },
    ],
  },
}
const surveyed: Part = (() => {
  const board = makeBoard({
    id: 'surveyed',
    name: 'Surveyed',
    usbHeaderCount: 0,
    lightHeaders: [],
    fanHeaders: [
      { name: 'FAR', role: 'cpu', mostAmps: 2 },
      { name: 'NEAR', role: 'case', mostAmps: 2 },
      { name: 'LOST', role: 'case', mostAmps: 2 },
    ],
  })
  const spots: Readonly<Record<string, readonly [number, number]>> = { FAR: [250, 300], NEAR: [230, 310] }
  return {
    ...board,
    ports: board.ports.map((port) => {
      const spot = spots[port.id]
      return spot === undefined ? port : { ...port, spot: { xMm: mm(spot[0]), yMm: mm(spot[1]) } }
    }),
  }
})()
const guessed: Part = { ...roomy, id: 'guessed', space: { ...roomy.space!, depthMm: figureOf(400, 'template') } }

/** A fan with a lead of this length in front place 1, plugged into a header; its corner nearest floor and tray unless said. */
function run(
  lengthMm: number | undefined,
  header: string,
  options: { readonly corner?: number | 'open'; readonly holder?: string } = {},
): Build {
  const { corner = 0, holder = 'roomy' } = options
  const long = fan('long', 120, lengthMm === undefined ? {} : { lengthMm })
  const build = bench(
    [`K1: ${holder}`, 'M1: surveyed', 'F1: long'],
    [`F1.fan > M1.${header}`],
    [long, roomy, guessed, surveyed],
  )
  const mount = { caseItemId: 'k1', panelId: 'front', layoutId: 'three', placeNumber: 1 }
  return { ...build, places: [{ itemId: 'f1', mount, ...(corner === 'open' ? {} : { leadCorner: corner }) }] }
}
const inward = { inwardFace: 'struts', wantedAir: 'in' } as const

export const placeCases: readonly Case[] = [
  { rule: 'air-direction', what: 'struts inside, air in', build: placed(['usual', inward]), wanted: 'holds' },
  {
    rule: 'air-direction',
    what: 'the arrow says it, whatever the face',
    build: placed(['plain', { inwardFace: 'open', arrow: 'in', wantedAir: 'in' }]),
    wanted: 'holds',
  },
  {
    rule: 'air-direction',
    what: 'nothing wanted',
    build: placed(['usual', { inwardFace: 'open' }]),
    wanted: 'notApplicable',
  },
  {
    rule: 'air-direction',
    what: 'open side inside where air is to come in',
    build: placed(['usual', { inwardFace: 'open', wantedAir: 'in' }]),
    wanted: 'against',
    params: { fan: 'F1', direction: 'out', why: 'its open side looks inside', wanted: 'in' },
  },
  {
    rule: 'air-direction',
    what: 'reverse blades swap the faces',
    build: placed(['back', inward]),
    wanted: 'against',
    params: { direction: 'out', why: 'its struts look inside' },
  },
  {
    rule: 'air-direction',
    what: 'the arrow points the other way',
    build: placed(['usual', { inwardFace: 'struts', arrow: 'out', wantedAir: 'in' }]),
    wanted: 'against',
    params: { why: 'its arrow points that way' },
  },
  { rule: 'air-direction', what: 'blades nobody has named', build: placed(['plain', inward]), wanted: 'wouldHold' },
  { rule: 'air-direction', what: 'no face said', build: placed(['usual', { wantedAir: 'in' }]), wanted: 'unknown' },

  {
    rule: 'air-balance',
    what: 'one in, one out',
    build: placed(
      ['usual', { in: ['three', 1], inwardFace: 'struts' }],
      ['usual', { in: ['three', 2], inwardFace: 'open' }],
    ),
    wanted: 'holds',
  },
  { rule: 'air-balance', what: 'nothing in a case', build: placed(['usual', inward]), wanted: 'notApplicable' },
  {
    rule: 'air-balance',
    what: 'more in than out',
    build: placed(
      ['strong', { in: ['three', 1], inwardFace: 'struts' }],
      ['usual', { in: ['three', 2], inwardFace: 'open' }],
    ),
    wanted: 'over',
    params: { inM3PerH: 120, outM3PerH: 80 },
  },
  {
    rule: 'air-balance',
    what: 'out alone',
    build: placed(['usual', { in: ['three', 1], inwardFace: 'open' }]),
    wanted: 'under',
    params: { inM3PerH: 0, outM3PerH: 80 },
  },
  {
    rule: 'air-balance',
    what: 'a face nobody has said',
    build: placed(['usual', { in: ['three', 1] }]),
    wanted: 'unknown',
    params: { fans: ['F1'] },
  },

  { rule: 'fan-fits', what: 'size and depth', build: placed(['usual', { in: ['three', 1] }]), wanted: 'holds' },
  {
    rule: 'fan-fits',
    what: 'push and pull on one radiator, when the depth allows',
    build: placed(['radiator', { in: ['radiator', 1] }], ['usual', { in: ['radiator', 1], radiatorSide: 'inner' }]),
    wanted: 'holds',
  },
  { rule: 'fan-fits', what: 'no place', build: placed(['usual', inward]), wanted: 'notApplicable' },
  {
    rule: 'fan-fits',
    what: '140 mm where 120 goes',
    build: placed(['wide', { in: ['three', 1] }]),
    wanted: 'wrongSize',
    params: { fan: 'F1', sizeMm: 140, mountMm: 120, panel: 'Front' },
  },
  {
    rule: 'fan-fits',
    what: 'a thick fan before a radiator',
    build: placed(['thick', { in: ['radiator', 1], radiatorSide: 'inner' }], ['radiator', { in: ['radiator', 2] }]),
    wanted: 'tooThick',
    params: { things: ['F1', 'F2'], thickMm: 65, depthMm: 60 },
  },
  {
    rule: 'fan-fits',
    what: 'two in one place',
    build: placed(['usual', { in: ['three', 2] }], ['thick', { in: ['three', 2] }]),
    wanted: 'taken',
    params: { things: ['F1', 'F2'], panel: 'Front' },
  },
  {
    rule: 'fan-fits',
    what: 'two layouts at once',
    build: placed(['usual', { in: ['three', 1] }], ['wide', { in: ['two', 2] }]),
    wanted: 'twoLayouts',
    params: { things: ['F1', 'F2'], panel: 'Front' },
  },
  {
    rule: 'fan-fits',
    what: 'a thickness nobody has measured',
    build: placed(['thinless', { in: ['three', 1] }]),
    wanted: 'unknown',
    params: { fan: 'F1' },
  },

  { rule: 'lead-reaches', what: 'with slack', build: run(810, 'FAR'), wanted: 'holds' },
  { rule: 'lead-reaches', what: 'no place said', build: { ...run(810, 'FAR'), places: [] }, wanted: 'notApplicable' },
  {
    rule: 'lead-reaches',
    what: '10 mm too short',
    build: run(770, 'FAR'),
    wanted: 'tooShort',
    params: { lead: 'F1', port: 'FAR', lengthMm: 770, wayMm: 780 },
  },
  {
    rule: 'lead-reaches',
    what: 'just as long as its way',
    build: run(780, 'FAR'),
    wanted: 'tight',
    params: { leftMm: 0, slackMm: 30 },
  },
  {
    rule: 'lead-reaches',
    what: 'a case only assumed',
    build: run(900, 'FAR', { holder: 'guessed' }),
    wanted: 'wouldHold',
  },
  {
    rule: 'lead-reaches',
    what: 'long enough from one corner and not from another',
    build: run(810, 'FAR', { corner: 'open' }),
    wanted: 'unknown',
    params: { leads: ['F1'] },
  },
]
