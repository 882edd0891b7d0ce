import { performance } from 'node:perf_hooks'
import { derive, type Harness } from '../../src/core/operate/harness'
import { judge } from '../../src/core/weave/plan/plan-edits'
import { planOf } from '../../src/core/weave/plan/plan'
import type { SingleOffer } from '../../src/core/weave/problem/problem'
import { propose, type Manner } from '../../src/core/weave/answers/proposals'
import { problemOf } from '../../src/core/weave/problem/read-problem'
import type { Solver } from '../../src/core/weave/solve/solver'
import { weave } from '../../src/core/weave/solve/weave'
import { modelOf } from '../../src/core/weave/model/write-model'
import { boughtTexts } from '../../src/core/wording/plan-text'
import { openHighs } from '../../src/solver/highs'
import { bench, partNamed } from '../support/bench'
import { glpkOf, MAIN_GOALS, oursOf } from './glpk'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const now = () => performance.now() / 1000
const offer = (id: string, priceCents: number): SingleOffer => ({ part: partNamed(id), priceCents })

/** Fans of a maker's link beside its box: three outlets, four to a row, of which more than three want a feed at the end. */
function rows(fanCount: number, more: readonly string[] = [], threads: readonly string[] = []): Harness {
  const marks = Array.from({ length: fanCount }, (_, index) => `F${index + 1}`).join(' ')
  return derive(
    bench(
      ['M1: board-large', 'S1: supply-850', 'P1: pump', 'B1: box-garland', `${marks}: fan-garland`, ...more],
      threads as Parameters<typeof bench>[1],
    ),
  )
}

const planFor = (harness: Harness, offers: readonly SingleOffer[], manner: Manner = 'money') =>
  propose(solver, harness, manner, { offers, seconds: 20, now })

const boughtIds = ({ plan }: ReturnType<typeof planFor>) => plan.bought.map(({ part }) => part.id)

/** The marks of each row from its outlet on, what feeds its end among them. */
function rowsOf({ after }: ReturnType<typeof planFor>): readonly string[] {
  const from = (ref: { readonly itemId: string; readonly portId: string }): readonly string[] =>
    after
      .across(ref)
      .filter(({ port }) => port.side === 'takes')
      .flatMap(({ item, port }) => [
        item.mark,
        ...(port.id === 'link' ? from({ itemId: item.id, portId: 'linkOut' }) : []),
      ])
  return ['link1', 'link2', 'link3'].map((portId) => from({ itemId: 'b1', portId }).join(' '))
}

test.each([
  // Nine fans go into three rows of three; each one more makes a row of four, which wants a feed.
  { fanCount: 9, feeds: 0 },
  { fanCount: 10, feeds: 1 },
  { fanCount: 11, feeds: 2 },
  { fanCount: 12, feeds: 3 },
])('$fanCount fans in three rows want $feeds feeds, bought where a second box is dearer', ({ fanCount, feeds }) => {
  const proposal = planFor(rows(fanCount), [offer('row-feed-garland', 890), offer('box-garland', 4900)])
  expect(boughtIds(proposal)).toEqual(Array.from({ length: feeds }, () => 'row-feed-garland'))
  expect([proposal.plan.loose.length, proposal.verdicts.counts.stop]).toEqual([0, 0])
  expect(proposal.reached.find(({ goal }) => goal === 'cents')).toEqual(
    feeds === 0 ? undefined : { goal: 'cents', value: feeds * 890, bound: feeds * 890, isProven: true },
  )
  const fed = rowsOf(proposal).filter((row) => row.includes('X'))
  expect(fed.map((row) => row.split(' ').length)).toEqual(Array.from({ length: feeds }, () => 5))
  expect(fed.every((row) => /X\d+$/.test(row))).toBe(true)
})

test('the feeds of rows take plugs of the supply, and load its cables', () => {
  const { after } = planFor(rows(12), [offer('row-feed-garland', 890)])
  const plugs = after.items
    .filter(({ partId }) => partId === 'row-feed-garland')
    .flatMap(({ id }) => after.across({ itemId: id, portId: 'supply' }))
  expect(plugs.map(({ item }) => item.mark)).toEqual(['S1', 'S1', 'S1'])
  expect(new Set(plugs.map(({ key }) => key)).size).toBe(3)
})

test.each([
  { feedCents: 890, boxCents: 4900, bought: 'row-feed-garland' },
  { feedCents: 890, boxCents: 800, bought: 'box-garland' },
])('a feed at $feedCents or a box at $boxCents: whichever is cheaper', ({ feedCents, boxCents, bought }) => {
  const offers = [offer('row-feed-garland', feedCents), offer('box-garland', boxCents)]
  const proposal = planFor(rows(10), offers)
  expect(boughtIds(proposal)).toEqual([bought])
  expect(proposal.verdicts.counts.stop).toBe(0)
})

test('a row of four draws more from its outlet than the headroom leaves: who warnings that buys a box', () => {
  // By hand: four fans of 8 LEDs at 40 mA are 1.28 A of 1.50 A, and 1.20 A is what 20 % of headroom leaves.
  const offers = [offer('row-feed-garland', 890), offer('box-garland', 4900)]
  expect(boughtIds(planFor(rows(10), offers, 'balanced'))).toEqual(['box-garland'])
  const { verdicts } = planFor(rows(10), offers)
  expect(verdicts.findings.filter(({ severity }) => severity === 'warning').map(({ ruleId }) => ruleId)).toContain(
    'current-budget',
  )
})

test('without a feed the tenth fan stays loose, and is told so', () => {
  const { plan, verdicts } = planFor(rows(10), [])
  expect(plan.loose.map(({ item }) => item.partId)).toEqual(['fan-garland'])
  expect(verdicts.findings.filter(({ ruleId }) => ruleId === 'extra-feed')).toEqual([])
})

test.each([8, 10, 12])('GLPK comes to the same with %i fans', (fanCount) => {
  const model = modelOf(problemOf(rows(fanCount), [offer('row-feed-garland', 890), offer('box-garland', 2500)]))
  const { reached } = weave(solver, model, { seconds: 30, now })!
  expect(oursOf(reached, MAIN_GOALS)).toEqual(glpkOf(model, reached, MAIN_GOALS))
})

const ROW_OF_FOUR = [
  'B1.supply1 > S1.A_1',
  'B1.usb > M1.USB1',
  'P1.pump > M1.CPU',
  'F1.link > B1.link1',
  'F2.link > F1.linkOut',
  'F3.link > F2.linkOut',
  'F4.link > F3.linkOut',
  'X2.end > F4.linkOut',
  'X2.supply > S1.B_1',
]

test('a feed that is there is used where a row wants one: of two the one that hangs there', () => {
  const marks = Array.from({ length: 6 }, (_, index) => `F${index + 5}`).join(' ')
  const harness = rows(4, ['X1 X2: row-feed-garland', `${marks}: fan-garland`], ROW_OF_FOUR)
  const proposal = planFor(harness, [], 'mend')
  expect(proposal.verdicts.counts.stop).toBe(0)
  expect(boughtIds(proposal)).toEqual([])
  expect(rowsOf(proposal)).toContain('F1 F2 F3 F4 X2')
  expect(proposal.plan.spare.map(({ mark }) => mark)).toEqual(['X1'])
})

test('one whose end is pinned stays as it is, with both of its leads', () => {
  const { build } = rows(4, ['X1 X2: row-feed-garland'], ROW_OF_FOUR)
  const threads = build.threads.map((thread) => (thread.from.portId === 'end' ? { ...thread, pinned: true } : thread))
  const proposal = planFor(derive({ ...build, threads }), [], 'mend')
  const across = (portId: string) => proposal.after.across({ itemId: 'x2', portId }).map(({ key }) => key)
  expect([across('end'), across('supply')]).toEqual([['f4.linkOut'], ['s1.B_1']])
  expect(proposal.verdicts.counts.stop).toBe(0)
})

test('one that no row wants is left loose on purpose', () => {
  const proposal = planFor(rows(4, ['X1 X2: row-feed-garland'], ROW_OF_FOUR), [])
  expect(rowsOf(proposal).join(' ')).not.toContain('X')
  expect(proposal.verdicts.counts.stop).toBe(0)
  expect(proposal.plan.spare.map(({ mark }) => mark)).toEqual(['X1', 'X2'])
})

test('what is bought is told with its place, and the reading of a plan needs no settling', () => {
  const harness = rows(10)
  const offers = [offer('row-feed-garland', 890)]
  const model = modelOf(problemOf(harness, offers))
  const { values } = weave(solver, model, { seconds: 30, now })!
  const { plan, verdicts } = judge(harness, planOf(harness, model, values))
  expect(verdicts.counts.stop).toBe(0)
  expect(boughtTexts(harness, plan)).toEqual([expect.stringMatching(/^1 × Thimblefold Garland row feed/)])
})
