import {
  fanLayout,
  laidOut,
  makeBoard,
  makeCable,
  makeCase,
  makeFan,
  makeFanSplitter,
  makeSupply,
} from '../../src/core/parts/make'
import type { Build } from '../../src/core/build/schema'
import type { Part } from '../../src/core/parts/schema'
import { layOutBench } from '../../tools/demo/lay-out'
import { FAN_WIRES } from '../../src/core/parts/make/kit'
import { named, type Small } from './builds'
import { chance, hubOf, type Chance } from './small-builds'

const CASE = makeCase({
  id: 'house',
  name: 'House',
  panels: [
    { side: 'front', name: 'Front', depthMm: 60, layouts: [fanLayout(120, 3)] },
    { side: 'top', name: 'Roof', depthMm: 60, layouts: [fanLayout(120, 2)] },
    { side: 'back', name: 'Rear', depthMm: 40, layouts: [fanLayout(120, 1)] },
  ],
  room: {
    depthMm: 430,
    heightMm: 450,
    widthMm: 210,
    board: [420, 438],
    holes: { front: [158, 250], roof: [300, 444], floor: [260, 122] },
    spots: [],
  },
})

const HEADER_SPOTS: Readonly<Record<string, readonly [xMm: number, yMm: number]>> = {
  CPU: [130, 299],
  A: [6, 110],
  B: [215, 150],
  C: [60, 299],
}

function boardOf({ pick, isOnceIn }: Chance): Part {
  const names = pick([
    ['CPU', 'A'],
    ['CPU', 'A', 'B'],
    ['CPU', 'B', 'C'],
  ] as const)
  const board = makeBoard({
    id: 'board',
    name: 'Measured board',
    fanHeaders: names.map((name) => ({ name, role: name === 'CPU' ? 'cpu' : 'case', mostAmps: pick([0.5, 1]) })),
    lightHeaders: [],
    usbHeaderCount: 0,
  })
  const headers = Object.fromEntries(Object.entries(HEADER_SPOTS).filter(([name]) => name === 'CPU' || !isOnceIn(8)))
  return laidOut(board, { depthMm: 244, heightMm: 305, processor: [150, 225], headers })
}

const fanOf = (id: string, { pick, isOnceIn }: Chance): Part =>
  named(
    makeFan({
      id: 'fan',
      name: `Fan ${id}`,
      pins: pick([3, 4, 4] as const),
      sizeMm: 120,
      thicknessMm: 25,
      amps: pick([0.1, 0.3]),
      ...(isOnceIn(8) ? {} : { lengthMm: pick([150, 220, 300, 400, 600]) }),
    }),
    id,
  )

const splitterOf = (id: string, { pick, isOnceIn }: Chance): Part =>
  makeFanSplitter({
    id,
    name: `Splitter ${id}`,
    outletCount: 2,
    priceCents: pick([300, 500]),
    ...(isOnceIn(6) ? {} : { lengthMm: pick([60, 150, 300]) }),
  })

const PLACES = [
  'front fans-120 1 in',
  'front fans-120 3 in',
  'top fans-120 1 out',
  'top fans-120 2 out',
  'back fans-120 1 out',
]

/** Two or three fans with short leads in places of a case, now and then in groups, and pieces of some length. */
export function housed(seed: number): Small {
  const by = chance(seed)
  const { pick, isOnceIn } = by
  const board = boardOf(by)
  const supply = makeSupply({
    id: 'supply',
    name: 'Supply',
    cables: [{ name: 'A', plugs: 'sata-power', plugCount: 1, mostAmps: 4 }],
  })
  const kinds = [fanOf('fan-a', by), fanOf('fan-b', by)]
  const marks = Array.from({ length: pick([2, 3, 3]) }, (_, index) => `F${index + 1}`)
  const things = [splitterOf('thing-a', by), isOnceIn(2) ? hubOf('thing-b', by) : splitterOf('thing-b', by)]
  const owned = isOnceIn(2) ? [`X1: ${pick(things).id}`] : []
  let free = PLACES
  const places = marks.flatMap((mark) => {
    if (isOnceIn(6)) return []
    const place = pick(free)
    free = free.filter((other) => other !== place)
    return [`${mark}: ${place}${isOnceIn(6) ? '' : ` corner ${pick([0, 1, 2, 3])}`}`]
  })
  const plain = layOutBench([CASE, board, supply, ...kinds, ...things], {
    items: ['K1: house', 'M1: board', 'S1: supply', ...marks.map((mark) => `${mark}: ${pick(kinds).id}`), ...owned],
    places,
  })
  const extension = makeCable({
    id: 'longer',
    name: 'Extension',
    from: 'fan-4pin',
    to: 'fan-4pin',
    wires: FAN_WIRES,
    lengthMm: pick([150, 300]),
    priceCents: pick([250, 450]),
  })
  const offered = isOnceIn(3) ? [] : [pick([...things, extension, extension])]
  const build: Build = {
    ...plain,
    ...(isOnceIn(2) ? { groups: [{ id: 'g1', name: 'Pair', itemIds: ['f1', 'f2'] }] } : {}),
    choices: {
      ...plain.choices,
      headroomPercent: pick([0, 20]),
      ...(isOnceIn(3) ? { schools: { manyFans: pick(['spread', 'gather'] as const) } } : {}),
    },
  }
  return { build, offers: offered.map((part) => ({ part, priceCents: part.price?.cents })) }
}
