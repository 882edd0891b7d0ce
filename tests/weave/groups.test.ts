import { makeCable, makeFan, makeFanSplitter, makePump } from '../../src/core/parts/make'
import type { FanHeader } from '../../src/core/parts/make/sources'
import { derive } from '../../src/core/operate/harness'
import { propose, type Proposal } from '../../src/core/weave/answers/proposals'
import { warinessOf } from '../../src/core/weave/problem/wary'
import type { Solver } from '../../src/core/weave/solve/solver'
import { openHighs } from '../../src/solver/highs'
import { bench, partNamed } from '../support/bench'
import { boardOf } from './builds'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const fan = makeFan({ id: 'fan', name: 'Fan', pins: 4, amps: 0.1, sizeMm: 120 })
const pump = makePump({ id: 'pump', name: 'Pump', pins: 4, amps: 0.3 })
const splitter = makeFanSplitter({ id: 'splitter', name: 'Splitter', outletCount: 3, priceCents: 500 })
const CPU: FanHeader = { name: 'CPU', role: 'cpu', mostAmps: 1 }
const SYS: readonly FanHeader[] = [
  { name: 'SYS1', role: 'case', mostAmps: 1 },
  { name: 'SYS2', role: 'case', mostAmps: 1 },
]

function planned(headers: readonly FanHeader[], lines: readonly string[], groups: readonly (readonly string[])[]) {
  const plain = bench(['M1: board', ...lines], [], [boardOf('board', headers), fan, pump, splitter])
  const build = {
    ...plain,
    groups: groups.map((itemIds, index) => ({ id: `g${index}`, name: `Group ${index}`, itemIds })),
  }
  return propose(solver, derive(build), 'balanced', {
    offers: [],
    seconds: 20,
    now: () => performance.now() / 1000,
  })
}

const wiredIn = ({ after }: Proposal) =>
  after.threads.map(({ from, to }) => `${after.name(from)} > ${after.name(to)}`).toSorted()

test('the fans of one group share a signal, and the exhaust keeps one of its own where there is room', () => {
  const plan = planned([CPU, ...SYS], ['P1: pump', 'F1 F2 F3: fan', 'Y1: splitter'], [['f1', 'f3'], ['f2']])
  expect(wiredIn(plan)).toEqual([
    'F1 > Y1 outlet 1',
    'F2 > SYS1',
    'F3 > Y1 outlet 2',
    'P1 > CPU',
    'Y1 board lead > SYS2',
  ])
  expect(plan.reached.find(({ goal }) => goal === 'mingled')).toMatchObject({ value: 0, isProven: true })
})

test('where there is one header for all, that they share it is told', () => {
  const plan = planned([CPU, SYS[0]!], ['P1: pump', 'F1 F2 F3: fan', 'Y1: splitter'], [['f1', 'f3'], ['f2']])
  expect(plan.verdicts.counts.stop).toBe(0)
  expect(plan.reached.find(({ goal }) => goal === 'mingled')).toMatchObject({ value: 1, isProven: true })
})

test('of a pump and a fan on the CPU header the pump is the one that reports', () => {
  const plan = planned([CPU], ['F1: fan', 'P1: pump', 'Y1: splitter'], [])
  expect(wiredIn(plan)).toEqual(['F1 > Y1 outlet 2', 'P1 > Y1 outlet 1', 'Y1 board lead > CPU'])
})

test('moulded adapters, and those that put a 12 V plug on a 5 V one, are on offer only where somebody ticks them', () => {
  const part = makeCable({
    id: 'odd',
    name: 'Odd adapter',
    from: 'argb-3pin',
    to: 'rgb-12v-4pin',
    wires: ['gnd'],
  })
  expect(warinessOf({ part })).toBe('joinsVolts')
  expect(warinessOf({ part: partNamed('sata-adapter-moulded') })).toBe('moulded')
  expect(warinessOf({ part: splitter })).toBeUndefined()
  const pack = { id: 'pack', name: 'Pack', contents: [{ partId: 'odd', count: 2 }] }
  expect(warinessOf({ pack, parts: [part] })).toBe('joinsVolts')
})
