import { performance } from 'node:perf_hooks'
import loadHighs from 'highs'
import type { Build } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import { groupBy } from '../../src/core/units/group'
import { greedyPlan } from '../../src/core/weave/first-plan/greedy'
import { valueOf, type Model, type Row, type Values } from '../../src/core/weave/model/model'
import { lpText } from '../../src/core/weave/model/lp'
import { stepsOf } from '../../src/core/weave/plan/differences'
import { whyLoose } from '../../src/core/wording/reason-text'
import { rootAndPieceOf } from '../../src/core/weave/problem/today'
import { makeFan } from '../../src/core/parts/make'
import { mannersFor, propose } from '../../src/core/weave/answers/proposals'
import { problemOf } from '../../src/core/weave/problem/read-problem'
import type { Solver } from '../../src/core/weave/solve/solver'
import { weave, type Woven } from '../../src/core/weave/solve/weave'
import { modelOf } from '../../src/core/weave/model/write-model'
import { findingText } from '../../src/core/wording/text'
import { openHighs } from '../../src/solver/highs'
import { demoParts } from '../../tools/demo/parts'
import { bench, demoBuild } from '../support/bench'
import { shuffleBuild } from '../support/shuffle'
import { machineOf, OFFERS, smallBuild, type Small } from './builds'
import { glpkOf, MAIN_GOALS, oursOf } from './glpk'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const now = () => performance.now() / 1000
const modelFor = ({ build, offers }: Small) => modelOf(problemOf(derive(build), offers))
function woven(model: Model, seconds = 30): Woven {
  const found = weave(solver, model, { seconds, now, first: greedyPlan(model) })
  if (found === undefined) throw new Error('No plan at all.')
  return found
}
const reachedBy = (found: Woven) => Object.fromEntries(found.reached.map(({ goal, value }) => [goal, value]))
const isKept = ({ terms, least, most }: Row, values: Values) => {
  const sum = valueOf(terms, values)
  return sum <= (most ?? Infinity) + 1e-5 && sum >= (least ?? -Infinity) - 1e-5
}

const SEEDS = Array.from({ length: 24 }, (_, index) => index + 1)

/** The solver against GLPK: the same model as LP text, goal by goal, each with those before it held. */
test.each([
  ...SEEDS.slice(0, 12).map((seed) => [`small build ${seed}`, smallBuild(seed)] as const),
  ...([4, 5, 6, 7, 8] as const).map(
    (count) => [`${count} fans`, { build: machineOf(count, count), offers: OFFERS }] as const,
  ),
])(
  '%s: GLPK comes to the same, goal by goal',
  (_, small) => {
    const model = modelFor(small)
    const { reached } = woven(model)
    expect(oursOf(reached, MAIN_GOALS)).toEqual(glpkOf(model, reached, MAIN_GOALS))
  },
  400_000,
)

test.each([4, 8, 12])('%i fans: the first plan and the last keep every row, and the last is no worse', (count) => {
  const model = modelFor({ build: machineOf(count, 7), offers: OFFERS })
  const first = greedyPlan(model)
  const last = woven(model)
  expect(model.rows.filter((row) => !isKept(row, first))).toEqual([])
  expect(model.rows.filter((row) => !isKept(row, last.values))).toEqual([])
  const costs = (values: Values) => model.goals.map(({ terms }) => Math.round(valueOf(terms, values)))
  const [before, after] = [costs(first), costs(last.values)]
  const differs = after.findIndex((value, index) => value !== before[index])
  if (differs >= 0) expect(after[differs]).toBeLessThan(before[differs]!)
})

test('the order of things in the document changes no cost', () => {
  const build = machineOf(8, 3)
  const plain = reachedBy(woven(modelFor({ build, offers: OFFERS })))
  for (const seed of [1, 2, 3]) {
    expect(reachedBy(woven(modelFor({ build: shuffleBuild(build, seed), offers: OFFERS.toReversed() })))).toEqual(plain)
  }
})

/** All that a plan comes to before the goals that only please the eye. */
const main = (found: Woven) => {
  const { loose, warnings, roles, overshoot, tight, unknowns, cents } = reachedBy(found)
  return [loose, warnings, roles, overshoot, tight, unknowns, cents].map((value) => value ?? 0)
}
const isWorse = (a: readonly (number | undefined)[], b: readonly (number | undefined)[]) => {
  const differs = a.findIndex((value, index) => value !== b[index])
  return differs >= 0 && a[differs]! > b[differs]!
}

test.each(SEEDS.slice(0, 8))('small build %i: another header never makes the plan dearer', (seed) => {
  const { build, offers } = smallBuild(seed)
  const more = build.parts.map((part) => {
    if (part.id !== 'board') return part
    const header = part.ports.find(({ id }) => id === 'A')!
    const grown = part.inside.map((relation) => {
      if (relation.type === 'powers' || relation.type === 'drives') {
        return relation.outlets.includes('A') ? { ...relation, outlets: [...relation.outlets, 'C'] } : relation
      }
      return relation
    })
    return { ...part, ports: [...part.ports, { ...header, id: 'C', name: 'C' }], inside: grown }
  })
  const before = main(woven(modelFor({ build, offers })))
  const after = main(woven(modelFor({ build: { ...build, parts: more }, offers })))
  expect(isWorse(after, before)).toBe(false)
})

test.each(SEEDS.slice(0, 8))('small build %i: without one of the offers it is no cheaper', (seed) => {
  const { build, offers } = smallBuild(seed)
  const before = main(woven(modelFor({ build, offers })))
  for (const left of [offers.slice(1), offers.slice(0, 1), []]) {
    expect(isWorse(before, main(woven(modelFor({ build, offers: left }))))).toBe(false)
  }
})

test('a plan that is carried out and pinned stays the best', () => {
  const harness = derive(machineOf(8, 5))
  const ask = { offers: OFFERS, seconds: 30, now }
  const once = propose(solver, harness, 'balanced', ask)
  const pinned = {
    ...once.after.build,
    threads: once.after.build.threads.map((thread) => ({ ...thread, pinned: true })),
  }
  const again = propose(solver, derive(pinned), 'balanced', { ...ask, offers: [] })
  expect(again.plan.bought).toEqual([])
  expect(again.plan.loose).toEqual([])
  expect(again.verdicts.counts).toEqual(once.verdicts.counts)
})

/** By hand: 1.20 A of 1.00 A is too much for SYS1 with four fans; with the splitter pinned there it keeps two or three. */
test('a pinned splitter stays where it is, and nothing else goes there', () => {
  const build = bench(
    ['M1: board-middle', 'S1: supply-550', 'P1: pump', 'Y1: splitter-3', 'F1 F2 F3 F4: fan-140'],
    ['Y1.in > M1.SYS2'],
  )
  const pinned = { ...build, threads: build.threads.map((thread) => ({ ...thread, pinned: true })) }
  const { plan, after, verdicts } = propose(solver, derive(pinned), 'balanced', { offers: OFFERS, seconds: 20, now })
  expect(after.across({ itemId: 'y1', portId: 'in' }).map(({ key }) => key)).toEqual(['m1.SYS2'])
  expect(
    plan.links.filter(({ to }) => to.itemId === 'm1' && to.portId === 'SYS2').map(({ from }) => from.itemId),
  ).toEqual(['y1'])
  expect([verdicts.counts.stop, plan.loose.length]).toEqual([0, 0])
})

test('what is pinned to a cable is counted, and a pinned box keeps its place and gets its other leads', () => {
  const items = ['M1: board-middle', 'S1: supply-550', 'P1: pump', 'B1: box-fans-4', 'F1 F2: fan-140']
  const build = bench(items, ['B1.supply1 > S1.B_1', 'F1.fan > B1.fan1'])
  const pinned = { ...build, threads: build.threads.map((thread) => ({ ...thread, pinned: true })) }
  const { after, verdicts } = propose(solver, derive(pinned), 'balanced', { offers: [], seconds: 20, now })
  expect(after.across({ itemId: 'b1', portId: 'supply1' }).map(({ key }) => key)).toEqual(['s1.B_1'])
  expect(after.across({ itemId: 'b1', portId: 'usb' })).toHaveLength(1)
  expect(verdicts.counts.stop).toBe(0)
  const model = modelOf(problemOf(derive(pinned), []))
  const host = model.problem.hosts.find(({ key }) => key === 's1')!
  // F1 draws 0.30 A by way of the box.
  expect(model.problem.pinnedAt(host, ['B_1', 'B_2'], '12v')).toBe(300)
})

/** A strip with a plug that nothing here takes: it stays loose whatever is done, which makes any sum of goals a large one. */
function withLooseStrip(build: Build): Build {
  const { items, parts } = bench(['L9: strip-5v-older'])
  return { ...build, items: [...build.items, ...items], parts: [...build.parts, ...parts] }
}

/** The trap: a weighted sum, solved to the usual relative gap of 0.0001, is content before the lower goals are reached. */
test('a weighted sum with the usual gap gives up what goals in their order get', async () => {
  const model = modelFor({ build: withLooseStrip(machineOf(14, 1)), offers: OFFERS })
  const inOrder = reachedBy(woven(model, 60))
  const weights: Partial<Record<string, number>> = {
    loose: 1e9,
    warnings: 1e8,
    roles: 1e7,
    overshoot: 1e5,
    tight: 1e5,
    cents: 1,
    boxes: 0.01,
  }
  const sum = model.goals.flatMap(({ key, terms }) =>
    terms.map(([name, factor]) => [name, factor * (weights[key] ?? 0)] as const),
  )
  const merged = [...groupBy(sum, ([name]) => name)].map(
    ([name, list]) => [name, list.reduce((total, [, factor]) => total + factor, 0)] as const,
  )
  const highs = await loadHighs()
  const { Columns } = highs.solve(lpText(model, merged), { output_flag: false })
  const values = new Map(
    Object.entries(Columns).map(([name, column]) => [name, 'Primal' in column ? (column.Primal ?? 0) : 0]),
  )
  const cents = Math.round(valueOf(model.goals.find(({ key }) => key === 'cents')!.terms, values))
  expect(cents).toBeGreaterThan(inOrder['cents']!)
}, 120_000)

test.each(['harbour-lantern', 'paper-kite', 'night-ferry'])(
  '%s: every proposal is judged, and none has a stop',
  (id) => {
    const harness = derive(demoBuild(id))
    for (const manner of mannersFor(harness, OFFERS).filter((each) => each !== 'nothing')) {
      const { verdicts, plan } = propose(solver, harness, manner, { offers: OFFERS, seconds: 4, now })
      expect(verdicts.findings.filter(({ severity }) => severity === 'stop').map(findingText)).toEqual([])
      expect(plan.loose).toEqual([])
    }
  },
  120_000,
)

test('buying nothing is always one of the plans, and then nothing comes', () => {
  const harness = derive(demoBuild('harbour-lantern'))
  expect(mannersFor(harness, OFFERS)).toContain('nothing')
  const { plan, edit, verdicts } = propose(solver, harness, 'nothing', { offers: OFFERS, seconds: 4, now })
  expect(plan.bought).toEqual([])
  expect(JSON.stringify(edit)).not.toContain('addItem')
  expect([verdicts.counts.stop, plan.loose]).toEqual([0, []])
}, 60_000)

test('Tangled Heron is mended: no stop is left, and more than half of what may stay does', () => {
  const harness = derive(demoBuild('tangled-heron'))
  const offers = [...OFFERS]
  const { verdicts, plan, edit } = propose(solver, harness, 'mend', { offers, seconds: 15, now })
  const needed = plan.loose.filter(({ port }) => port.need === 'required').map(({ key }) => key)
  expect(edit.type).toBe('batch')
  // The strip with the older plug needs an adapter, which is not on offer here.
  expect(needed).toEqual(['l3.light'])
  expect(
    verdicts.findings
      .filter(
        ({ severity, ruleId }) =>
          severity === 'stop' && ruleId !== 'lead-loose' && ruleId !== 'ports-run-out' && ruleId !== 'light-source',
      )
      .map(findingText),
  ).toEqual([])
}, 60_000)

test.each(['balanced', 'money', 'mend'] as const)(
  '%s: what stays is counted by the model as it is by the steps',
  (manner) => {
    const harness = derive(demoBuild('harbour-lantern'))
    const { plan, after, reached } = propose(solver, harness, manner, { offers: OFFERS, seconds: 20, now })
    const kept = reached.find(({ goal }) => goal === 'changed')!
    expect(kept.isProven).toBe(true)
    // The model counts leads of devices on their header; the steps count every lead in its very outlet.
    const isDevice = new Set(['f1', 'f2', 'f3', 'f4', 'r1', 'r2', 'p1', 'l1'])
    const steps = stepsOf(harness, after, plan).filter(({ lead }) => isDevice.has(lead.itemId))
    const onHeader = steps.filter(({ lead }) => {
      const [before, then] = [harness, after].map((one) => rootAndPieceOf(one, one.port(lead)))
      return before !== undefined && before.key === then?.key && before.piece?.id === then.piece?.id
    })
    expect(-kept.value).toBe(onHeader.length)
  },
)

test('a mend that has little time keeps what is known to be good', () => {
  const harness = derive(demoBuild('tangled-heron'))
  const offers = demoParts.flatMap((part) =>
    ['splitter', 'hub', 'controller', 'cable'].includes(part.kind) ? [{ part, priceCents: part.price?.cents }] : [],
  )
  const { verdicts, reached } = propose(solver, harness, 'mend', { offers, seconds: 2, now })
  expect(verdicts.counts.stop).toBe(0)
  // Today it is eight warnings by the rules; a plan that only looked at what stays came to more than two hundred.
  expect(reached.find(({ goal }) => goal === 'warnings')!.value).toBeLessThan(10)
  expect(-reached.find(({ goal }) => goal === 'changed')!.value).toBeGreaterThanOrEqual(7)
}, 60_000)

const wish = { offers: OFFERS, seconds: 10, now: () => now() }
const saysOf = (build: Build) => {
  const { plan, after } = propose(solver, derive(build), 'balanced', wish)
  return plan.loose.map(({ ref }) => whyLoose(after, ref))
}

test('a fan of 5 A finds no port, and it is said why', () => {
  const part = makeFan({ id: 'storm', name: 'Storm', pins: 4, amps: 5, sizeMm: 120 })
  const build = bench(['M1: board-middle', 'S1: supply-550', 'P1: pump', 'F1: storm'], [], [part])
  expect(saysOf(build)).toEqual([
    'F1: the nearest port is SYS1: 0.00 to 5.00 of 1.00 A: over the limit. One more port of its kind is wanted, or one device fewer.',
  ])
})

test('without a board nothing takes a fan, and it is said', () => {
  const said = ['F1: nothing here takes its plug. Put something on the bench, or allow to buy it, that does.']
  expect(saysOf(bench(['F1: fan-140']))).toEqual(said)
  expect(saysOf(bench(['S1: supply-550', 'F1: fan-140']))).toEqual(said)
})

test('an empty bench has an empty plan', () => {
  const { plan, edit } = propose(solver, derive(bench([])), 'balanced', wish)
  expect([plan.links, plan.bought, plan.loose]).toEqual([[], [], []])
  expect(edit).toEqual({ type: 'batch', edits: [] })
})

test('threads that are pinned wrongly stay, and the rules say so', () => {
  const wrong = bench(
    ['M1: board-middle', 'S1: supply-550', 'P1: pump', 'F1: fan-140'],
    ['F1.fan > M1.LED12V!', 'P1.pump > M1.CPU'],
  )
  const pinned = { ...wrong, threads: wrong.threads.map((thread) => ({ ...thread, pinned: true })) }
  const { verdicts, plan } = propose(solver, derive(pinned), 'balanced', wish)
  expect(plan.links).toEqual([])
  expect(verdicts.findings.filter(({ severity }) => severity === 'stop').map(({ ruleId }) => ruleId)).toContain(
    'connector-mates',
  )
})

test('what nobody knows the price of is told apart from what costs nothing', () => {
  const build = bench(['M1: board-middle', 'S1: supply-550', 'P1: pump', 'F1 F2 F3 F4 F5: fan-140'])
  const free = OFFERS.map((offer) => ({ ...offer, priceCents: 0 }))
  const unknown = OFFERS.map((offer) => ({ ...offer, priceCents: undefined }))
  const counts = (offers: typeof OFFERS) => {
    const { reached, plan } = propose(solver, derive(build), 'balanced', { ...wish, offers })
    return { unpriced: reached.find(({ goal }) => goal === 'unpriced')?.value ?? 0, bought: plan.bought.length > 0 }
  }
  expect(counts(free)).toEqual({ unpriced: 0, bought: true })
  expect(counts(unknown).unpriced).toBeGreaterThan(0)
})
