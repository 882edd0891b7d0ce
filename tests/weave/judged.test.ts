import { derive } from '../../src/core/operate/harness'
import { greedyPlan } from '../../src/core/weave/first-plan/greedy'
import { asJudged, type Score } from '../../src/core/weave/plan/score'
import { problemOf } from '../../src/core/weave/problem/read-problem'
import { modelOf } from '../../src/core/weave/model/write-model'
import type { Opened, Solver } from '../../src/core/weave/solve/solver'
import { weave, type Reached } from '../../src/core/weave/solve/weave'
import { machineOf, OFFERS } from './builds'

const reached = (goal: Reached['goal'], value: number): Reached => ({ goal, value, bound: value, isProven: true })
const CLAIMED = [reached('loose', 0), reached('warnings', 1), reached('overshoot', 100), reached('cents', 590)]
const judged = (score: Partial<Score>, isStacked = false) =>
  asJudged(CLAIMED, { warnings: 1, overshootMilliamps: 100, tight: 0, unknowns: 0, ...score }, isStacked)

test('what the rules see as the model does stays proven, a mA of rounding among it', () => {
  expect(judged({})).toEqual(CLAIMED)
  expect(judged({ overshootMilliamps: 99 })).toEqual(CLAIMED)
})

test('where the rules see more, theirs is the value, what was proven is a bound, and nothing after it is proven', () => {
  expect(judged({ warnings: 3 })).toEqual([
    reached('loose', 0),
    { goal: 'warnings', value: 3, bound: 1, isProven: false },
    { goal: 'overshoot', value: 100, bound: -Infinity, isProven: false },
    { goal: 'cents', value: 590, bound: -Infinity, isProven: false },
  ])
})

test('where they see less, the model was wrong, and its bound with it', () => {
  expect(judged({ warnings: 0 })[1]).toEqual({ goal: 'warnings', value: 0, bound: -Infinity, isProven: false })
})

test('on a piece that stands on another, what is counted could be less, and is not called proven', () => {
  expect(judged({}, true)).toEqual([
    reached('loose', 0),
    { goal: 'warnings', value: 1, bound: -Infinity, isProven: false },
    { goal: 'overshoot', value: 100, bound: -Infinity, isProven: false },
    { goal: 'cents', value: 590, bound: -Infinity, isProven: false },
  ])
  const none = [reached('loose', 0), reached('warnings', 0), reached('cents', 590)]
  expect(asJudged(none, { warnings: 0, overshootMilliamps: 0, tight: 0, unknowns: 0 }, true)).toEqual(none)
})

test('a solver that gives up leaves the first plan, and nothing is called proven but what is none already', () => {
  const model = modelOf(problemOf(derive(machineOf(8, 3)), OFFERS))
  const opened: Opened = {
    minimise: () => ({ values: undefined, value: Infinity, bound: -Infinity, is: 'best so far' }),
    hold: () => undefined,
    startFrom: () => undefined,
    close: () => undefined,
  }
  const givingUp: Solver = { open: () => opened, heapBytes: () => 0 }
  const first = greedyPlan(model)
  const found = weave(givingUp, model, { seconds: 1, now: () => 0, first })!
  expect(found.values).toBe(first)
  expect(found.reached.filter(({ isProven, value }) => isProven && value > 0)).toEqual([])
  expect(found.reached.some(({ isProven }) => !isProven)).toBe(true)
})
