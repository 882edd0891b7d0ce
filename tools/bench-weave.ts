/**
 * Plans machines of 4 to 40 fans and as many light bars: the size of the model, the time to the first plan and
 * to proof of money and number of things, with the gap where it is open, beside GLPK (Debian: glpk-utils) on the same
 * model, goal by goal, in the same run.
 */
import { makeFan, makeSupply } from '../src/core/parts/make'
import { derive, type Harness } from '../src/core/operate/harness'
import { greedyPlan } from '../src/core/weave/first-plan/greedy'
import type { Model, Row } from '../src/core/weave/model/model'
import { propose } from '../src/core/weave/answers/proposals'
import { problemOf } from '../src/core/weave/problem/read-problem'
import { weave, type Reached } from '../src/core/weave/solve/weave'
import { modelOf } from '../src/core/weave/model/write-model'
import { openHighs } from '../src/solver/highs'
import { bench } from '../tests/support/bench'
import { boardOf, litMachineOf, named, OFFERS } from '../tests/weave/builds'
import { glpk, MAIN_GOALS } from '../tests/weave/glpk'

const FAN_COUNTS = [4, 8, 12, 16, 24, 32, 40] as const
const SEED = 0
const SECONDS = 40
const GLPK_SECONDS = 20

const now = () => performance.now() / 1000

/** What is planned, and how far down its goals. */
interface Case {
  readonly name: string
  readonly harness: Harness
  readonly goals: 'main' | 'all'
  readonly seconds: number
}

/** A board of eight headers, and so many fans that draw these amps, a part each. */
function manyFans(amps: readonly number[]): Harness {
  const board = boardOf(
    'wide',
    ['CPU', 'A', 'B', 'C', 'D', 'E', 'F', 'G'].map((name) => ({
      name,
      role: name === 'CPU' ? 'cpu' : 'case',
      mostAmps: 1,
    })),
  )
  const fans = [...new Set(amps)].map((each) =>
    named(makeFan({ id: 'fan', name: `Fan of ${each} A`, pins: 4, sizeMm: 120, amps: each }), `fan-${each * 1000}`),
  )
  const supply = makeSupply({
    id: 'wide-supply',
    name: 'Supply of six cables',
    cables: ['A', 'B', 'C', 'D', 'E', 'F'].map((name) => ({
      name,
      plugs: 'sata-power',
      plugCount: 4,
      mostAmps: 10,
    })),
  })
  const lines = amps.map((each, index) => `F${index + 1}: fan-${each * 1000}`)
  return derive(bench(['M1: wide', 'S1: wide-supply', ...lines], [], [board, supply, ...fans]))
}

const UNLIKE_AMPS = Array.from({ length: 24 }, (_, index) => (80 + 13 * index) / 1000)
const LARGE_AMPS = Array.from({ length: 60 }, (_, index) => [0.3, 0.36, 0.45][index % 3]!)

const CASES: readonly Case[] = [
  ...FAN_COUNTS.map((count): Case => ({
    name: `${count} fans and ${count} lights`,
    harness: derive(litMachineOf(count, SEED)),
    goals: 'main',
    seconds: SECONDS,
  })),
  { name: '24 fans and 24 lights, all goals', harness: derive(litMachineOf(24, SEED)), goals: 'all', seconds: 20 },
]

/** What is asked as a page asks it, with all that comes before and after the solver. */
const PROPOSED = [
  { name: '24 fans, no two alike', harness: manyFans(UNLIKE_AMPS) },
  { name: '60 large fans', harness: manyFans(LARGE_AMPS) },
] as const
const PROPOSE_SECONDS = 10

const toldOf = (reached: readonly Reached[]) =>
  reached
    .map(({ goal, value, isProven, bound }) =>
      isProven ? `${goal} ${value}` : `${goal} ${value} (not under ${Math.ceil(bound)})`,
    )
    .join(', ')

/** The same goals by GLPK, one after the other: how it compares, and how long it took. */
function besideGlpk(model: Model, reached: readonly Reached[]) {
  const held: Row[] = []
  const from = now()
  let agrees: 'agrees' | 'differs' | 'open' = 'agrees'
  for (const goal of model.goals) {
    const { value, isProven } = reached.find((entry) => entry.goal === goal.key)!
    const theirs = glpk(model, goal, held, GLPK_SECONDS)
    if (theirs === undefined) {
      agrees = 'open'
      break
    }
    if (Math.abs(theirs - value) > 1e-6 && isProven) agrees = 'differs'
    held.push({ name: `held${held.length}`, terms: goal.terms, least: undefined, most: theirs, menders: [] })
  }
  const seconds = now() - from
  return {
    seconds,
    text: agrees === 'open' ? `not done in ${GLPK_SECONDS} s a goal` : `${agrees} in ${seconds.toFixed(2)} s`,
    isOver: agrees === 'open',
  }
}

const opened = now()
const solver = await openHighs()
console.log(`weave: solver compiled in ${(now() - opened).toFixed(2)} s, which a page does before it is asked`)

for (const { name, harness, goals, seconds } of CASES) {
  const begun = now()
  const whole = modelOf(problemOf(harness, OFFERS))
  const first = greedyPlan(whole)
  const firstSeconds = now() - begun
  const model = goals === 'all' ? whole : { ...whole, goals: whole.goals.filter(({ key }) => MAIN_GOALS.includes(key)) }
  const from = now()
  const { reached } = weave(solver, model, { seconds, now, first })!
  const ours = now() - from
  const theirs = goals === 'all' ? undefined : besideGlpk(model, reached)
  console.log(
    `weave ${name}: ${model.variables.length} variables, ${model.rows.length} rows; first plan ${(firstSeconds * 1000).toFixed(0)} ms; ` +
      `${reached.every(({ isProven }) => isProven) ? 'proven' : 'NOT proven'} in ${ours.toFixed(2)} s: ${toldOf(reached)}; ` +
      (theirs === undefined
        ? ''
        : `GLPK ${theirs.text}, ratio ${theirs.isOver ? 'over ' : ''}${(theirs.seconds / ours).toFixed(1)}; `) +
      `heap ${(solver.heapBytes() / 1e6).toFixed(0)} MB`,
  )
}

for (const { name, harness } of PROPOSED) {
  const from = now()
  const { reached } = propose(solver, harness, 'balanced', { offers: OFFERS, seconds: PROPOSE_SECONDS, now })
  console.log(`plan ${name}: in ${(now() - from).toFixed(2)} s: ${toldOf(reached)}`)
}
