import { bench, demoBuild, partNamed } from '../../../../tests/support/bench'
import { portKey } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import { derive } from '../../operate/harness'
import { check } from '../../rules/check'
import { boughtTexts, endText, goalText, stepText } from '../../wording/plan-text'
import { between, stepsOf } from '../plan/differences'
import { greedyPlan } from '../first-plan/greedy'
import { tidied } from '../first-plan/ledger'
import { lpText } from '../model/lp'
import { heldFast, machinesOf, saidOf } from '../problem/machine'
import type { Row, Values } from '../model/model'
import { partOfPlan } from '../plan/part-of-plan'
import { planOf, type Plan } from '../plan/plan'
import { judge } from '../plan/plan-edits'
import { worthOffering } from '../model/prune'
import { problemOf } from '../problem/read-problem'
import { reasonFor } from '../../wording/reason-text'
import { spareOf } from './spare'
import { rootOf, todayOf } from '../problem/today'
import { modelOf } from '../model/write-model'

const OFFERS = ['splitter-2', 'splitter-4', 'hub-powered-8', 'box-garland'].map((id) => {
  const part = partNamed(id)
  return { part, priceCents: part.price?.cents }
})
const lantern = derive(demoBuild('harbour-lantern'))
const lead = (key: string) => lantern.ports.find((placed) => placed.key === key)!

test('a lead hangs on the header at the end of its pieces and chains', () => {
  expect(rootOf(lantern, lead('f1.fan'))).toBe('m1.SYS1')
  expect(rootOf(lantern, lead('p1.pump'))).toBe('m1.PUMP')
  expect(rootOf(lantern, lead('l1.light'))).toBeUndefined()
  const ferry = derive(demoBuild('night-ferry'))
  expect(
    rootOf(
      ferry,
      ferry.ports.find(({ key }) => key === 'f3.link')!,
    ),
  ).toBe('b1.link1')
  expect(todayOf(lantern).get('f1.fan')).toBe('m1.SYS1 splitter-3')
  expect(todayOf(lantern).get('p1.pump')).toBe('m1.PUMP ')
})

test('boards and supplies are hosts, boxes too, splitters are pieces, and what may be bought is both', () => {
  const { hosts, pieces, classes } = problemOf(derive(demoBuild('paper-kite')), OFFERS)
  expect(hosts.filter(({ isThere }) => isThere).map(({ key }) => key)).toEqual(['m1', 's1'])
  // One strip alone would fit its outlets: one such box is all that could be used.
  expect(hosts.filter(({ isBought }) => isBought).map(({ key }) => key)).toEqual(['box-garland*0'])
  expect(
    pieces
      .filter(({ stack }) => stack === undefined)
      .map(({ facts }) => facts.part.id)
      .toSorted(),
  ).toEqual(['hub-powered-5', 'hub-powered-8', 'splitter-2', 'splitter-4'])
  // Three fans of one kind, two of another, a strip: three classes of devices; the rest are leads of boxes.
  expect(classes.filter(({ leads }) => leads.length > 0).map(({ leads }) => leads.length)).toEqual([3, 2, 1])
})

test('draws are rounded up and limits down, to whole mA', () => {
  const { classes } = problemOf(derive(bench(['M1: board-middle', 'F1: fan-120-3pin'])), [])
  // 2.16 W at 12 V are 0.18 A.
  expect(classes[0]!.milliamps.get('12v')).toBe(180)
  const model = modelOf(problemOf(lantern, OFFERS))
  const figures = model.rows.flatMap(({ terms, least, most }) => [
    ...terms.map(([, factor]) => factor),
    least ?? 0,
    most ?? 0,
  ])
  expect(figures.filter((figure) => !Number.isInteger(figure))).toEqual([])
})

test('the model is written as LP text with each variable bounded', () => {
  const model = modelOf(problemOf(lantern, []))
  const text = lpText(model, model.goals[0]!.terms)
  expect(text).toMatch(/^Minimize\n goal: \+ 1 loose\d+/)
  expect(text.match(/^ 0 <= \w+ <= \d+(\.\d+)?$/gm)).toHaveLength(model.variables.length)
})

test('offers dearer than all of a sound plan are left out, and only where money comes next', () => {
  const roomy = modelOf(
    problemOf(derive(bench(['M1: board-middle', 'S1: supply-550', 'P1: pump', 'F1 F2: fan-140'])), OFFERS),
  )
  const first = greedyPlan(roomy)
  expect(worthOffering(OFFERS, roomy, first)).toEqual([])
  const goals = [{ key: 'headroom' as const, terms: [['y0', 1]] as const }, ...roomy.goals]
  expect(worthOffering(OFFERS, { ...roomy, goals }, new Map([...first, ['y0', 1]]))).toHaveLength(OFFERS.length)
})

test('what is bought for nothing is given back, what is used is not', () => {
  const model = modelOf(problemOf(derive({ ...demoBuild('harbour-lantern'), threads: [] }), OFFERS))
  const first = greedyPlan(model)
  const buy = model.variables.filter(({ name }) => name.startsWith('buy'))
  const wasteful = new Map([...first, ...buy.map(({ name, most }) => [name, most] as const)])
  const cents = model.goals.find(({ key }) => key === 'cents')!
  const sum = (values: ReadonlyMap<string, number>) =>
    cents.terms.reduce((total, [name, factor]) => total + factor * (values.get(name) ?? 0), 0)
  expect(sum(wasteful)).toBeGreaterThan(sum(first))
  expect(sum(tidied(model, wasteful))).toBe(sum(first))
})

const model = modelOf(problemOf(lantern, OFFERS))

test('a first plan has all the room that it is credited with, and no more', () => {
  const values = greedyPlan(model)
  const sum = (terms: Row['terms'], of: Values) =>
    terms.reduce((total, [name, factor]) => total + factor * (of.get(name) ?? 0), 0)
  const isKept = (of: Values) =>
    model.rows.every(({ terms, least = -Infinity, most = Infinity }) => {
      const total = sum(terms, of)
      return total >= least - 1e-6 && total <= most + 1e-6
    })
  expect(isKept(values)).toBe(true)
  const wanted = model.goals.flatMap(({ terms }) => terms.filter(([, factor]) => factor < 0).map(([name]) => name))
  expect(wanted.length).toBeGreaterThan(1)
  for (const name of wanted) {
    const { most } = model.variables.find((variable) => variable.name === name)!
    const more = (values.get(name) ?? 0) + 0.01
    expect(more > most || !isKept(new Map([...values, [name, more]]))).toBe(true)
  }
})

const whole: Plan = planOf(lantern, model, greedyPlan(model))

test('a plan is carried out as one step, and what it does with each lead is told', () => {
  const { edit, after } = judge(lantern, whole)
  expect(edit.type).toBe('batch')
  const steps = stepsOf(lantern, after, whole)
  expect(steps.map(({ lead: ref }) => portKey(ref))).toContain('l1.light')
  const strip = steps.find(({ lead: ref }) => ref.itemId === 'l1')!
  expect(strip.does).toBe('comes')
  expect(stepText(lantern, after, strip)).toBe('L1 light lead goes into LED12V')
  const pump = steps.find(({ lead: ref }) => ref.itemId === 'p1')!
  expect(stepText(lantern, after, pump)).toMatch(/^P1 (stays in|moves from)/)
  expect(reasonFor(after, strip.lead)).toMatch(/^rests on LED12V 0\.60 of 3\.00 A; /)
})

test('a part of a plan takes along what its leads hang on, and leaves the others where they are', () => {
  const part = partOfPlan(lantern, whole, new Set(['l1.light']))
  const today = new Set(lantern.threads.map(({ from, to }) => `${portKey(from)} ${portKey(to)}`))
  const fresh = part.links.filter(({ from, to }) => !today.has(`${portKey(from)} ${portKey(to)}`))
  expect(fresh.map(({ from, to }) => [portKey(from), portKey(to)])).toEqual([['l1.light', 'm1.LED12V']])
  expect(part.bought).toEqual([])
  const onPiece = whole.links.find(({ to }) => whole.bought.some(({ item }) => item.id === to.itemId))
  if (onPiece !== undefined) {
    const taken = partOfPlan(lantern, whole, new Set([portKey(onPiece.from)]))
    expect(taken.bought.map(({ item }) => item.id)).toEqual([onPiece.to.itemId])
    expect(taken.links.some(({ from }) => from.itemId === onPiece.to.itemId)).toBe(true)
  }
})

/** Threads of a board with these fans on these headers. */
const fansOn = (threads: readonly string[]) =>
  derive(bench(['M1: board-large', 'P1: pump', 'F1 F2 F3 F4: fan-140'], [...threads] as Parameters<typeof bench>[1]))

test.each([
  ['a row', ['F1 SYS1', 'F2 SYS2', 'F3 SYS3'], ['F1 SYS2', 'F2 SYS3', 'F3 SYS4'], ['F3', 'F2', 'F1']],
  ['a ring of two', ['F1 SYS1', 'F2 SYS2'], ['F1 SYS2', 'F2 SYS1'], ['F2', 'F1 first']],
  ['a ring of three', ['F1 SYS1', 'F2 SYS2', 'F3 SYS3'], ['F1 SYS2', 'F2 SYS3', 'F3 SYS1'], ['F3', 'F2', 'F1 first']],
  ['no ring', ['F1 SYS1', 'F2 SYS2'], ['F1 SYS3', 'F2 SYS1'], ['F1', 'F2']],
])('leads move once their ports are free: %s', (_, today, then, expected) => {
  const threads = (list: readonly string[]) => list.map((pair) => pair.replace(/^(F\d) (.*)$/, '$1.fan > M1.$2'))
  const [before, after] = [fansOn(threads(today)), fansOn(threads(then))]
  const links = after.threads.map(({ from, to }) => ({ from, to }))
  const steps = stepsOf(before, after, { ...whole, machine: machinesOf(before.build)[0]!, links, bought: [] })
  const moves = steps.filter(({ does }) => does === 'moves')
  expect(
    moves.map(({ lead: { itemId }, isPulledFirst }) => `${itemId.toUpperCase()}${isPulledFirst ? ' first' : ''}`),
  ).toEqual(expected)
  // What has to come out first is told.
  for (const step of moves) expect(stepText(before, after, step).includes('pull it out first')).toBe(step.isPulledFirst)
})

test('two plans are compared lead by lead: new things are alike by their part, not by their marks', () => {
  const side = (plan: Plan) => ({ plan, after: judge(lantern, plan).after })
  const [one, other] = [side(whole), side(partOfPlan(lantern, whole, new Set(['l1.light'])))]
  expect(between(one, one)).toEqual([])
  const moved = stepsOf(lantern, one.after, whole).flatMap(({ does, lead: { itemId } }) =>
    does === 'stays' ? [] : itemId,
  )
  const differ = between(one, other).map(({ lead: ref }) => ref)
  // What the one plan moves and the other leaves, and with a splitter that moves all that stays plugged into it.
  const isMoved = (ref: PortRef) =>
    [ref, ...one.after.across(ref).map((to) => to.ref)].some(({ itemId }) => moved.includes(itemId))
  expect(differ.length).toBeGreaterThan(0)
  expect(differ.filter((ref) => !isMoved(ref))).toEqual([])
  const [first] = between(one, other)
  expect(endText(one.after, first!.lead, first!.here)).not.toBe(endText(other.after, first!.lead, first!.there))
  const bought = { ...whole, bought: whole.bought.map((entry) => ({ ...entry, item: { ...entry.item, mark: 'Z9' } })) }
  expect(between(one, side(bought))).toEqual([])
})

test('a lead goes to a port, and what that hangs on is named with it', () => {
  const at = (itemId: string, portId: string) =>
    endText(lantern, { itemId, portId }, lantern.across({ itemId, portId })[0]?.ref)
  expect(at('p1', 'pump')).toBe('PUMP')
  expect(at('f1', 'fan')).toMatch(/^Y1 .*, on SYS1$/)
  expect(at('l1', 'light')).toBe('loose')
})

test('each machine is planned by itself: nothing of the others is in its problem, and their threads are held fast', () => {
  const hall = derive(demoBuild('loom-hall'))
  const machines = machinesOf(hall.build)
  expect(machines.map(({ name }) => name)).toEqual(Array.from({ length: 10 }, (_, index) => `Bench ${index + 1}`))
  const [first, second] = machines
  expect(first!.itemIds.size).toBe(46)
  const { hosts, classes } = problemOf(hall, OFFERS, second)
  expect(hosts.filter(({ isThere }) => isThere).map(({ key }) => key)).toEqual(['m2'])
  const leads = classes.flatMap((one) => one.leads)
  expect(leads).toHaveLength(40)
  expect(leads.every(({ item }) => second!.itemIds.has(item.id))).toBe(true)
  const held = heldFast(hall.build, second!).threads.filter(({ pinned }) => pinned === true)
  expect(held).toHaveLength(hall.threads.length - 45)
  const rest = {
    ...hall.build,
    items: [...hall.build.items, { id: 'y0', mark: 'Y0', partId: 'splitter-4', stock: 'owned' as const }],
  }
  expect(machinesOf(rest).at(-1)).toMatchObject({ name: 'in no machine', assemblyId: undefined })
  expect(machinesOf(lantern.build)).toMatchObject([{ name: 'Harbour Lantern' }])
})

test('what the rules say of some items is told apart', () => {
  const verdicts = check(lantern)
  const strip = saidOf(verdicts, new Set(['l1']))
  expect(strip.findings.every(({ at }) => at.some(({ itemId }) => itemId === 'l1'))).toBe(true)
  expect(strip.counts.stop).toBeGreaterThan(0)
  expect(saidOf(verdicts, machinesOf(lantern.build)[0]!.itemIds).counts).toEqual(verdicts.counts)
})

test('what is left free is counted', () => {
  // By hand: SYS1 carries 0.90 of 1.00 A; two USB headers of two lanes; five SATA and two peripheral plugs.
  const spare = spareOf(lantern, machinesOf(lantern.build)[0]!.itemIds)
  expect(spare.headroomShare).toBeCloseTo(0.1, 9)
  expect(spare).toMatchObject({ usbPlaceCount: 4, supplyPlugCount: 7, threadCount: 9 })
})

test.each([
  [{ goal: 'cents', value: 390, bound: 390, isProven: true } as const, 'money: 3.90 (proven best)'],
  [
    { goal: 'cents', value: 390, bound: 120.2, isProven: false } as const,
    'money: 3.90 (best found; not less than 1.21)',
  ],
  [
    { goal: 'boxes', value: 3, bound: -Infinity, isProven: false } as const,
    'splitters, hubs and boxes: 3 (best found in the time)',
  ],
  [
    { goal: 'headroom', value: -0.3, bound: -0.3, isProven: true } as const,
    'least free share of a limit: 30 % (proven best)',
  ],
])('%j is told', (reached, text) => {
  expect(goalText(reached)).toBe(text)
})

test('what is bought is counted by part', () => {
  const item = { id: 'y9', mark: 'Y9', partId: 'splitter-2', stock: 'toBuy' } as const
  const part = partNamed('splitter-2')
  const bought = [
    { item, part },
    { item: { ...item, id: 'y10', mark: 'Y10' }, part },
  ]
  expect(boughtTexts(lantern, { bought, packs: [], packed: [], spare: [] })).toEqual([
    '2 × Fan splitter, two legs (Y9, Y10)',
  ])
  const pack = { id: 'bag', name: 'A bag', contents: [] }
  const packed = bought.map((entry) => ({ ...entry, item: { ...entry.item, packId: 'bag' } }))
  expect(boughtTexts(lantern, { bought: packed, packs: [pack], packed: [], spare: [] })).toEqual([
    '1 × A bag: 2 × Fan splitter, two legs (Y9, Y10); all of it used',
  ])
  expect(boughtTexts(lantern, { bought: packed, packs: [pack], packed: [], spare: [packed[1]!.item] })).toEqual([
    '1 × A bag: 2 × Fan splitter, two legs (Y9, Y10); left over: 1 × Fan splitter, two legs (Y10)',
  ])
})
