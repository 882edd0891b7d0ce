import { bench } from '../../../../tests/support/bench'
import type { Place } from '../../build/facet-schemas'
import type { Build } from '../../build/schema'
import { figureOf, laidOut, makeBoard, makeFan } from '../../parts/make'
import type { Part } from '../../parts/schema'
import { bestCorner } from './corners'
import { candidatesFor } from '../../ask/candidates'
import { derive } from '../../operate/harness'

/**
 * A case of right angles, so that every length is added up by hand. Inside 400 deep, 420 high, 200 wide; the board of
 * 240 by 300 hangs with its rear upper corner at 390, 410, so its front lower one is at 150, 110.
 */
const mm = (value: number) => figureOf(value, 'measured')
const at = (xMm: number, yMm: number) => ({ xMm: mm(xMm), yMm: mm(yMm) })
const chamber: Part = {
  id: 'chamber',
  name: 'Chamber',
  kind: 'case',
  markPrefix: 'K',
  ports: [],
  inside: [],
  panels: [
    {
      id: 'front',
      name: 'Front',
      side: 'front',
      depthMm: mm(60),
      layouts: [{ id: 'three', holds: 'fans', sizeMm: mm(120), placeCount: 3 }],
    },
    {
      id: 'back',
      name: 'Rear',
      side: 'back',
      depthMm: mm(40),
      layouts: [{ id: 'one', holds: 'fans', sizeMm: mm(120), placeCount: 1 }],
    },
  ],
  space: {
    depthMm: mm(400),
    heightMm: mm(420),
    widthMm: mm(200),
    board: at(390, 410),
    holes: [
      { id: 'low', ...at(140, 100) },
      { id: 'high', ...at(140, 350) },
    ],
    spots: [{ id: 'shelf', name: 'Shelf', ...at(60, 300), isBehind: true }],
  },
}
const board = laidOut(
  makeBoard({
    id: 'plate',
    name: 'Plate',
    usbHeaderCount: 0,
    lightHeaders: [],
    fanHeaders: [
      { name: 'CPU', role: 'cpu', mostAmps: 2 },
      { name: 'NEAR', role: 'case', mostAmps: 2 },
      { name: 'FAR', role: 'case', mostAmps: 2 },
    ],
  }),
  { depthMm: 240, heightMm: 300, processor: [150, 200], headers: { CPU: [130, 290], NEAR: [5, 230], FAR: [235, 20] } },
)
const fan = (lengthMm: number): Part =>
  makeFan({ id: 'blower', name: 'Blower', pins: 4, sizeMm: 120, thicknessMm: 25, amps: 0.2, lengthMm })

const lowest: Place = {
  itemId: 'f1',
  mount: { caseItemId: 'k1', panelId: 'front', layoutId: 'three', placeNumber: 1 },
  leadCorner: 1,
}

function built(lengthMm: number, threads: readonly string[], places: readonly Place[] = [lowest]): Build {
  const items = ['K1: chamber', 'M1: plate', 'F1: blower', 'Y1: splitter-3', 'X1: fan-extension', 'H1: hub-powered-5']
  return { ...bench(items, threads, [chamber, board, fan(lengthMm)]), places }
}
const runOf = (build: Build) => derive(build).runs()[0]

describe('ways added up by hand', () => {
  // Front place 1, upper inner corner: floor gap 30, so at y = 150, and z = 40. NEAR is at 155, 340.
  // In by the high hole: 140 + 200 + 40 = 380; behind to the low one 250 and back up to NEAR 15 + 240: 885.
  // In by the low hole: 140 + 50 + 40 = 230; behind to the high one 250; to NEAR 15 + 10: 505.
  test('to a header, by the better hole', () => {
    expect(runOf(built(600, ['F1.fan > M1.NEAR']))).toMatchObject({
      reach: 'yes',
      leadMm: 600,
      leastMm: 505,
      ways: [{ way: { holeIds: ['low', 'high'] }, sightMm: 155 + 190 + 40 }],
    })
  })

  test.each([
    [535, 'yes'],
    [534, 'tight'],
    [505, 'tight'],
    [504, 'inSight'],
    [385, 'inSight'],
    [384, 'no'],
  ] as const)('a lead of %i mm: %s', (lengthMm, reach) => {
    expect(runOf(built(lengthMm, ['F1.fan > M1.NEAR']))?.reach).toBe(reach)
  })

  test('a splitter and an extension add their leads: 100, 300 and 200 mm', () => {
    const run = runOf(built(100, ['F1.fan > X1.out', 'X1.in > Y1.out1', 'Y1.in > M1.NEAR']))
    expect(run).toMatchObject({ leadMm: 600, reach: 'yes' })
    expect(run?.via.map(({ mark }) => mark)).toEqual(['X1', 'Y1'])
    expect(run?.goal.port.name).toBe('NEAR')
  })

  test('to a box behind the tray: in by a hole and no further', () => {
    // 230 to the low hole, 80 + 200 behind; or 380 to the high one, 80 + 50 behind.
    const places: readonly Place[] = [lowest, { itemId: 'h1', spot: { caseItemId: 'k1', spotId: 'shelf' } }]
    expect(runOf(built(600, ['F1.fan > H1.out1'], places))).toMatchObject({ leastMm: 510, reach: 'yes' })
  })

  test('a box that is nowhere yet leaves the reach open', () => {
    expect(runOf(built(600, ['F1.fan > H1.out1']))).toMatchObject({ reach: 'open', ways: [] })
  })

  test('two corners that disagree leave it open until one is said', () => {
    const { leadCorner: _corner, ...open } = lowest
    const build = built(530, ['F1.fan > M1.NEAR'], [open])
    expect(runOf(build)).toMatchObject({ reach: 'open' })
    expect(runOf(build)?.ways).toHaveLength(4)
  })
})

test('the best corner is the one with the shortest way, and towards the nearest hole while nothing is plugged', () => {
  const plugged = derive(built(600, ['F1.fan > M1.NEAR']))
  expect(bestCorner(plugged, plugged.placeOf('f1')!)).toEqual({ corner: 1, lengthMm: 505 })
  const loose = derive(built(600, []))
  // Upper inner corner to the low hole: 140 + 50 + 40; the lower one: 140 + 70 + 40.
  expect(bestCorner(loose, loose.placeOf('f1')!)).toEqual({ corner: 1, lengthMm: 230 })
})

describe('headers ranked by reach, budget and school', () => {
  test('the one that is reached with slack comes first, the one out of reach among those that are not', () => {
    const harness = derive(built(540, []))
    const answers = candidatesFor(harness, { itemId: 'f1', portId: 'fan' })
    const of = (portId: string) => answers.find(({ to }) => to.itemId === 'm1' && to.portId === portId)
    expect(answers[0]?.to.portId).toBe('NEAR')
    expect(of('NEAR')).toMatchObject({ outlook: 'holds', run: { reach: 'yes', leastMm: 505 } })
    // FAR at 385, 130: 380 + 250 + 245 + 30 by way of both holes, 245 + 20 + 40 in sight.
    expect(of('FAR')).toMatchObject({ run: { reach: 'inSight' } })
    // CPU at 280, 400: 280 + 250 + 40 are 570 even in sight.
    expect(of('CPU')).toMatchObject({ outlook: 'short', run: { reach: 'no' } })
  })

  test('too short is no candidate at all', () => {
    const harness = derive(built(200, []))
    const answers = candidatesFor(harness, { itemId: 'f1', portId: 'fan' })
    expect(answers.filter(({ to }) => to.itemId === 'm1').map(({ outlook }) => outlook)).toEqual([
      'short',
      'short',
      'short',
    ])
  })

  test('a splitter with a fan on it asks for the hardest of its ways', () => {
    const harness = derive(built(200, ['F1.fan > Y1.out1']))
    const near = candidatesFor(harness, { itemId: 'y1', portId: 'in' }).find(({ to }) => to.portId === 'NEAR')
    expect(near?.run).toMatchObject({ leadMm: 400, reach: 'inSight' })
  })
})
