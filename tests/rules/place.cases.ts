import { figureOf, makeBoard, makeFan } from '../../src/core/parts/make'
import type { Place } from '../../src/core/build/facet-schemas'
import type { Build } from '../../src/core/build/schema'
import type { Part } from '../../src/core/parts/schema'
import { bench, partNamed } from '../support/bench'
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
    mechanical: {
      thicknessMm: figureOf(27, 'manual'),
      radiatorFanSizeMm: figureOf(120, 'manual'),
      radiatorFanCount: figureOf(3, 'manual'),
      hoseMm: figureOf(400, 'manual'),
    },
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
    board: { xMm: mm(350), yMm: mm(415) },
    holes: [
      { id: 'low', xMm: mm(60), yMm: mm(60) },
      { id: 'high', xMm: mm(330), yMm: mm(410) },
    ],
    spots: [
      { id: 'shelf', name: 'Shelf behind the tray', xMm: mm(200), yMm: mm(60), isBehind: true, isInReach: false },
      { id: 'slot', name: 'Rear slot', xMm: mm(390), yMm: mm(100), isBehind: false, isInReach: true },
      { id: 'ledge', name: 'Ledge', xMm: mm(30), yMm: mm(20), isBehind: false },
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
    outline: { depthMm: mm(250), heightMm: mm(315), processor: { xMm: mm(150), yMm: mm(200) } },
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
type Where = Omit<Place, 'itemId'>
const atSpot = (spotId: string, caseItemId = 'k1'): Where => ({ spot: { caseItemId, spotId } })

/** A fan in front place 1 whose lead goes to a hub behind the tray. */
function boxed(holder: string, threads: readonly string[] = ['F1.fan > H1.out1']): Build {
  const shut: Part = { ...roomy, id: 'shut', space: { ...roomy.space!, holes: [] } }
  const long = fan('long', 120, { lengthMm: 300 })
  const build = bench([`K1: ${holder}`, 'M1: surveyed', 'F1: long', 'H1: hub-powered-5'], threads, [
    long,
    roomy,
    shut,
    surveyed,
  ])
  const mount = { caseItemId: 'k1', panelId: 'front', layoutId: 'three', placeNumber: 1 }
  return {
    ...build,
    places: [
      { itemId: 'f1', mount, leadCorner: 0 },
      { itemId: 'h1', ...atSpot('shelf') },
    ],
  }
}

/** As run, with a splitter of 200 mm between fan and header. */
function split(lengthMm: number): Build {
  const long = fan('long', 120, { lengthMm })
  const items = ['K1: roomy', 'M1: surveyed', 'F1: long', 'Y1: splitter-3']
  const build = bench(items, ['F1.fan > Y1.out1', 'Y1.in > M1.FAR'], [long, roomy, surveyed])
  const mount = { caseItemId: 'k1', panelId: 'front', layoutId: 'three', placeNumber: 1 }
  return { ...build, places: [{ itemId: 'f1', mount, leadCorner: 0 }] }
}

/** A radiator of three 120s in the roof, 20 mm from the front, its processor at 250, 300. */
function cooled({
  hoseEnd,
  hoseMm = 400,
  origin = 'manual',
}: {
  readonly hoseEnd?: 'start' | 'end'
  readonly hoseMm?: number
  readonly origin?: 'manual' | 'template'
}): Build {
  const radiator = own.find(({ id }) => id === 'radiator')!
  const cooler: Part = {
    ...radiator,
    id: 'cooler',
    mechanical: { ...radiator.mechanical, hoseMm: figureOf(hoseMm, origin) },
  }
  const roof: Panel = {
    ...front,
    id: 'roof',
    name: 'Roof',
    side: 'top',
    layouts: [layout('radiator', 'radiator', 120, 3)],
  }
  const tall: Part = { ...roomy, id: 'tall', panels: [roof] }
  const build = bench(['K1: tall', 'M1: surveyed', 'F1: cooler'], [], [cooler, tall, surveyed])
  const mount = { caseItemId: 'k1', panelId: 'roof', layoutId: 'radiator', placeNumber: 1 }
  return { ...build, places: [{ itemId: 'f1', mount, ...(hoseEnd === undefined ? {} : { hoseEnd }) }] }
}

function handBox(spotId: string): Build {
  const hand = { ...partNamed('hand-box'), id: 'hand', mechanical: { isHandWorked: true } }
  const build = bench(['K1: roomy', 'B1: hand'], [], [hand, roomy])
  return { ...build, places: [{ itemId: 'b1', ...atSpot(spotId) }] }
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
    params: { thing: 'F1', sizeMm: 140, mountMm: 120, panel: 'Front' },
  },
  {
    rule: 'fan-fits',
    what: 'a thick fan before a radiator',
    build: placed(['thick', { in: ['radiator', 1], radiatorSide: 'inner' }], ['radiator', { in: ['radiator', 1] }]),
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
    params: { thing: 'F1' },
  },
  {
    rule: 'fan-fits',
    what: 'a radiator where fans alone go',
    build: placed(['radiator', { in: ['three', 1] }]),
    wanted: 'noRadiator',
    params: { thing: 'F1', panel: 'Front' },
  },
  {
    rule: 'fan-fits',
    what: 'a radiator that begins too far along',
    build: placed(['radiator', { in: ['radiator', 2] }]),
    wanted: 'tooLong',
    params: { fanCount: 3, placeCount: 2 },
  },
  {
    rule: 'fan-fits',
    what: 'a radiator over a place in use by another one',
    build: placed(['radiator', { in: ['radiator', 1] }], ['radiator', { in: ['radiator', 1] }]),
    wanted: 'taken',
    params: { things: ['F1', 'F2'] },
  },
  {
    rule: 'fan-fits',
    what: 'two fans on one side of a radiator',
    build: placed(
      ['radiator', { in: ['radiator', 1] }],
      ['usual', { in: ['radiator', 2], radiatorSide: 'inner' }],
      ['usual', { in: ['radiator', 2], radiatorSide: 'inner' }],
    ),
    wanted: 'taken',
    params: { things: ['F2', 'F3'] },
  },
  {
    rule: 'fan-fits',
    what: 'push and pull are 77 mm thick where 60 are free',
    build: placed(
      ['radiator', { in: ['radiator', 1] }],
      ['usual', { in: ['radiator', 2], radiatorSide: 'inner' }],
      ['usual', { in: ['radiator', 2], radiatorSide: 'outer' }],
    ),
    wanted: 'tooThick',
    params: { thickMm: 77, depthMm: 60 },
  },

  { rule: 'lead-reaches', what: 'with slack', build: run(810, 'FAR'), wanted: 'holds' },
  { rule: 'lead-reaches', what: 'no place said', build: { ...run(810, 'FAR'), places: [] }, wanted: 'notApplicable' },
  {
    rule: 'lead-reaches',
    what: 'too short behind the tray, and 10 mm too short across the board',
    build: run(750, 'FAR'),
    wanted: 'tooShort',
    params: { lead: 'F1', port: 'FAR', lengthMm: 750, wayMm: 780 },
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
  {
    rule: 'lead-reaches',
    what: '770 mm: too short behind the tray (780), enough across the board (760)',
    build: run(770, 'FAR'),
    wanted: 'inSight',
    params: { lead: 'F1', port: 'FAR', lengthMm: 770 },
  },
  {
    rule: 'lead-reaches',
    what: 'a box behind a tray without holes',
    build: boxed('shut'),
    wanted: 'noWay',
    params: { lead: 'F1', port: 'H1 outlet 1' },
  },
  {
    rule: 'lead-reaches',
    // 60 + 30 + 40 to the low hole, 140 behind to the spot.
    what: 'a box behind the tray, in by the low hole',
    build: boxed('roomy'),
    wanted: 'holds',
  },
  {
    rule: 'lead-reaches',
    what: 'a splitter makes the lead longer: 600 and 200 mm on 780',
    build: split(600),
    wanted: 'tight',
    params: { lead: 'F1 by way of Y1', leftMm: 20 },
  },
  {
    rule: 'lead-reaches',
    what: 'the lead of a box at a spot, by a length nobody has measured',
    build: boxed('roomy', ['H1.signal > M1.FAR']),
    wanted: 'unknown',
    params: { leads: ['H1 board lead'] },
  },

  { rule: 'hose-reaches', what: 'near enough, by the rear end', build: cooled({ hoseEnd: 'end' }), wanted: 'holds' },
  {
    rule: 'hose-reaches',
    // From (20, 420, 100) to (250, 300, 0): the root of 230, 120 and 100 squared is 278.
    what: 'too short from the front end',
    build: cooled({ hoseEnd: 'start', hoseMm: 250 }),
    wanted: 'tooShort',
    params: { thing: 'F1', hoseMm: 250, straightMm: 278, panel: 'Roof' },
  },
  {
    rule: 'hose-reaches',
    what: 'no room for the bends',
    build: cooled({ hoseEnd: 'start', hoseMm: 300 }),
    wanted: 'tight',
    params: { hoseMm: 300, straightMm: 278, bendMm: 60 },
  },
  {
    rule: 'hose-reaches',
    what: 'near enough from one end, and nobody has said which',
    build: cooled({ hoseMm: 300 }),
    wanted: 'unknown',
    params: { thing: 'F1' },
  },
  {
    rule: 'hose-reaches',
    what: 'a hose only assumed',
    build: cooled({ hoseEnd: 'end', origin: 'template' }),
    wanted: 'wouldHold',
  },

  {
    rule: 'unusual-air',
    what: 'in at the front',
    build: placed(['usual', { in: ['three', 1], inwardFace: 'struts' }]),
    wanted: 'holds',
  },
  {
    rule: 'unusual-air',
    what: 'out at the front',
    build: placed(
      ['usual', { in: ['three', 1], inwardFace: 'struts' }],
      ['usual', { in: ['three', 2], inwardFace: 'open' }],
    ),
    wanted: 'other',
    params: { panel: 'front', usual: 'in', fans: ['F2'], direction: 'out' },
  },
  {
    rule: 'unusual-air',
    what: 'nobody has said which face looks inside',
    build: placed(['usual', { in: ['three', 1] }]),
    wanted: 'notApplicable',
  },

  { rule: 'hand-reach', what: 'at the rear slot', build: handBox('slot'), wanted: 'holds' },
  {
    rule: 'hand-reach',
    what: 'behind the tray',
    build: handBox('shelf'),
    wanted: 'outOfReach',
    params: { box: 'B1', spot: 'Shelf behind the tray' },
  },
  { rule: 'hand-reach', what: 'nobody has said', build: handBox('ledge'), wanted: 'unknown' },
]
