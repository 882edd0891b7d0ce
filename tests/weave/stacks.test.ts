import { makeFan, makeFanSplitter, makePoweredHub, makeSupply } from '../../src/core/parts/make'
import type { FanHeader } from '../../src/core/parts/make/sources'
import type { Part } from '../../src/core/parts/schema'
import { derive } from '../../src/core/operate/harness'
import { propose, type Proposal } from '../../src/core/weave/answers/proposals'
import { problemOf } from '../../src/core/weave/problem/read-problem'
import type { SingleOffer } from '../../src/core/weave/problem/problem'
import type { Solver } from '../../src/core/weave/solve/solver'
import { openHighs } from '../../src/solver/highs'
import { bench } from '../support/bench'
import { boardOf, named } from './builds'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const now = () => performance.now() / 1000
const CPU: FanHeader = { name: 'CPU', role: 'cpu', mostAmps: 1 }
const board = boardOf('board', [CPU])
const supply = makeSupply({
  id: 'supply',
  name: 'Supply',
  cables: [{ name: 'A', plugs: 'sata-power', plugCount: 4, mostAmps: 6 }],
})
const fan = (id: string, amps: number): Part =>
  named(makeFan({ id: 'fan', name: `Fan ${id}`, pins: 4, amps, sizeMm: 120 }), id)
const splitter = (id: string, outletCount: number, mostAmps?: number): Part =>
  makeFanSplitter({
    id,
    name: `Splitter ${id}`,
    outletCount,
    priceCents: 500,
    ...(mostAmps === undefined ? {} : { mostAmps }),
  })
const hub = (mostAmps?: number): Part =>
  makePoweredHub({ id: 'hub', name: 'Hub', outletCount: 2, ...(mostAmps === undefined ? {} : { mostAmps }) })

function planned(things: readonly string[], parts: readonly Part[], offers: readonly SingleOffer[] = []): Proposal {
  const build = bench(['M1: board', 'S1: supply', ...things], [], [board, supply, ...parts])
  return propose(solver, derive(build), 'balanced', { offers, seconds: 20, now })
}

const wiredIn = ({ after }: Proposal) =>
  after.threads.map(({ from, to }) => `${after.name(from)} > ${after.name(to)}`).toSorted()

test('three fans, one header and two splitters of two legs: one splitter stands on the other, and nothing is bought', () => {
  const plan = planned(['F1 F2 F3: fan', 'Y1 Y2: splitter'], [fan('fan', 0.2), splitter('splitter', 2)])
  expect(plan.verdicts.counts).toMatchObject({ stop: 0, warning: 0 })
  expect(plan.plan.bought).toEqual([])
  // The outlet that reports keeps a fan: the CPU header hears it.
  expect(wiredIn(plan)).toEqual([
    'F1 > Y1 outlet 1',
    'F2 > Y2 outlet 1',
    'F3 > Y2 outlet 2',
    'Y1 board lead > CPU',
    'Y2 board lead > Y1 outlet 2',
  ])
})

test('where a port is left for each, no splitter stands on another, though the fans of one kind would share a signal', () => {
  const wide = boardOf('board', [
    CPU,
    { name: 'SYS1', role: 'case', mostAmps: 1 },
    { name: 'SYS2', role: 'case', mostAmps: 1 },
  ])
  const parts = [wide, fan('first', 0.1), fan('fan', 0.1), splitter('splitter', 2)]
  const build = bench(['M1: board', 'F1: first', 'F2 F3 F4: fan', 'Y1 Y2: splitter'], [], parts)
  const plan = propose(solver, derive(build), 'balanced', { offers: [], seconds: 20, now })
  expect(plan.verdicts.counts).toMatchObject({ stop: 0, warning: 0 })
  expect(wiredIn(plan).filter((wire) => /^Y\d board lead > Y/.test(wire))).toEqual([])
})

test('what draws most goes to the legs of the trunk, where a branch bears less', () => {
  const parts = [fan('strong', 0.5), fan('weak', 0.15), splitter('wide', 2), splitter('thin', 2, 0.3)]
  const plan = planned(['F1: strong', 'F2 F3: weak', 'Y1: wide', 'Y2: thin'], parts)
  expect(plan.verdicts.counts.stop).toBe(0)
  // 0.15 + 0.15 = 0.30 A on the thin one, 0.80 A on the header.
  expect(wiredIn(plan)).toContain('F1 > Y1 outlet 1')
  expect(wiredIn(plan)).toContain('Y2 board lead > Y1 outlet 2')
})

test('a hub carries a splitter where it says what its outlets bear, and none where it does not', () => {
  const kindsOf = (mostAmps?: number) => {
    const parts = [fan('fan', 0.2), splitter('splitter', 2), hub(mostAmps)]
    const build = bench(
      ['M1: board', 'S1: supply', 'F1 F2 F3 F4: fan', 'Y1: splitter', 'H1: hub'],
      [],
      [board, supply, ...parts],
    )
    return problemOf(derive(build), []).pieces.flatMap(({ stack }) =>
      stack === undefined ? [] : [`${stack.trunk.facts.part.id} with ${stack.branch.facts.part.id}`],
    )
  }
  expect(kindsOf(2)).toEqual(['hub with splitter'])
  expect(kindsOf()).toEqual([])
})

test('ten fans on one header, and only splitters of four legs to buy: two on one, the fewest there can be', () => {
  // One has 4 legs, two have 3 + 4 = 7, three have 2 + 8 = 10.
  const part = splitter('four', 4)
  const plan = planned(['F1 F2 F3 F4 F5 F6 F7 F8 F9 F10: fan'], [fan('fan', 0.05)], [{ part, priceCents: 500 }])
  expect(plan.verdicts.counts.stop).toBe(0)
  expect(plan.plan.bought).toHaveLength(3)
  expect(plan.reached.find(({ goal }) => goal === 'cents')).toMatchObject({ value: 1500, isProven: true })
})
