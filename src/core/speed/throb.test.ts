import { bench } from '../../../tests/support/bench'
import { derive } from '../operate/harness'
import { makeFan } from '../parts/make'
import { throbsOverHeat } from './throb'

const measured = { leastDutyPercent: 20, startDutyPercent: 20, stopsAtZeroDuty: true } as const
const rated = (id: string, leastRpm: number, mostRpm: number, bladeCount: number) =>
  makeFan({ id, name: id, pins: 4, sizeMm: 120, amps: 0.2, leastRpm, mostRpm, bladeCount, ...measured })
const own = [rated('seven', 500, 2000, 7), rated('near', 510, 2040, 7), rated('nine', 510, 2040, 9)]

const throbs = (second: string, secondSource: 'processor' | 'graphics' = 'processor', machines = 1) => {
  const made = bench(
    ['M1 M2: board-middle', 'F1: seven', `F2: ${second}`],
    ['F1.fan > M1.SYS1', 'F2.fan > M2.SYS1'],
    own,
  )
  const curveAt = (itemId: string, heatSource: 'processor' | 'graphics') => ({
    at: { itemId, portId: 'SYS1' },
    heatSource,
    points: [
      { temperatureC: 30, dutyPercent: 20 },
      { temperatureC: 70, dutyPercent: 100 },
    ],
  })
  const choices = { ...made.choices, curves: [curveAt('m1', 'processor'), curveAt('m2', secondSource)] }
  const apart = { assemblies: ['a', 'b'].map((id) => ({ id, name: id })) }
  const items = made.items.map((item) => ({ ...item, assemblyId: item.mark.endsWith('1') ? 'a' : 'b' }))
  return throbsOverHeat(derive({ ...made, choices, ...(machines === 1 ? {} : { ...apart, items }) }), 10)
}

test('two kinds of fans 40 turns a minute apart: 40 / 60 x 7 blades = 4.67 Hz', () => {
  const [throb, ...others] = throbs('near')
  expect(others).toEqual([])
  expect(throb!.hertz).toBeCloseTo((40 / 60) * 7, 9)
  expect([throb!.fromC, throb!.toC, throb!.a.rpm, throb!.b.rpm]).toEqual([20, 100, 2000, 2040])
})

test('nine blades beside seven are no near pitch; nor do other heats or other machines throb', () => {
  expect(throbs('nine')).toEqual([])
  expect(throbs('near', 'graphics')).toEqual([])
  expect(throbs('near', 'processor', 2)).toEqual([])
})

test('fans of one kind have one speed, which does not throb', () => {
  expect(throbs('seven')).toEqual([])
})
