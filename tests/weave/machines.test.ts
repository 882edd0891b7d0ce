import { performance } from 'node:perf_hooks'
import type { Build } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import { stepsOf } from '../../src/core/weave/plan/differences'
import { machinesOf } from '../../src/core/weave/problem/machine'
import { propose, type Proposal } from '../../src/core/weave/answers/proposals'
import type { Solver } from '../../src/core/weave/solve/solver'
import { openHighs } from '../../src/solver/highs'
import { bench } from '../support/bench'
import { OFFERS } from './builds'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const now = () => performance.now() / 1000
const LEFT = ['M1: board-middle', 'S1: supply-550', 'P1: pump', 'F1 F2 F3 F4: fan-140', 'L1: bar-5v-6']
const RIGHT = [
  'M2: board-large',
  'S2: supply-550',
  'P2: pump',
  'Y9: splitter-4',
  'F5 F6 F7: fan-120',
  'L2 L3: bar-5v-6',
]
const LEFT_MARKS = ['M1', 'S1', 'P1', 'F1', 'F2', 'F3', 'F4', 'L1']

/** Two machines on one bench. */
function pair(threads: Parameters<typeof bench>[1] = []): Build {
  const build = bench([...LEFT, ...RIGHT], threads)
  return {
    ...build,
    assemblies: [
      { id: 'left', name: 'Left' },
      { id: 'right', name: 'Right' },
    ],
    items: build.items.map((item) => ({ ...item, assemblyId: LEFT_MARKS.includes(item.mark) ? 'left' : 'right' })),
  }
}

const plan = (build: Build, name: string): Proposal =>
  propose(solver, derive(build), 'balanced', {
    machine: machinesOf(build).find((machine) => machine.name === name)!,
    offers: OFFERS,
    seconds: 15,
    now,
  })

const costs = ({ reached }: Proposal) =>
  Object.fromEntries(reached.filter(({ goal }) => goal !== 'headroom').map(({ goal, value }) => [goal, value]))

test.each([
  ['Left', LEFT],
  ['Right', RIGHT],
])('%s is planned beside another machine as it is alone', (name, lines) => {
  const alone = propose(solver, derive(bench(lines)), 'balanced', { offers: OFFERS, seconds: 15, now })
  expect(costs(plan(pair(), name))).toEqual(costs(alone))
})

test('nothing of another machine is touched, and what is bought belongs to the one that was planned', () => {
  const build = pair(['F5.fan > M2.SYS1', 'F6.fan > M2.SYS2'])
  const { plan: left, edit, after, verdicts } = plan(build, 'Left')
  expect(left.bought.length).toBeGreaterThan(0)
  expect(left.bought.every(({ item }) => item.assemblyId === 'left')).toBe(true)
  expect(left.spare.map(({ mark }) => mark)).not.toContain('Y9')
  const rightIds = new Set(build.items.filter(({ assemblyId }) => assemblyId === 'right').map(({ id }) => id))
  const touched = (edit.type === 'batch' ? edit.edits : []).flatMap((step) =>
    step.type === 'connect' ? [step.thread.from.itemId, step.thread.to.itemId] : [],
  )
  expect(touched.filter((itemId) => rightIds.has(itemId))).toEqual([])
  expect(after.build.threads).toEqual(expect.arrayContaining([...build.threads]))
  // The other machine is not wired yet, which is no stop of this one.
  expect(verdicts.counts.stop).toBe(0)
  expect(check(after).counts.stop).toBeGreaterThan(0)
  expect(stepsOf(derive(build), after, left).some(({ lead }) => rightIds.has(lead.itemId))).toBe(false)
})

test('a thread from one machine to the other stays, and its port is taken', () => {
  // The right machine feeds a bar of the left one.
  const build = pair(['L1.light > M2.LED5VA'])
  for (const name of ['Left', 'Right']) {
    const { after, plan: its } = plan(build, name)
    expect(after.across({ itemId: 'l1', portId: 'light' }).map(({ key }) => key)).toEqual(['m2.LED5VA'])
    expect(its.links.filter(({ to }) => to.itemId === 'm2' && to.portId === 'LED5VA')).toEqual([])
  }
})

test('one machine after the other: all of it is wired in the end, and no rule stops it', () => {
  let build = pair()
  for (const { name } of machinesOf(build)) build = plan(build, name).after.build
  const { counts } = check(derive(build))
  expect(counts.stop).toBe(0)
  const ids = build.items.map(({ id }) => id)
  expect(new Set(ids).size).toBe(ids.length)
})
