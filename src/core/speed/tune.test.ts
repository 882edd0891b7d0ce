import fc from 'fast-check'
import { tuned, type Voice, type Wanted } from './tune'

const level = (voices: readonly Voice[], shares: readonly number[]) =>
  10 * Math.log10(voices.reduce((sum, { soundPower }, index) => sum + soundPower * shares[index]! ** 5, 0))
const flow = (voices: readonly Voice[], shares: readonly number[], way: 'inM3PerH' | 'outM3PerH') =>
  voices.reduce((sum, voice, index) => sum + voice[way] * shares[index]!, 0)

const voice = (more: Partial<Voice>): Voice => ({
  soundPower: 100,
  inM3PerH: 0,
  outM3PerH: 0,
  least: 0.2,
  most: 1,
  ...more,
})

test('two alike share the work: 120 of 200 m3/h is 60 % of each', () => {
  const two = [voice({ inM3PerH: 100 }), voice({ inM3PerH: 100 })]
  const { speedShares, isReached } = tuned(two, { inM3PerH: 120, outM3PerH: 0 })
  expect(speedShares).toEqual([expect.closeTo(0.6, 9), expect.closeTo(0.6, 9)])
  expect(isReached).toBe(true)
})

test('by hand: one sixteen times as loud runs at half the speed of the other', () => {
  // 5 W s^4 = worth for both: s ratio = 16^(1/4) = 2; 100 s + 100 s / 2 = 90: 0.6 and 0.3.
  const two = [voice({ inM3PerH: 100, soundPower: 10 }), voice({ inM3PerH: 100, soundPower: 160 })]
  expect(tuned(two, { inM3PerH: 90, outM3PerH: 0 }).speedShares).toEqual([
    expect.closeTo(0.6, 9),
    expect.closeTo(0.3, 9),
  ])
})

test('more than can be moved: all at their most, and said so', () => {
  const { speedShares, isReached } = tuned([voice({ inM3PerH: 100, most: 0.8 })], { inM3PerH: 90, outM3PerH: 0 })
  expect([speedShares, isReached]).toEqual([[0.8], false])
})

test('nothing wanted: all at their least', () => {
  expect(tuned([voice({ inM3PerH: 100 })], { inM3PerH: 0, outM3PerH: 0 })).toEqual({
    speedShares: [0.2],
    isReached: true,
  })
})

/** Every combination of speeds in steps: the quietest that moves enough; undefined where none does. */
function bySearch(voices: readonly Voice[], wanted: Wanted, steps: number): number | undefined {
  let quietest: number | undefined
  const walk = (shares: readonly number[]): void => {
    if (shares.length === voices.length) {
      const isEnough =
        flow(voices, shares, 'inM3PerH') >= wanted.inM3PerH && flow(voices, shares, 'outM3PerH') >= wanted.outM3PerH
      if (isEnough) quietest = Math.min(quietest ?? Infinity, level(voices, shares))
      return
    }
    const { least, most } = voices[shares.length]!
    for (let step = 0; step <= steps; step += 1) walk([...shares, least + ((most - least) * step) / steps])
  }
  walk([])
  return quietest
}

test('never louder than the quietest of a grid of speeds by 0.01 dB, and never less air', () => {
  const some = fc.record({
    soundPower: fc.double({ min: 1, max: 1000, noNaN: true }),
    inM3PerH: fc.constantFrom(0, 60, 100, 180),
    outM3PerH: fc.constantFrom(0, 50, 120),
    least: fc.constantFrom(0.1, 0.25, 0.4),
    most: fc.constantFrom(0.7, 1),
  })
  const wanted = fc.record({ inM3PerH: fc.integer({ min: 0, max: 300 }), outM3PerH: fc.integer({ min: 0, max: 200 }) })
  fc.assert(
    fc.property(fc.array(some, { minLength: 1, maxLength: 3 }), wanted, (voices, want) => {
      const { speedShares, isReached } = tuned(voices, want)
      const quietest = bySearch(voices, want, 40)
      if (quietest === undefined) return
      expect(isReached).toBe(true)
      expect(level(voices, speedShares)).toBeLessThanOrEqual(quietest + 0.01)
      expect(flow(voices, speedShares, 'inM3PerH')).toBeGreaterThanOrEqual(want.inM3PerH - 1e-6)
      expect(flow(voices, speedShares, 'outM3PerH')).toBeGreaterThanOrEqual(want.outM3PerH - 1e-6)
    }),
    { numRuns: 120 },
  )
})
