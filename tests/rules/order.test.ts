import { derive } from '../../src/core/operate/harness'
import { makeBoard, makeFan } from '../../src/core/parts/make'
import { check } from '../../src/core/rules/check'
import { CONSEQUENCES } from '../../src/core/rules/engine/rule'
import { bench, demoBuild } from '../support/bench'

const kinds = (build: Parameters<typeof derive>[0]) =>
  check(derive(build)).findings.map(({ severity, ruleId, messageId }) => `${severity} ${ruleId} ${messageId}`)

test('a start-up peak that is likely over stands before what would hold', () => {
  const board = makeBoard({
    id: 'own',
    name: 'Own',
    fanHeaders: [
      { name: 'CPU', role: 'cpu', mostAmps: 1 },
      { name: 'SYS1', role: 'case', mostAmps: 1 },
    ],
    lightHeaders: [],
    usbHeaderCount: 0,
  })
  const fans = [
    makeFan({ id: 'strong', name: 'Strong', pins: 4, sizeMm: 120, amps: 0.8 }),
    makeFan({ id: 'mild', name: 'Mild', pins: 4, sizeMm: 120, amps: 0.2 }),
  ]
  const told = kinds(
    bench(['M1: own', 'F1: strong', 'F2: mild'], ['F1.fan > M1.CPU', 'F2.fan > M1.SYS1'], [board, ...fans]),
  )
  const peak = told.indexOf('note start-surge overByEstimate')
  expect(peak).toBeGreaterThanOrEqual(0)
  expect(peak).toBeLessThan(told.indexOf('unknown start-surge wouldHold'))
})

test('what destroys comes first, what is only known last', () => {
  const told = kinds(demoBuild('tangled-heron'))
  expect(told[0]).toMatch(/^stop (light|device)-voltage|^stop supplies-tied/)
  expect(told.at(-1)).toMatch(/^note /)
  expect(CONSEQUENCES[0]).toBe('damage')
})
