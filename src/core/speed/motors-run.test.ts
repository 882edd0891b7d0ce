import { bench } from '../../../tests/support/bench'
import { as, changed } from '../../../tests/rules/case'
import type { Build } from '../build/schema'
import { derive } from '../operate/harness'
import { figureOf, makeController, makeFan } from '../parts/make'
import { motorsRun } from './motors-run'

const known = { leastRpm: 500, leastDutyPercent: 20, startDutyPercent: 25, stopsAtZeroDuty: true, noiseDba: 25 }
const fast = makeFan({ id: 'fast', name: 'Fast', pins: 4, sizeMm: 120, amps: 0.2, mostRpm: 2000, ...known })
const box = makeController({ id: 'box', name: 'Box', fanOutletCount: 2, mostAmps: 4 })
/** A box whose own preset lets its fans have 1200 rpm at most. */
const held = changed(as(box, 'held'), 'drives', () => ({ presetMostRpm: figureOf(1200, 'manual') }))

const build = (model: string, choices: Partial<Build['choices']> = {}, isFed = true): Build => {
  const items = ['M1: board-middle', 'S1: supply-550', `B1: ${model}`, 'F1: fast']
  const made = bench(items, isFed ? ['F1.fan > B1.fan1', 'B1.supply1 > S1.A_1'] : ['F1.fan > B1.fan1'], [
    fast,
    box,
    held,
  ])
  return { ...made, choices: { ...made.choices, ...choices } }
}
const runOf = (made: Build, heat = {}) => motorsRun(derive(made), { heat })[0]!
const curve = {
  at: { itemId: 'b1', portId: 'fan1' },
  heatSource: 'coolant' as const,
  points: [
    { temperatureC: 30, dutyPercent: 20 },
    { temperatureC: 50, dutyPercent: 100 },
  ],
}

describe('the preset of a box', () => {
  test('holds a fan under its rated speed where nobody gave it a curve, and says what holds it', () => {
    const { rpm, ratedRpm, cap } = runOf(build('held'))
    expect([rpm, ratedRpm, cap?.mostRpm]).toEqual([{ least: 0, most: 1200 }, 2000, 1200])
    expect(cap!.of.placed.item.mark).toBe('F1')
  })

  test('is gone with an own curve: by hand, 500 + 1500 x 40 / 80 at 60 %', () => {
    const { rpm, cap, dutyPercent } = runOf(build('held', { curves: [curve] }), { coolant: 40 })
    expect([dutyPercent, rpm, cap]).toEqual([60, { least: 1250, most: 1250 }, undefined])
  })

  test('a box without one leaves all speeds open', () => {
    expect(runOf(build('box')).rpm).toEqual({ least: 0, most: 2000 })
    expect(runOf(build('box')).cap).toBeUndefined()
  })
})

test('a curve without its temperature leaves the speed open; a flat one needs none', () => {
  const open = runOf(build('box', { curves: [curve] }))
  expect([open.dutyPercent, open.rpm]).toEqual([undefined, { least: 0, most: 2000 }])
  const flat = { ...curve, points: [{ temperatureC: 20, dutyPercent: 60 }] }
  expect(runOf(build('box', { curves: [flat] })).rpm).toEqual({ least: 1250, most: 1250 })
})

test('behind a box without its supply a fan stands', () => {
  expect(runOf(build('held', {}, false)).rpm).toEqual({ least: 0, most: 0 })
})

test('the set in use decides, unless another is asked for', () => {
  const stock = { ...curve, points: [{ temperatureC: 20, dutyPercent: 100 }] }
  const both = { curves: [curve], stockCurves: [stock] }
  const at = (made: Build, set?: 'tuned' | 'stock') =>
    motorsRun(derive(made), { heat: { coolant: 30 }, set })[0]!.dutyPercent
  expect([at(build('box', both)), at(build('box', both), 'stock')]).toEqual([20, 100])
  expect(at(build('box', { ...both, schools: { curveSet: 'stock' } }))).toBe(100)
})

test('watts go with the cube of the speed, and what stands neither sounds nor draws', () => {
  const flat = (dutyPercent: number) => ({ curves: [{ ...curve, points: [{ temperatureC: 20, dutyPercent }] }] })
  // 0.2 A x 12 V = 2.4 W at 2000 rpm; 1250 rpm are 0.625 of that: 2.4 x 0.244 = 0.586 W, 25 + 50 log10(0.625) = 14.79 dB(A).
  const { watts, levelDba } = runOf(build('box', flat(60)))
  expect(watts!.most).toBeCloseTo(0.5859, 4)
  expect(levelDba!.most).toBeCloseTo(14.794, 3)
  const standing = runOf(build('box', flat(10)))
  expect([standing.rpm, standing.watts, standing.levelDba]).toEqual([
    { least: 0, most: 0 },
    { least: 0, most: 0 },
    { least: -Infinity, most: -Infinity },
  ])
})
