import { bench, demoBuild } from '../../../tests/support/bench'
import type { Build } from '../build/schema'
import { derive } from '../operate/harness'
import { fanLayout, figureOf, makeCase, makeFan } from '../parts/make'
import type { Part } from '../parts/schema'
import { ofMachine, runAt } from './run'

const fan = (id: string, more: object = {}): Part => ({
  ...makeFan({
    id,
    name: id,
    pins: 4,
    sizeMm: 120,
    amps: 0.25,
    mostRpm: 1000,
    leastRpm: 0,
    leastDutyPercent: 0,
    startDutyPercent: 0,
    stopsAtZeroDuty: true,
    flowM3PerH: 100,
    mostPressurePa: 40,
    noiseDba: 30,
    bladeCount: 9,
    ...more,
  }),
  mechanical: { sizeMm: figureOf(120, 'label'), blades: 'standard' },
})
const housing = (openCm2: number | undefined, drop?: readonly [number, number]): Part =>
  makeCase({
    id: 'house',
    name: 'House',
    panels: [
      {
        side: 'front',
        name: 'Front',
        depthMm: 60,
        layouts: [fanLayout(120, 2)],
        ...(drop === undefined ? {} : { drop }),
      },
      { side: 'back', name: 'Rear', depthMm: 60, layouts: [fanLayout(120, 2)] },
    ],
    room: {
      depthMm: 400,
      heightMm: 400,
      widthMm: 200,
      board: [390, 390],
      holes: {},
      spots: [],
      ...(openCm2 === undefined ? {} : { openCm2 }),
    },
  })

/** A case with fans at the front and the rear, each on a header of its own. */
function build(parts: readonly Part[], ends: Readonly<Record<string, 'in' | 'out'>>): Build {
  const marks = Object.keys(ends)
  const made = bench(
    [
      'M1: board-large',
      ...marks.map((mark) => `${mark}: ${parts.length > 2 ? `fan-${mark.toLowerCase()}` : 'fan-a'}`),
      'K1: house',
    ],
    marks.map((mark, index) => `${mark}.fan > M1.SYS${index + 1}`),
    parts,
  )
  const counts = { in: 0, out: 0 }
  const places = marks.map((mark) => {
    const way = ends[mark]!
    counts[way] += 1
    return {
      itemId: mark.toLowerCase(),
      mount: {
        caseItemId: 'k1',
        panelId: way === 'in' ? 'front' : 'back',
        layoutId: 'fans-120',
        placeNumber: counts[way],
      },
      inwardFace: way === 'in' ? ('struts' as const) : ('open' as const),
    }
  })
  return { ...made, places }
}
const airAt = (made: Build, dutyByHead: Record<string, number>) => {
  const [air] = runAt(derive(made), { heat: {}, dutyByHead }).cases
  return air!
}

test('one in and a slot out, by hand: pressure, flow and leak', () => {
  // In: 40 - 0.4 q = p. Out through 100 cm2: p = 10 (q / 88.1816)2 = 0.001286014 q2.
  // 0.001286014 q2 + 0.4 q - 40 = 0: q = (-0.4 + sqrt(0.16 + 0.20576224)) / 0.002572028 = 79.6199; p = 8.1520.
  const air = airAt(build([fan('fan-a'), housing(100)], { F1: 'in' }), { 'm1.SYS1': 100 })
  expect(air.by).toBe('pressure')
  expect(air.fans[0]!.flowM3PerH!.most).toBeCloseTo(79.62, 2)
  expect(air.pressurePa!.most).toBeCloseTo(8.152, 3)
  expect(air.leakM3PerH!.most).toBeCloseTo(-79.62, 2)
})

test('half the speed of all moves half of all, at a quarter of the pressure (fan laws)', () => {
  const made = build([fan('fan-a'), housing(100, [6, 150])], { F1: 'in', F2: 'out' })
  const whole = airAt(made, { 'm1.SYS1': 100, 'm1.SYS2': 100 })
  const half = airAt(made, { 'm1.SYS1': 50, 'm1.SYS2': 50 })
  expect(half.inM3PerH!.most).toBeCloseTo(whole.inM3PerH!.most / 2, 7)
  expect(half.outM3PerH!.most).toBeCloseTo(whole.outM3PerH!.most / 2, 7)
  expect(half.pressurePa!.most).toBeCloseTo(whole.pressurePa!.most / 4, 7)
})

test('a panel of two places takes four times of a place: half the flow each at the same pressure', () => {
  // 6 Pa at 150 m3/h through both: 6 Pa at 75 m3/h through one, k = 6 / 75^2. So open inside that nothing else matters:
  // 40 - 0.4 q - q2 6/5625 = 0: q = (-0.4 + sqrt(0.16 + 0.170667)) / 0.00213333 = 82.05.
  const air = airAt(build([fan('fan-a'), housing(10_000, [6, 150])], { F1: 'in' }), { 'm1.SYS1': 100 })
  expect(air.fans[0]!.flowM3PerH!.most).toBeCloseTo(82.05, 1)
})

test('what leaks is unknown where nobody has measured the slots: between sealed and wide open', () => {
  const air = airAt(build([fan('fan-a'), housing(undefined)], { F1: 'in' }), { 'm1.SYS1': 100 })
  // Wide open it moves its free flow; sealed it moves nothing, against its most pressure.
  expect(air.fans[0]!.flowM3PerH).toEqual({ least: expect.closeTo(0, 6), most: expect.closeTo(100, 6) })
  expect(air.pressurePa).toEqual({ least: 0, most: expect.closeTo(40, 6) })
})

test('a pressure that nobody states leaves an indication from free flow, and says so', () => {
  const { mostPressurePa: _, ...motor } = fan('fan-a').inside[0] as unknown as Record<string, unknown>
  const mute = { ...fan('fan-a'), inside: [motor] } as unknown as Part
  const air = airAt(build([mute, housing(100)], { F1: 'in', F2: 'out' }), { 'm1.SYS1': 100, 'm1.SYS2': 50 })
  expect([air.by, air.inM3PerH, air.outM3PerH, air.pressurePa]).toEqual([
    'freeFlow',
    { least: 100, most: 100 },
    { least: 50, most: 50 },
    undefined,
  ])
})

test.each([0])('a pressure or a speed of %d is told from no line, and nothing breaks', (value) => {
  const mute = fan('fan-a', { mostPressurePa: value })
  expect(airAt(build([mute, housing(100)], { F1: 'in' }), { 'm1.SYS1': 100 }).by).toBe('freeFlow')
  const still = fan('fan-a', { mostRpm: value })
  const air = airAt(build([still, housing(100)], { F1: 'in' }), { 'm1.SYS1': 100 })
  expect(air.fans[0]!.flowM3PerH).toEqual({ least: 0, most: 0 })
})

test('bounds of speeds give bounds of flows that hold every speed between', () => {
  const {
    startDutyPercent: _s,
    leastDutyPercent: _l,
    ...motor
  } = fan('fan-a', { leastRpm: 300 }).inside[0] as unknown as Record<string, unknown>
  const open = { ...fan('fan-a'), inside: [motor] } as unknown as Part
  const made = build([open, housing(60, [6, 150])], { F1: 'in', F2: 'out', F3: 'in' })
  const duties = { 'm1.SYS1': 50, 'm1.SYS2': 60, 'm1.SYS3': 40 }
  const wide = airAt(made, duties)
  expect(wide.fans.every(({ run }) => run.rpm!.least < run.rpm!.most)).toBe(true)
  // The same fans with a line that is known, at all eight corners of their speeds.
  for (const corner of [0, 1, 2, 3, 4, 5, 6, 7]) {
    const exact = build([fan('fan-a'), housing(60, [6, 150])], { F1: 'in', F2: 'out', F3: 'in' })
    const told = Object.fromEntries(
      wide.fans.map(({ run }, index) => [
        `m1.SYS${index + 1}`,
        (corner >> index) % 2 === 0 ? run.share!.least * 100 : run.share!.most * 100,
      ]),
    )
    const air = airAt(exact, told)
    for (const [index, { flowM3PerH }] of air.fans.entries()) {
      expect(flowM3PerH!.most).toBeGreaterThanOrEqual(wide.fans[index]!.flowM3PerH!.least - 1e-6)
      expect(flowM3PerH!.most).toBeLessThanOrEqual(wide.fans[index]!.flowM3PerH!.most + 1e-6)
    }
  }
})

describe('a case of several chambers', () => {
  /** The case with its front in a chamber of its own, and these slots. */
  const withSlots = (openings: NonNullable<NonNullable<Part['space']>['openings']>): Build => {
    const house = housing(undefined)
    const panels = house.panels!.map((panel) => (panel.id === 'front' ? { ...panel, chamber: 'low' } : panel))
    return build([fan('fan-a'), { ...house, panels, space: { ...house.space!, openings } }], { F1: 'in' })
  }
  const open = (openCm2: number, ways: { readonly chamber?: string; readonly to?: string }) => ({
    openCm2: figureOf(openCm2, 'measured'),
    ...ways,
  })
  const flowOf = (made: Build) => airAt(made, { 'm1.SYS1': 100 }).fans[0]!.flowM3PerH!.most

  test('a fan alone in a chamber whose slots lead outside moves what one room would', () => {
    expect(flowOf(withSlots([open(100, { chamber: 'low' })]))).toBeCloseTo(79.62, 2)
  })

  test('two holes in a row, into the next chamber and out of it, by hand: resistances add', () => {
    // Each of 100 cm2: 2 x 0.001286014 q2 + 0.4 q - 40 = 0: q = (-0.4 + sqrt(0.16 + 0.41152448)) / 0.005144056 = 69.2023.
    const made = withSlots([open(100, { to: 'low' }), open(100, {})])
    expect(flowOf(made)).toBeCloseTo(69.2, 1)
  })

  test('slots that no way joins to the outside change nothing, and a slot into itself neither', () => {
    const made = withSlots([
      open(100, { chamber: 'low' }),
      open(50, { chamber: 'far', to: 'farther' }),
      open(50, { chamber: 'low', to: 'low' }),
    ])
    expect(flowOf(made)).toBeCloseTo(79.62, 2)
  })
})

test('a panel that is said to pass nothing passes nothing', () => {
  const made = build([fan('fan-a'), housing(100)], { F1: 'in', F2: 'out' })
  const shut = {
    ...made,
    choices: { ...made.choices, air: [{ itemId: 'k1', panels: [{ panelId: 'front', passesPercent: 0 }] }] },
  }
  const air = airAt(shut, { 'm1.SYS1': 100, 'm1.SYS2': 100 })
  expect([air.inM3PerH, air.outM3PerH!.most]).toEqual([{ least: 0, most: 0 }, expect.closeTo(79.62, 2)])
})

test('what is put in warms the air by P / (rho c Q)', () => {
  const made = build([fan('fan-a'), housing(100)], { F1: 'in' })
  const warm = { ...made, choices: { ...made.choices, air: [{ itemId: 'k1', heatWatts: 300 }] } }
  // 79.6199 m3/h: 300 / (1.2 x 1005 x 79.6199 / 3600) = 11.247 K.
  expect(airAt(warm, { 'm1.SYS1': 100 }).warmingK!.most).toBeCloseTo(11.247, 2)
  expect(airAt(made, { 'm1.SYS1': 100 }).warmingK).toBeUndefined()
})

test('of several machines one has its own motors, cases and sums', () => {
  const hall = derive(demoBuild('loom-hall'))
  const whole = runAt(hall, { heat: { processor: 60 } })
  const one = ofMachine(whole, 'bench3')
  expect([whole.motors.length, one.motors.length]).toEqual([200, 20])
  // Twenty alike are 10 log10(20) = 13.01 dB louder than one, and a tenth of the power of all.
  expect(one.levelDba.most).toBeCloseTo(one.motors[0]!.levelDba!.most + 10 * Math.log10(20), 6)
  expect(one.watts.most).toBeCloseTo(whole.watts.most / 10, 9)
})

describe('sound', () => {
  const three = build([fan('fan-a'), housing(100)], { F1: 'in', F2: 'in', F3: 'out' })

  test('two alike are 3.01 dB louder than one; half the speed is 15.05 dB quieter (handbooks)', () => {
    const at = (duty: number) =>
      runAt(derive(three), { heat: {}, dutyByHead: { 'm1.SYS1': duty, 'm1.SYS2': duty, 'm1.SYS3': 0 } })
    expect(at(100).levelDba.most).toBeCloseTo(33.0103, 4)
    expect(at(50).levelDba.most).toBeCloseTo(33.0103 - 15.0515, 4)
  })

  test('pitches within 3 % beat by the difference of their blades a second; equal ones do not', () => {
    const at = (a: number, b: number) =>
      runAt(derive(three), { heat: {}, dutyByHead: { 'm1.SYS1': a, 'm1.SYS2': b, 'm1.SYS3': 10 } }).beats
    // 9 blades: 800 rpm are 120 Hz, 820 rpm 123 Hz.
    expect(at(80, 82).map(({ hertz }) => hertz)).toEqual([expect.closeTo(3, 9)])
    expect(at(80, 80)).toEqual([])
    expect(at(80, 83)).toEqual([])
  })
})
