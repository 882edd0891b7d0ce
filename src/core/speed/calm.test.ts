import { bench } from '../../../tests/support/bench'
import { after } from '../../../tests/rules/case'
import type { Build } from '../build/schema'
import { derive } from '../operate/harness'
import { searched } from '../../../tests/support/search'
import { calmEdits, calmings } from './calm'
import { readLog } from './log'
import { replay } from './replay'

const points = [
  { temperatureC: 40, dutyPercent: 30 },
  { temperatureC: 60, dutyPercent: 70 },
  { temperatureC: 80, dutyPercent: 100 },
]
const made = bench(['M1: board-middle', 'F1 F2: fan-120'], ['F1.fan > M1.SYS1', 'F2.fan > M1.CPU'])
const curves = [
  { at: { itemId: 'm1', portId: 'SYS1' }, heatSource: 'processor' as const, points },
  { at: { itemId: 'm1', portId: 'CPU' }, heatSource: 'processor' as const, points, hysteresisC: 2, stepDownMs: 40_000 },
]
const build: Build = { ...made, choices: { ...made.choices, curves } }
const harness = derive(build)
/** Twenty minutes of a reading that wanders by up to 9 degrees, by a fixed rule. */
const rows = Array.from({ length: 400 }, (_, index) => {
  const wander = ((index * index * 7) % 19) - 9
  return `${index * 3},${55 + Math.round(10 * Math.sin(index / 40)) + wander / 2}`
})
const log = readLog(`seconds,processor\n${rows.join('\n')}\n`)

const STEPS = [0, 10_000, 20_000, 30_000, 60_000, 120_000]
/** Tried out: the edits applied, the whole build replayed. */
const turnsWith = (hysteresisC: number, stepMs: number) => {
  const edits = calmEdits(harness, 'tuned', { hysteresisC, stepMs })
  return replay(derive(after(build, ...edits)), log, 'tuned').turnCount
}

test.each([0, 5, 20, 60, 100, 1000])('the smallest calms for at most %i turns, as all of them tried', (mostTurns) => {
  let least = 11
  const wanted = STEPS.flatMap((stepMs) => {
    for (let hysteresisC = 0; hysteresisC < least; hysteresisC += 1) {
      const turnCount = turnsWith(hysteresisC, stepMs)
      if (turnCount <= mostTurns) {
        least = hysteresisC
        return [{ hysteresisC, stepMs, turnCount }]
      }
    }
    return []
  })
  const { smallest, calmest } = searched(calmings(harness, { log, set: 'tuned', mostTurns }))
  expect(smallest).toEqual(wanted)
  expect(calmest.turnCount).toBe(turnsWith(calmest.hysteresisC, calmest.stepMs))
})

test('what a curve has more of stays: the slower way down of the second', () => {
  const calmed = after(build, ...calmEdits(harness, 'tuned', { hysteresisC: 3, stepMs: 10_000 })).choices.curves!
  expect(calmed.find(({ at }) => at.portId === 'CPU')).toMatchObject({
    hysteresisC: 3,
    stepUpMs: 10_000,
    stepDownMs: 40_000,
  })
  expect(calmEdits(harness, 'stock', { hysteresisC: 3, stepMs: 0 })).toEqual([])
})
