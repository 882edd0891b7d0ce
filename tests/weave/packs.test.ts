import { performance } from 'node:perf_hooks'
import { derive } from '../../src/core/operate/harness'
import { apply } from '../../src/core/build/apply'
import { contentsOf, type Offer, type PackOffer } from '../../src/core/weave/problem/problem'
import { propose } from '../../src/core/weave/answers/proposals'
import { problemOf } from '../../src/core/weave/problem/read-problem'
import { weave } from '../../src/core/weave/solve/weave'
import { modelOf } from '../../src/core/weave/model/write-model'
import { glpkOf, MAIN_GOALS, oursOf } from './glpk'
import type { Solver } from '../../src/core/weave/solve/solver'
import { partOfPlan } from '../../src/core/weave/plan/part-of-plan'
import { boughtTexts } from '../../src/core/wording/plan-text'
import { judge } from '../../src/core/weave/plan/plan-edits'
import { shoppingList } from '../../src/core/sheet/shopping'
import { openHighs } from '../../src/solver/highs'
import { bench, partNamed } from '../support/bench'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const now = () => performance.now() / 1000
const splitter = partNamed('splitter-2')
const single = (priceCents: number | undefined): Offer => ({ part: splitter, priceCents })
const bag = (count: number, priceCents: number | undefined): PackOffer => ({
  pack: { id: `bag-${count}`, name: `Bag of ${count}`, contents: [{ partId: splitter.id, count }] },
  parts: [splitter],
  priceCents,
})

/** Fans of 0.30 A, two to a header of 1.00 A below its headroom: n more fans than the four case headers want n splitters. */
function boardWith(fanCount: number) {
  const marks = Array.from({ length: fanCount }, (_, index) => `F${index + 1}`).join(' ')
  return derive(bench(['M1: board-large', 'S1: supply-550', 'P1: pump', `${marks}: fan-140`]))
}

const headerCount = partNamed('board-large').ports.filter(
  ({ role, side }) => side === 'gives' && role === 'case',
).length

const planFor = (more: number, offers: readonly Offer[]) =>
  propose(solver, boardWith(headerCount + more), 'balanced', { offers, seconds: 15, now })
const centsOf = ({ reached }: ReturnType<typeof planFor>) => reached.find(({ goal }) => goal === 'cents')?.value ?? 0

/** The cheapest way to come to so many, tried by hand: singles alone, or so many bags and singles for the rest. */
function cheapest(wanted: number, singleCents: number, bagCount: number, bagCents: number): number {
  const bags = Array.from({ length: Math.ceil(wanted / bagCount) + 1 }, (_, count) => count)
  return Math.min(...bags.map((count) => count * bagCents + Math.max(0, wanted - count * bagCount) * singleCents))
}

test.each([
  [1, 390, 890],
  [2, 390, 890],
  [3, 390, 890],
  [2, 500, 890],
  [1, 500, 890],
])('%i splitters at %i cents, or three for %i: whichever is cheaper', (more, singleCents, bagCents) => {
  const proposal = planFor(more, [single(singleCents), bag(3, bagCents)])
  expect(centsOf(proposal)).toBe(cheapest(more, singleCents, 3, bagCents))
  expect([proposal.plan.loose.length, proposal.verdicts.counts.stop]).toEqual([0, 0])
})

test.each([1, 2, 3, 5])('%i splitters, one by one or in packs of two and three: GLPK comes to the same', (more) => {
  const harness = boardWith(headerCount + more)
  const model = modelOf(problemOf(harness, [single(410), bag(2, 700), bag(3, 990)]))
  const { reached } = weave(solver, model, { seconds: 30, now })!
  expect(oursOf(reached, MAIN_GOALS)).toEqual(glpkOf(model, reached, MAIN_GOALS))
})

test('what is sold in packs alone is bought in packs, and what is left over lies on the bench, loose on purpose', () => {
  const { plan, after, verdicts } = planFor(2, [bag(3, 890)])
  expect(plan.packs.map(({ id }) => id)).toEqual(['bag-3'])
  expect(plan.bought).toHaveLength(3)
  const [left] = plan.spare
  expect(plan.spare).toHaveLength(1)
  expect(after.across({ itemId: left!.id, portId: 'in' })).toEqual([])
  expect(verdicts.findings.filter(({ ruleId }) => ruleId === 'lead-loose').map(({ severity }) => severity)).toEqual([
    'note',
  ])
  expect(boughtTexts(boardWith(headerCount + 2), plan)[0]).toMatch(
    /^1 × Bag of 3: 3 × .*; left over: 1 × Fan splitter, two legs \(Y\d\)$/,
  )
  const [line] = shoppingList(after.build)
  expect(line).toMatchObject({ name: 'Bag of 3', count: 1, leftOver: ['1 × Fan splitter, two legs'] })
})

test('two packs of one kind are two packs in the build', () => {
  const { plan, after } = planFor(3, [bag(2, 500)])
  expect(plan.packs.map(({ id }) => id)).toEqual(['bag-2', 'bag-2_1'])
  expect(after.build.packs?.map(({ id }) => id)).toEqual(['bag-2', 'bag-2_1'])
  expect(after.build.items.filter(({ packId }) => packId === 'bag-2_1')).toHaveLength(2)
})

test('a pack without a price is unknown and not free', () => {
  const { reached, plan } = planFor(1, [single(390), bag(3, undefined)])
  expect(plan.packs).toEqual([])
  expect(reached.find(({ goal }) => goal === 'unpriced')?.value ?? 0).toBe(0)
  const only = planFor(1, [bag(3, undefined)])
  expect(only.reached.find(({ goal }) => goal === 'unpriced')?.value).toBe(1)
})

test('a part of a plan takes a pack as a whole, or not at all', () => {
  const today = boardWith(headerCount + 2)
  const { plan } = propose(solver, today, 'balanced', { offers: [bag(3, 890)], seconds: 15, now })
  const onPiece = plan.links.find(({ to }) => plan.bought.some(({ item }) => item.id === to.itemId))!
  const some = partOfPlan(today, plan, new Set([`${onPiece.from.itemId}.${onPiece.from.portId}`]))
  expect([some.packs.length, some.bought.length, some.spare.length]).toEqual([1, 3, 2])
  expect(judge(today, some).after.build.packs).toHaveLength(1)
  const none = partOfPlan(today, plan, new Set())
  expect([none.packs, none.bought]).toEqual([[], []])
})

test('what comes in a pack that is on the list already is paid for with it', () => {
  const build = boardWith(headerCount + 1).build
  const item = { id: 'y1', mark: 'Y1', partId: splitter.id, stock: 'toBuy' } as const
  const pack = bag(3, 890).pack
  const listed = { ...build, parts: [...build.parts, splitter], items: [...build.items, item] }
  const packed = { ...listed, packs: [pack], items: [...build.items, { ...item, packId: pack.id }] }
  const cents = (one: typeof build) =>
    propose(solver, derive(one), 'balanced', { offers: [single(390)], seconds: 15, now }).reached.find(
      ({ goal }) => goal === 'cents',
    )?.value
  expect([cents(listed), cents(packed)]).toEqual([390, 0])
})

/** By hand: three fans at 15.90 and a splitter of three legs at 4.90 are 52.60 one by one; the pack of all four is 39.90. */
test('fans that are on the list anyway come in a pack with the splitter that the plan wants, where that is cheaper', () => {
  const fan = partNamed('fan-120')
  const legs = partNamed('splitter-3')
  const build = bench(['M1: board-middle', 'S1: supply-550', 'P1: pump', 'F4: fan-140', 'F1 F2 F3: fan-120 = buy'])
  const priced = {
    ...build,
    parts: build.parts.map((part) =>
      part.id === fan.id ? { ...part, price: { cents: 1590, currency: 'EUR' } } : part,
    ),
  }
  const pack = (priceCents: number): Offer => ({
    pack: {
      id: 'triple',
      name: 'Three with a splitter',
      contents: [
        { partId: fan.id, count: 3 },
        { partId: legs.id, count: 1 },
      ],
    },
    parts: [fan, legs],
    priceCents,
  })
  const offers = [
    { part: legs, priceCents: 490 },
    { part: fan, priceCents: 1590 },
  ]
  const plan = (priceCents: number) =>
    propose(solver, derive(priced), 'balanced', { offers: [...offers, pack(priceCents)], seconds: 15, now })
  const cheap = plan(3990)
  const listed = ['F1', 'F2', 'F3']
  expect(centsOf(cheap)).toBe(3990)
  expect(cheap.plan.packed.map(({ itemId }) => itemId)).toEqual(['f1', 'f2', 'f3'])
  expect(boughtTexts(derive(priced), cheap.plan)[0]).toBe(
    `1 × Three with a splitter: F1, F2 and F3, on the list one by one so far, 1 × ${legs.name} (Y1); all of it used`,
  )
  expect(shoppingList(cheap.after.build).map(({ name, count }) => [name, count])).toEqual([
    ['Three with a splitter', 1],
  ])
  const dear = plan(5300)
  expect([centsOf(dear), dear.plan.packs, dear.plan.packed]).toEqual([3 * 1590 + 490, [], []])
  expect(shoppingList(dear.after.build).map(({ name, count }) => [name, count])).toEqual(
    [
      [legs.name, 1],
      [fan.name, listed.length],
    ].toSorted(),
  )
  // One undo takes the fans out of the pack again.
  const back = apply(cheap.after.build, apply(priced, cheap.edit).inverse).build
  expect(back).toEqual(priced)
})

test('an offer holds what its pack names, as far as the parts are there', () => {
  expect(contentsOf(single(1))).toEqual([{ part: splitter, count: 1 }])
  expect(contentsOf(bag(3, 1))).toEqual([{ part: splitter, count: 3 }])
  expect(contentsOf({ ...bag(3, 1), parts: [] })).toEqual([])
})
