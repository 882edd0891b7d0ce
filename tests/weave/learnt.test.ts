import { makeController, makeFan, makeStrip, makeSupply } from '../../src/core/parts/make'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import { propose } from '../../src/core/weave/answers/proposals'
import type { Solver } from '../../src/core/weave/solve/solver'
import { openHighs } from '../../src/solver/highs'
import { bench } from '../support/bench'
import { boardOf } from './builds'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const ask = () => ({ offers: [], seconds: 20, now: () => performance.now() / 1000 })
const supply = makeSupply({
  id: 'supply',
  name: 'Supply',
  cables: [{ name: 'A', plugs: 'sata-power', plugCount: 2, mostAmps: 6 }],
})
const fan = makeFan({ id: 'fan', name: 'Fan', pins: 4, amps: 0.1, sizeMm: 120 })

test('strips that starve in one chain are spread over the headers, as far as each of them feeds', () => {
  const board = boardOf('board', [{ name: 'CPU', role: 'cpu', mostAmps: 1 }], {
    lightHeaders: [
      { name: 'L1', rail: '5v', mostAmps: 3 },
      { name: 'L2', rail: '5v', mostAmps: 3 },
    ],
  })
  const strip = makeStrip({
    id: 'strip',
    name: 'Strip',
    leds: { count: 8, whiteMilliamps: 20 },
    lengthMm: 500,
    gaugeAwg: 26,
  })
  const build = bench(
    ['M1: board', 'S1: supply', 'F1: fan', 'L1 L2 L3 L4 L5 L6: strip'],
    ['F1.fan > M1.CPU'],
    [board, supply, fan, strip],
  )
  const inOne = bench(
    ['M1: board', 'S1: supply', 'F1: fan', 'L1 L2 L3 L4 L5 L6: strip'],
    [
      'F1.fan > M1.CPU',
      'L1.light > M1.L1',
      ...[2, 3, 4, 5, 6].map((number) => `L${number}.light > L${number - 1}.lightOut`),
    ],
    [board, supply, fan, strip],
  )
  const starves = (findings: readonly { readonly ruleId: string; readonly messageId: string }[]) =>
    findings.some(({ ruleId, messageId }) => ruleId === 'light-volts' && messageId === 'low')
  expect(starves(check(derive(inOne)).findings)).toBe(true)
  const { verdicts, reached } = propose(solver, derive(build), 'balanced', ask())
  expect(starves(verdicts.findings)).toBe(false)
  expect(reached.find(({ goal }) => goal === 'warnings')).toMatchObject({ value: 0, isProven: true })
})

test('where the board is to lead a box, its sync lead is plugged in and its setting made', () => {
  const board = boardOf('board', [
    { name: 'CPU', role: 'cpu', mostAmps: 1, modes: ['pwm'] },
    { name: 'SYS', role: 'case', mostAmps: 1, modes: ['pwm'] },
  ])
  const box = makeController({ id: 'box', name: 'Box', fanOutletCount: 3, mostAmps: 3, speedSync: 'by the board' })
  const plain = bench(['M1: board', 'S1: supply', 'F1 F2 F3: fan', 'B1: box'], [], [board, supply, fan, box])
  const build = { ...plain, choices: { ...plain.choices, schools: { speed: 'sync' as const } } }
  const { after, verdicts } = propose(solver, derive(build), 'balanced', ask())
  expect(after.threads.map(({ from, to }) => `${after.name(from)} > ${after.name(to)}`)).toContain(
    'B1 speed sync lead > SYS',
  )
  expect(after.choices.syncAt({ itemId: 'b1', portId: 'speedSync' })).toBe(true)
  const said = verdicts.findings.filter(({ ruleId }) => ruleId === 'sync-setting' || ruleId === 'speed-owner')
  // One fan reports on the CPU header, which is only noted.
  expect(said.map(({ severity }) => severity)).toEqual(['note'])
})
