import { bench, partNamed } from '../../../tests/support/bench'
import { as, changed, withChoices } from '../../../tests/rules/case'
import { asBuild } from '../formats/validate'
import { makeController, makeStrip } from '../parts/make'
import type { Build } from '../build/schema'
import { derive } from '../operate/harness'
import { FULL_WHITE } from '../physics/led'
import { lightReportOf } from './report'
import { seatsOf } from './seats'

const strip = (id: string, count: number | undefined) =>
  makeStrip({ id, name: id, leds: { ...(count === undefined ? {} : { count }), whiteMilliamps: 50 }, lengthMm: 300 })
const none = changed(strip('none', 1), 'light', () => ({
  addressedLedCount: { value: 0, origin: 'label' },
  litLedCount: { value: 0, origin: 'label' },
}))
const box = makeController({ id: 'box', name: 'Box', lightOutletCount: 2, needsProgram: true })
const own = [none, strip('ten', 10), strip('huge', 10_000), strip('uncounted', undefined), box]
const chain = (...models: readonly string[]) =>
  bench(
    ['M1: board-middle', ...models.map((model, index) => `L${index + 1}: ${model}`)],
    models.map((_, index) => (index === 0 ? 'L1.light > M1.LED5V' : `L${index + 1}.light > L${index}.lightOut`)),
    own,
  )
const lineOf = (build: Build) => lightReportOf(derive(build), FULL_WHITE).lines[0]!
const rangesOf = (build: Build) => lineOf(build).lights.map(({ mark, fromLed, toLed }) => [mark, fromLed, toLed])

describe('lights that are none, too many or uncounted', () => {
  test('no LED at all: it has no number, and what follows goes on', () => {
    const build = chain('none', 'ten')
    expect(lineOf(build)).toMatchObject({ ledCount: 10, unknownCount: 0 })
    expect(rangesOf(build)[1]).toEqual(['L2', 1, 10])
    expect(seatsOf(derive({ ...build, places: [] }), derive(build).lights().lines[0]!.segments[0]!)).toBeUndefined()
  })

  test('ten thousand LEDs: 300 ms and a reset a picture, three pictures a second', () => {
    const { ledCount, framesPerSecond } = lineOf(chain('huge'))
    expect(ledCount).toBe(10_000)
    // 10,000 × 24 bits × 1.25 µs = 300 ms, and 280 µs of reset.
    expect(framesPerSecond).toBeCloseTo(1000 / 300.28, 2)
  })

  test('an unknown count in the middle: the numbers before it are known, those behind it are not', () => {
    const build = chain('ten', 'uncounted', 'ten')
    expect(rangesOf(build)).toEqual([
      ['L1', 1, 10],
      ['L2', 11, null],
      ['L3', null, null],
    ])
    expect(lineOf(build)).toMatchObject({ ledCount: 20, unknownCount: 1 })
  })

  test('legs of different length: the longest counts, and the short one shows its beginning', () => {
    const build = bench(
      ['M1: board-middle', 'Y1: light-splitter-3', 'L1 L2: ten', 'L3: ten'],
      ['Y1.in > M1.LED5V', 'L1.light > Y1.out1', 'L2.light > L1.lightOut', 'L3.light > Y1.out2'],
      own,
    )
    expect(lineOf(build).ledCount).toBe(20)
    expect(lineOf(build).lights.map(({ mark, fromLed, leg }) => [mark, fromLed, leg])).toEqual([
      ['L1', 1, 1],
      ['L2', 11, 1],
      ['L3', 1, 2],
    ])
  })

  test('a ring of threads is no line, and nothing hangs', () => {
    const build = bench(['M1: board-middle', 'L1 L2: ten'], ['L1.light > L2.lightOut', 'L2.light > L1.lightOut'], own)
    expect(lightReportOf(derive(build), FULL_WHITE).lines).toEqual([])
  })

  test('a box that knows no model offers none; a model of no LEDs covers nothing, and is never offered', () => {
    const build = bench(['S1: supply-550', 'B1: box', 'L1: ten'], ['B1.supply1 > S1.A_1', 'L1.light > B1.light1'], own)
    expect(lineOf(build).standIns).toEqual([])
    const told = withChoices(build, {
      declaredModels: [{ at: { itemId: 'b1', portId: 'light1' }, model: 'none', ledCount: 0, unitCount: 4 }],
    })
    expect(lineOf(told)).toMatchObject({ declaredCount: 0, darkCount: 10, spillCount: 0 })
    const models = [
      { name: 'none', ledCount: 0 },
      { name: 'five', ledCount: 5 },
    ]
    const knows = changed(box, 'drives', () => ({ models, mixesModels: true }))
    const known = { ...build, parts: build.parts.map((part) => (part.id === 'box' ? knows : part)) }
    expect(lineOf(known).standIns.map((row) => row.models)).toEqual([[{ model: 'five', ledCount: 5, unitCount: 2 }]])
  })

  test('points outside the frame are refused at their place; a light without a place has no seats', () => {
    const far = changed(as(partNamed('strip-5v-30'), 'far'), 'light', () => ({
      shape: 'points',
      points: [{ rightShare: 1.2, upShare: 0.5 }],
    }))
    const build = bench(['M1: board-middle', 'L1: far'], ['L1.light > M1.LED5V'], [far])
    expect(() => asBuild(build)).toThrow(/points\/0\/rightShare/)
    const harness = derive(build)
    expect(seatsOf(harness, harness.lights().lights[0]!)).toBeUndefined()
  })
})
