import { performance } from 'node:perf_hooks'
import { derive } from '../../src/core/operate/harness'
import { neededLoose } from '../../src/core/weave/plan/plan'
import type { Offer } from '../../src/core/weave/problem/problem'
import { propose } from '../../src/core/weave/answers/proposals'
import { remedyFor } from '../../src/core/weave/answers/remedy'
import type { Solver } from '../../src/core/weave/solve/solver'
import { lackTexts } from '../../src/core/wording/reason-text'
import { proposalLines, remedyText } from '../../src/core/wording/plan-text'
import { openHighs } from '../../src/solver/highs'
import { bench, partNamed } from '../support/bench'
import { narrowBoard } from './builds'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const now = () => performance.now() / 1000
const offer = (id: string, priceCents: number | undefined): Offer => ({ part: partNamed(id), priceCents })
const ask = { offers: [], seconds: 10, now }

const fans = (count: number) =>
  derive(
    bench(
      [
        'M1: narrow',
        'S1: supply-550',
        'P1: pump',
        `${Array.from({ length: count }, (_, i) => `F${i + 1}`).join(' ')}: fan-140`,
      ],
      [],
      [narrowBoard],
    ),
  )

test('what is short is told by its kind, with the places that are wanted and what would do instead', () => {
  const harness = fans(4)
  const best = propose(solver, harness, 'balanced', ask)
  expect(neededLoose(best.plan)).toHaveLength(2)
  const [text] = lackTexts(best.after, neededLoose(best.plan))
  expect(text).toMatch(/^2 more places for a 4-pin fan plug wanted \(F\d and F\d\), or 2 things fewer$/)
  expect(proposalLines(harness, best)).toContain(`No plan gives every lead a port: ${text}`)
})

test('of what may not be bought, the cheapest that gives every lead a port is found', () => {
  const harness = fans(4)
  const best = propose(solver, harness, 'balanced', ask)
  // By hand: two splitters of two legs at 3.90 are dearer than a hub at 7.00, which takes the two fans and two more.
  const others = [offer('splitter-2', 390), offer('hub-plain-5', 700), offer('hub-powered-8', 1990)]
  const remedy = remedyFor(solver, harness, best, { ...ask, others })!
  expect(remedy.offers).toEqual([others[1]])
  expect(remedyText(remedy)).toBe(
    `Every lead would have a port with ${partNamed('hub-plain-5').name} (7.00), the cheapest that does it.`,
  )
  const dearer = remedyFor(solver, harness, best, { ...ask, others: [others[0]!, offer('hub-plain-5', 800)] })!
  expect(dearer.offers).toEqual([others[0]])
  const unknown = remedyFor(solver, harness, best, { ...ask, others: [offer('splitter-4', undefined)] })!
  expect(remedyText(unknown)).toContain('(price unknown)')
})

test('where nothing helps, or nothing is short, there is no remedy', () => {
  const harness = fans(4)
  const best = propose(solver, harness, 'balanced', ask)
  expect(remedyFor(solver, harness, best, { ...ask, others: [] })).toBeUndefined()
  expect(remedyFor(solver, harness, best, { ...ask, others: [offer('light-splitter-2', 300)] })).toBeUndefined()
  const whole = propose(solver, fans(2), 'balanced', ask)
  expect(remedyFor(solver, fans(2), whole, { ...ask, others: [offer('splitter-2', 390)] })).toBeUndefined()
})

test('a box that finds no USB place is told as such, and not by the fans that hang on it', () => {
  const build = bench(
    ['M1: narrow', 'S1: supply-550', 'P1: pump', 'B1: box-garland', 'F1 F2 F3: fan-garland'],
    [],
    [narrowBoard],
  )
  const best = propose(solver, derive(build), 'balanced', ask)
  const texts = lackTexts(best.after, neededLoose(best.plan))
  expect(texts).toHaveLength(1)
  expect(texts[0]).toMatch(/^one more place for a .*USB.* wanted \(B1 USB lead\), or one thing fewer$/)
})
