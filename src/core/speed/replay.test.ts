import fc from 'fast-check'
import { bench } from '../../../tests/support/bench'
import type { Curve } from '../build/facet-schemas'
import { derive } from '../operate/harness'
import { widestSwing } from '../physics/curve'
import { readLog } from './log'
import { dutiesOver, replay, secondsAbove, turnsOf } from './replay'

const at = { itemId: 'm1', portId: 'SYS1' }
const points = [
  { temperatureC: 40, dutyPercent: 30 },
  { temperatureC: 60, dutyPercent: 70 },
  { temperatureC: 80, dutyPercent: 100 },
]
const over = (curve: Omit<Curve, 'at'>, samples: readonly (readonly [second: number, temperature: number])[]) => [
  ...dutiesOver(
    { at, ...curve },
    Float64Array.from(samples, ([second]) => second),
    Float64Array.from(samples, ([, temperature]) => temperature),
  ),
]

describe('one head, by hand', () => {
  test('reads with play: 50, 60, 58, 55, 54, 40 with 5 degrees read as 50, 60, 60, 60, 59, 45', () => {
    // 2 % a degree between 40 and 60.
    const samples = [50, 60, 58, 55, 54, 40].map((temperature, index) => [index, temperature] as const)
    expect(over({ points, hysteresisC: 5 }, samples)).toEqual([50, 70, 70, 70, 68, 40])
  })

  test('nears what it wants no faster than its step times, the first sample at once', () => {
    // A whole swing in 10 s up and 20 s down: 10 % and 5 % a second.
    const samples = [
      [0, 40],
      [1, 80],
      [3, 80],
      [10, 80],
      [11, 40],
      [31, 40],
    ] as const
    expect(over({ points, stepUpMs: 10_000, stepDownMs: 20_000 }, samples)).toEqual([30, 40, 60, 100, 95, 30])
  })

  test('stops below its temperature and never asks for less than its least duty above it', () => {
    const samples = [
      [0, 30],
      [1, 44.9],
      [2, 45],
      [3, 60],
    ] as const
    expect(over({ points, stopBelowC: 45, leastDutyPercent: 50 }, samples)).toEqual([0, 0, 50, 70])
  })
})

/** The same written apart, slowly: every sample by the sentences of the convention. */
function slowly(curve: Omit<Curve, 'at'>, samples: readonly (readonly [number, number])[]): number[] {
  const told: number[] = []
  let held = samples[0]![1]
  for (let i = 0; i < samples.length; i += 1) {
    const [second, temperature] = samples[i]!
    const play = curve.hysteresisC ?? 0
    if (temperature > held) held = temperature
    else if (held - temperature > play) held = temperature + play
    const sorted = [...curve.points].sort((a, b) => a.temperatureC - b.temperatureC)
    let wanted = sorted[0]!.dutyPercent
    for (let k = 0; k < sorted.length; k += 1) {
      if (sorted[k]!.temperatureC > held) break
      wanted = sorted[k]!.dutyPercent
      const next = sorted[k + 1]
      if (next !== undefined && next.temperatureC > held) {
        const share = (held - sorted[k]!.temperatureC) / (next.temperatureC - sorted[k]!.temperatureC)
        wanted = sorted[k]!.dutyPercent + (next.dutyPercent - sorted[k]!.dutyPercent) * share
      }
    }
    if (wanted < (curve.leastDutyPercent ?? 0)) wanted = curve.leastDutyPercent!
    if (curve.stopBelowC !== undefined && held < curve.stopBelowC) wanted = 0
    if (i === 0) {
      told.push(wanted)
      continue
    }
    const before = told[i - 1]!
    const passedMs = (second - samples[i - 1]![0]) * 1000
    const stepMs = (wanted > before ? curve.stepUpMs : curve.stepDownMs) ?? 0
    const allowed = stepMs === 0 ? 100 : (100 * passedMs) / stepMs
    if (Math.abs(wanted - before) <= allowed) told.push(wanted)
    else told.push(wanted > before ? before + allowed : before - allowed)
  }
  return told
}

test('any curve over any log: as the slow reference, sample for sample', () => {
  const degrees = fc.integer({ min: -10, max: 110 })
  const curve = fc.record(
    {
      points: fc.array(fc.record({ temperatureC: degrees, dutyPercent: fc.integer({ min: 0, max: 100 }) }), {
        minLength: 1,
        maxLength: 8,
      }),
      hysteresisC: fc.integer({ min: 0, max: 12 }),
      stepUpMs: fc.constantFrom(0, 500, 2000, 60_000),
      stepDownMs: fc.constantFrom(0, 1000, 30_000),
      leastDutyPercent: fc.integer({ min: 0, max: 60 }),
      stopBelowC: degrees,
    },
    { requiredKeys: ['points'] },
  )
  const log = fc.array(fc.tuple(fc.integer({ min: 1, max: 30 }), fc.double({ min: -20, max: 120, noNaN: true })), {
    minLength: 1,
    maxLength: 60,
  })
  fc.assert(
    fc.property(curve, log, (some, steps) => {
      let second = 0
      const samples = steps.map(([wait, temperature]) => [(second += wait), temperature] as const)
      const [fast, slow] = [over(some, samples), slowly(some, samples)]
      for (const [index, duty] of fast.entries()) expect(duty).toBeCloseTo(slow[index]!, 9)
    }),
    { numRuns: 500 },
  )
})

test('a turn is counted when a duty has gone back by 2 %', () => {
  expect(turnsOf(Float64Array.of(30, 50, 49, 50, 60, 58, 57, 70))).toEqual([5, 7])
  expect(turnsOf(Float64Array.of(50, 40, 30))).toEqual([])
  expect(turnsOf(Float64Array.of(50))).toEqual([])
})

describe('a machine over a log', () => {
  const build = bench(
    ['M1: board-middle', 'F1 F2: fan-120', 'F3: fan-120-mirror'],
    ['F1.fan > M1.SYS1', 'F2.fan > M1.SYS2', 'F3.fan > M1.CPU'],
  )
  const curves = [{ at, heatSource: 'processor' as const, points }]
  const harness = derive({
    ...build,
    choices: { ...build.choices, curves, stockCurves: [{ ...curves[0]!, points: [points[2]!] }] },
  })
  const log = readLog('seconds,processor\n0,40\n60,60\n120,80\n180,40\n240,60\n')

  test('its duties, turns, jumps and sound, by the set that is asked for', () => {
    const { heads, left, turnCount, huntCount, largestJumpPercent, levelsDba, muteCount } = replay(harness, log)
    expect([...heads[0]!.dutiesPercent]).toEqual([30, 70, 100, 30, 70])
    expect(left.map(({ at: head }) => head.portId).toSorted()).toEqual(['CPU', 'SYS2'])
    expect([turnCount, largestJumpPercent, muteCount]).toEqual([2, 70, 2])
    // It turns at 180 and at 240 s: the second within a minute of the first.
    expect(huntCount).toBe(1)
    // By hand: 1500 rpm and 25 dB(A) at 100 %; 450 at 20 %, so 581.25 at 30 %: 25 + 50 log10(0.3875) = 4.4136.
    expect(levelsDba[2]).toBeCloseTo(25, 6)
    expect(levelsDba[0]).toBeCloseTo(4.4136, 4)
    expect([...replay(harness, log, 'stock').heads[0]!.dutiesPercent]).toEqual([100, 100, 100, 100, 100])
  })

  test('seconds above a level: each sample holds until the next', () => {
    expect(secondsAbove(replay(harness, log), log, 20)).toBe(60)
    expect(secondsAbove(replay(harness, log), log, 0)).toBe(240)
  })
})

describe('a log', () => {
  test('with commas, semicolons or tabs, blank lines and a mark at its front', () => {
    for (const text of [
      'seconds,processor\n0,40.5\n\n1,41\n',
      '\uFEFFSeconds;Processor\n0;40,5\n1;41\n',
      'seconds\tprocessor\n0\t40,5\n1\t41',
    ]) {
      const { seconds, columns } = readLog(text)
      expect([[...seconds], [...columns.processor!]]).toEqual([
        [0, 1],
        [40.5, 41],
      ])
    }
  })

  test.each([
    ['nothing', '', 'line 1', /nothing in it/],
    ['no names', '0,40\n1,41\n', 'line 1', /name its columns: seconds/],
    ['no time', 'processor\n40\n', 'line 1', /No column is named seconds/],
    ['no temperatures', 'seconds\n1\n', 'line 1', /No column holds temperatures/],
    ['a strange column', 'seconds,nose\n0,40\n', 'line 1', /no column “nose”/],
    ['a column twice', 'seconds,board,board\n0,4,4\n', 'line 1', /“board” stands twice/],
    ['names alone', 'seconds,board\n', 'line 2', /no sample/],
    ['NaN', 'seconds,board\n0,40\n1,NaN\n', 'line 3, board', /“NaN” is no temperature from -50 to 150/],
    ['a fever', 'seconds,board\n0,400\n', 'line 2, board', /“400” is no temperature/],
    ['a decimal comma between commas', 'seconds,board\n0,40,5\n', 'line 2', /decimal comma is one too many/],
    ['time that stands', 'seconds,board\n\n0,40\n0,41\n', 'line 4, seconds', /0 s comes after 0 s/],
    ['no number of seconds', 'seconds,board\nnow,40\n', 'line 2, seconds', /“now” is no time/],
  ])('%s: a sentence at the place', (_, text, place, message) => {
    expect(() => readLog(text)).toThrow(
      expect.objectContaining({ code: 'FORMAT_WRONG', place, message: expect.stringMatching(message) }),
    )
  })

  test('too many samples are refused with the count', () => {
    const text = `seconds,board\n${Array.from({ length: 500_001 }, (_, index) => `${index},40`).join('\n')}`
    expect(() => readLog(text)).toThrow(/500001 samples are too many: 500000 at most/)
  })
})

test('the widest swing of a curve: as replays of a reading that goes up and down, from every half degree', () => {
  const degrees = fc.integer({ min: 20, max: 90 })
  const curve = fc.record(
    {
      points: fc.array(fc.record({ temperatureC: degrees, dutyPercent: fc.integer({ min: 0, max: 100 }) }), {
        minLength: 1,
        maxLength: 6,
      }),
      hysteresisC: fc.constantFrom(0, 1, 2.5, 5, 8),
      stepUpMs: fc.constantFrom(0, 2000, 100_000),
      stepDownMs: fc.constantFrom(0, 60_000),
      leastDutyPercent: fc.integer({ min: 0, max: 60 }),
      stopBelowC: degrees,
    },
    { requiredKeys: ['points'] },
  )
  const seconds = Float64Array.from({ length: 1001 }, (_, index) => index)
  const swingFrom = (some: Omit<Curve, 'at'>, fromC: number) => {
    const reading = seconds.map((second) => fromC + (second % 20 < 10 ? 0 : 5))
    const settled = dutiesOver({ at, ...some }, seconds, reading).slice(-40)
    return Math.max(...settled) - Math.min(...settled)
  }
  fc.assert(
    fc.property(curve, (some) => {
      const tried = Array.from({ length: 181 }, (_, index) => swingFrom(some, 10 + index / 2))
      const { swingPercent, fromC } = widestSwing(some, { riseC: 5, eachMs: 10_000 })
      expect(swingPercent).toBeGreaterThanOrEqual(Math.max(...tried) - 1e-6)
      expect(swingFrom(some, fromC)).toBeCloseTo(swingPercent, 4)
    }),
    { numRuns: 15 * Number(process.env.LOOM_TIMES ?? 1) },
  )
})
