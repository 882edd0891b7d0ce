import fc from 'fast-check'
import { ngspice } from '../../../tests/support/ngspice'
import { airBalanceOf, fanLineAt, openingResistance, resistanceOf, warmingKelvin, type AirPath } from './air'
import { dutyOfCurve } from './curve'

const fan = (mostPressurePa: number, freeFlowM3PerH: number) => ({ mostPressurePa, freeFlowM3PerH })
const way = (
  from: number | undefined,
  to: number | undefined,
  resistance: number,
  ...fans: AirPath['fans']
): AirPath => ({
  from,
  to,
  fans,
  resistance,
})

test('air warms by P / (rho c Q): 400 W in 150 m3/h, by hand from the units', () => {
  // 150 m3/h is 0.041667 m3/s, 0.05 kg/s; 400 W / (0.05 kg/s x 1005 J/(kg K)) = 7.9602 K.
  expect(warmingKelvin(400, 150)).toBeCloseTo(7.9602, 4)
  expect(warmingKelvin(0, 0)).toBe(0)
  expect(warmingKelvin(10, 0)).toBe(Infinity)
})

test('fan laws: half the speed has half the flow and a quarter of the pressure (handbooks)', () => {
  expect(fanLineAt(fan(40, 120), 0.5)).toEqual(fan(10, 60))
})

test('an opening of 100 cm2 lets 88.2 m3/h through at 10 Pa (orifice equation, Cd 0.6, by hand)', () => {
  // v = sqrt(2 x 10 / 1.2) = 4.0825 m/s; 0.6 x 0.01 m2 x 4.0825 m/s = 0.024495 m3/s = 88.182 m3/h.
  expect(Math.sqrt(10 / openingResistance(100))).toBeCloseTo(88.18, 2)
})

describe('where a fan and what it blows through meet', () => {
  test('by hand: 50 Pa and 100 m3/h against 0.005 Pa/(m3/h)2', () => {
    // 0.005 q2 + 0.5 q - 50 = 0: q = (-0.5 + sqrt(0.25 + 1)) / 0.01 = 61.8034 (the system curve of the handbooks, k Q2).
    const { flowsM3PerH, pressuresPa } = airBalanceOf([way(undefined, undefined, 0.005, fan(50, 100))], 0)
    expect(flowsM3PerH[0]).toBeCloseTo(61.803398875, 8)
    expect(pressuresPa).toEqual([])
  })

  test('push and pull: two alike in a row add their pressures at the same flow', () => {
    // 0.02 q2 + 1 q - 100 = 0: q = (-1 + sqrt(1 + 8)) / 0.04 = 50.
    const { flowsM3PerH } = airBalanceOf([way(undefined, undefined, 0.02, fan(50, 100), fan(50, 100))], 0)
    expect(flowsM3PerH[0]).toBeCloseTo(50, 9)
  })

  test('one in, a hole out: a case under pressure', () => {
    // In: 40 - 0.4 q = p; out: p = 0.01 q2. 0.01 q2 + 0.4 q - 40 = 0: q = (-0.4 + sqrt(0.16 + 1.6)) / 0.02 = 46.3325, p = 21.467.
    const { flowsM3PerH, pressuresPa } = airBalanceOf([way(undefined, 0, 0, fan(40, 100)), way(0, undefined, 0.01)], 1)
    expect(flowsM3PerH).toEqual([expect.closeTo(46.332496, 6), expect.closeTo(46.332496, 6)])
    expect(pressuresPa[0]).toBeCloseTo(21.467, 3)
  })

  test('a case without any opening: one fan pushes against its most pressure, and nothing moves', () => {
    const { flowsM3PerH, pressuresPa } = airBalanceOf([way(undefined, 0, 0.01, fan(40, 100))], 1)
    expect(flowsM3PerH[0]).toBeCloseTo(0, 6)
    expect(pressuresPa[0]).toBeCloseTo(40, 6)
  })

  test('a fan past its free flow helps no more and holds back, since the other pushes through it', () => {
    const { flowsM3PerH } = airBalanceOf([way(undefined, 0, 0, fan(60, 200)), way(0, undefined, 0, fan(5, 20))], 1)
    // 60 - 0.3 q = p and q = (5 + p) / 0.25: p = 60 - 0.3 (5 + p) / 0.25, p (1 + 1.2) = 54, p = 24.5454.
    expect(flowsM3PerH[1]).toBeCloseTo((5 + 54 / 2.2) / 0.25, 6)
    expect(flowsM3PerH[1]).toBeGreaterThan(20)
  })

  test('neither a fan nor a resistance is refused', () => {
    expect(() => airBalanceOf([way(undefined, 0, 0)], 1)).toThrow(RangeError)
  })
})

/** The network as a circuit: pressure as volts, flow as amps, each fan a source with a resistor, k Q|Q| a behavioural source. */
function asCircuit(paths: readonly AirPath[]): string {
  const node = (room: number | undefined) => (room === undefined ? '0' : `r${room}`)
  const lines = paths.flatMap(({ from, to, fans, resistance }, path) => [
    ...fans.flatMap((one, index) => {
      const [a, b, c] = [index === 0 ? node(from) : `w${path}_${index}`, `s${path}_${index}`, `w${path}_${index + 1}`]
      return [
        `V${path}_${index} ${b} ${a} ${one.mostPressurePa}`,
        `R${path}_${index} ${b} ${c} ${one.mostPressurePa / one.freeFlowM3PerH}`,
      ]
    }),
    `Vflow${path} ${fans.length === 0 ? node(from) : `w${path}_${fans.length}`} e${path} 0`,
    `Bk${path} e${path} ${node(to)} V = ${resistance} * i(Vflow${path}) * abs(i(Vflow${path}))`,
  ])
  const options = '.options reltol=1e-9 vntol=1e-9 abstol=1e-9 itl1=1000'
  const control = ['.control', 'set numdgt=12', 'op', 'print all', '.endc', '.end']
  return ['* air', options, ...lines, ...control, ''].join('\n')
}

const CASES: readonly (readonly [name: string, paths: readonly AirPath[], roomCount: number])[] = [
  [
    'three in through a filter, one out, slots',
    [
      way(undefined, 0, 0.002, fan(30, 95)),
      way(undefined, 0, 0.002, fan(30, 95)),
      way(undefined, 0, 0.002, fan(22, 80)),
      way(0, undefined, 0.0005, fan(28, 90)),
      way(0, undefined, 0.004),
    ],
    1,
  ],
  [
    'push and pull on a radiator, one fan far weaker',
    [way(undefined, 0, 0.006, fan(30, 95), fan(9, 40)), way(0, undefined, 0.01), way(0, undefined, 0.001, fan(30, 95))],
    1,
  ],
  [
    'two chambers with a hole between',
    [
      way(undefined, 0, 0.003, fan(35, 110)),
      way(0, 1, 0.02),
      way(1, undefined, 0.001, fan(25, 60)),
      way(0, undefined, 0.05),
      way(1, undefined, 0.08),
    ],
    2,
  ],
  [
    'three chambers in a ring',
    [
      way(undefined, 0, 0.003, fan(35, 110)),
      way(0, 1, 0.02),
      way(1, 2, 0.01, fan(12, 50)),
      way(2, 0, 0.03),
      way(1, undefined, 0.08),
      way(2, undefined, 0.004, fan(20, 70)),
    ],
    3,
  ],
]

test.each(CASES)('%s: as ngspice solves the same as a circuit', (_, paths, roomCount) => {
  const theirs = ngspice(asCircuit(paths))
  const { flowsM3PerH, pressuresPa } = airBalanceOf(paths, roomCount)
  for (const [room, pressure] of pressuresPa.entries()) {
    expect(Math.abs(pressure - theirs.get(`r${room}`)!)).toBeLessThan(1e-6)
  }
  for (const [path, flow] of flowsM3PerH.entries()) {
    // The current through the fan's own source stands beside it: what leaves its plus goes on.
    const drop =
      (theirs.get(`e${path}`) ?? NaN) - (paths[path]!.to === undefined ? 0 : theirs.get(`r${paths[path]!.to}`)!)
    expect(Math.abs(paths[path]!.resistance * flow * Math.abs(flow) - drop)).toBeLessThan(1e-6)
  }
})

test('in any network as much comes into a room as goes out, and each way obeys its line', () => {
  const positive = (max: number) => fc.double({ min: 0.001, max, noNaN: true })
  const room = fc.option(fc.nat(2), { nil: undefined })
  const path = fc.record({
    from: room,
    to: room,
    fans: fc.array(
      fc.record({ mostPressurePa: positive(80), freeFlowM3PerH: fc.double({ min: 5, max: 200, noNaN: true }) }),
      {
        maxLength: 2,
      },
    ),
    resistance: fc.double({ min: 1e-5, max: 0.1, noNaN: true }),
  })
  fc.assert(
    fc.property(fc.array(path, { maxLength: 8 }), (some) => {
      // Each room has a hole of its own, so that it has a pressure.
      const paths = [...some.filter(({ from, to }) => from !== to), ...[0, 1, 2].map((r) => way(r, undefined, 0.01))]
      const { flowsM3PerH, pressuresPa } = airBalanceOf(paths, 3)
      for (const r of [0, 1, 2]) {
        const gain = paths.reduce(
          (sum, { from, to }, i) => sum + (to === r ? flowsM3PerH[i]! : 0) - (from === r ? flowsM3PerH[i]! : 0),
          0,
        )
        expect(Math.abs(gain)).toBeLessThan(1e-7)
      }
      const at = (r: number | undefined) => (r === undefined ? 0 : pressuresPa[r]!)
      for (const [i, { from, to, fans, resistance }] of paths.entries()) {
        const q = flowsM3PerH[i]!
        const rise = fans.reduce((sum, f) => sum + f.mostPressurePa * (1 - q / f.freeFlowM3PerH), 0)
        expect(rise - resistance * q * Math.abs(q) + at(from) - at(to)).toBeCloseTo(0, 6)
      }
    }),
    { numRuns: 300 },
  )
})

test('one measured point of a resistance gives all others: four times the pressure at twice the flow', () => {
  expect(resistanceOf(10, 50) * 100 ** 2).toBeCloseTo(40, 12)
})

describe('a curve', () => {
  const points = [
    { temperatureC: 60, dutyPercent: 70 },
    { temperatureC: 40, dutyPercent: 30 },
    { temperatureC: 60, dutyPercent: 80 },
    { temperatureC: 80, dutyPercent: 100 },
  ]
  // By hand, from the convention: flat outside, straight between, the later of two points at one temperature from there on.
  test.each([
    [-20, 30],
    [40, 30],
    [50, 50],
    [59.999, 69.998],
    [60, 80],
    [70, 90],
    [80, 100],
    [120, 100],
  ])('at %d degrees asks for %d %%', (temperatureC, dutyPercent) => {
    expect(dutyOfCurve({ points }, temperatureC)).toBeCloseTo(dutyPercent, 9)
  })

  test('of one point is flat', () => {
    expect([0, 50, 100].map((at) => dutyOfCurve({ points: [{ temperatureC: 50, dutyPercent: 42 }] }, at))).toEqual([
      42, 42, 42,
    ])
  })
})
