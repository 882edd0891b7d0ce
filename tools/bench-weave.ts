/**
 * Plans machines of 4 to 40 fans and as many light bars: the size of the model, the time to the first plan and
 * to proof of money and number of things, with the gap where it is open, beside GLPK (Debian: glpk-utils) on the same
 * model, goal by goal, in the same run.
 */
import { derive } from '../src/core/operate/harness'
import { greedyPlan } from '../src/core/weave/first-plan/greedy'
import type { Row } from '../src/core/weave/model/model'
import { problemOf } from '../src/core/weave/problem/read-problem'
import { weave } from '../src/core/weave/solve/weave'
import { modelOf } from '../src/core/weave/model/write-model'
import { openHighs } from '../src/solver/highs'
import { litMachineOf, OFFERS } from '../tests/weave/builds'
import { glpk, MAIN_GOALS } from '../tests/weave/glpk'

const FAN_COUNTS = [4, 8, 12, 16, 24, 32, 40] as const
const SEED = 0
const SECONDS = 40
const GLPK_SECONDS = 20

const now = () => performance.now() / 1000
const solver = await openHighs()

for (const fanCount of FAN_COUNTS) {
  const harness = derive(litMachineOf(fanCount, SEED))
  const begun = now()
  const whole = modelOf(problemOf(harness, OFFERS))
  const first = greedyPlan(whole)
  const firstSeconds = now() - begun
  const model = { ...whole, goals: whole.goals.filter(({ key }) => MAIN_GOALS.includes(key)) }
  const from = now()
  const woven = weave(solver, model, { seconds: SECONDS, now, first })!
  const ours = now() - from
  const held: Row[] = []
  const glpkFrom = now()
  let agrees: 'agrees' | 'differs' | 'open' = 'agrees'
  for (const goal of model.goals) {
    const reached = woven.reached.find((entry) => entry.goal === goal.key)!
    const theirs = glpk(model, goal, held, GLPK_SECONDS)
    if (theirs === undefined) {
      agrees = 'open'
      break
    }
    if (Math.abs(theirs - reached.value) > 1e-6) agrees = 'differs'
    held.push({ name: `held${held.length}`, terms: goal.terms, least: undefined, most: reached.value, menders: [] })
  }
  const theirs = now() - glpkFrom
  const goals = woven.reached.map(({ goal, value, isProven, bound }) =>
    isProven ? `${goal} ${value}` : `${goal} ${value} (not under ${Math.ceil(bound)})`,
  )
  console.log(
    `weave ${fanCount} fans and ${fanCount} lights: ${model.variables.length} variables, ${model.rows.length} rows; first plan ${(firstSeconds * 1000).toFixed(0)} ms; ` +
      `${woven.reached.every(({ isProven }) => isProven) ? 'proven' : 'NOT proven'} in ${ours.toFixed(2)} s: ${goals.join(', ')}; ` +
      `GLPK ${agrees === 'open' ? `not done in ${GLPK_SECONDS} s a goal` : `${agrees} in ${theirs.toFixed(2)} s`}, ratio ${agrees === 'open' ? 'over ' : ''}${(theirs / ours).toFixed(1)}; heap ${(solver.heapBytes() / 1e6).toFixed(0)} MB`,
  )
}
