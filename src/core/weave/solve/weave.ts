import { refilled } from '../first-plan/greedy'
import { isLess, tidied } from '../first-plan/ledger'
import { valueOf, type GoalKey, type Model, type Values } from '../model/model'
import { idealPlan } from './ideal'
import type { Solver } from './solver'

/** How one goal came out. */
export interface Reached {
  readonly goal: GoalKey
  readonly value: number
  /** What it cannot go below, given the goals before it. */
  readonly bound: number
  readonly isProven: boolean
}

/** The best plan for a model, with what each goal came to. */
export interface Woven {
  readonly values: Values
  readonly reached: readonly Reached[]
}

export interface Pace {
  /** For all goals together. */
  readonly seconds: number
  /** The clock, in seconds; the core has none of its own. */
  readonly now: () => number
  /** A plan to begin with. */
  readonly first?: Values | undefined
  readonly onBetter?: ((woven: Woven) => void) | undefined
}

/** Goals that count things come to whole numbers; a hair of the solver's arithmetic is not held against them. */
const WHOLE_SLACK = 1e-6

/** The share of what time is left that one goal may take, and what each has at least. */
const MOST_SHARE = 0.6
const LEAST_SECONDS = 0.05

const isCounted = (goal: GoalKey) => goal !== 'headroom'
/** What counts things that are unwanted is never less than none; staying threads and free room are wanted. */
const isZero = (goal: GoalKey, value: number) => isCounted(goal) && goal !== 'changed' && value < 0.5

/**
 * Solves the goals in their order, each with those before it held fast. Where time runs out, the plan so far is kept and
 * the goals that are left are told as not proven. Undefined where no plan at all was found.
 */
export function weave(solver: Solver, model: Model, pace: Pace): Woven | undefined {
  const end = pace.now() + pace.seconds
  const reached: Reached[] = []
  let values = pace.first
  const ideal = idealPlan(solver, model, pace)
  const opened = solver.open(model)
  try {
    if (ideal !== undefined) {
      values = tidied(model, ideal.values)
      for (const { key, terms } of ideal.goals) {
        const value = round(key, valueOf(terms, values))
        reached.push({ goal: key, value, bound: value, isProven: true })
        opened.hold(terms, value)
      }
      pace.onBetter?.({ values, reached: [...reached] })
    }
    for (const { key, terms } of model.goals.slice(reached.length)) {
      const before = values === undefined ? undefined : valueOf(terms, values)
      const left = end - pace.now()
      // What counts things and is none already cannot be less.
      if (before !== undefined && (isZero(key, before) || left <= 0)) {
        const isProven = isZero(key, before)
        reached.push({ goal: key, value: round(key, before), bound: isProven ? 0 : -Infinity, isProven })
      } else {
        if (values !== undefined) opened.startFrom(values)
        // What is known bounds what can still be bought or used, which makes the search a lot smaller.
        if (before !== undefined && isCounted(key)) opened.hold(terms, Math.round(before))
        const solved = opened.minimise(terms, {
          // No goal takes all the time from those after it.
          seconds: Math.max(left * MOST_SHARE, LEAST_SECONDS),
          onBetter: (better, value) =>
            pace.onBetter?.({
              values: tidied(model, better),
              reached: [...reached, { goal: key, value: round(key, value), bound: -Infinity, isProven: false }],
            }),
        })
        if (solved.values !== undefined) {
          const tidy = tidied(model, solved.values)
          const found = key === 'changed' ? refilled(model, tidy) : tidy
          // What is as good in this goal may be poor in those to come; those before it are held fast.
          const from = model.goals.findIndex((goal) => goal.key === key)
          const costs = (of: Values) => costsOf(model, of).slice(from)
          if (values === undefined || isLess(costs(found), costs(values))) values = found
        }
        if (values === undefined) return undefined
        const value = valueOf(terms, values)
        const isProven = solved.is === 'proven'
        const shown = round(key, value)
        reached.push({ goal: key, value: shown, bound: isProven ? shown : solved.bound, isProven })
      }
      opened.hold(terms, reached.at(-1)!.value + (isCounted(key) ? 0 : WHOLE_SLACK))
      pace.onBetter?.({ values: values!, reached: [...reached] })
    }
  } finally {
    opened.close()
  }
  if (values === undefined) return undefined
  // What was left lying about while an earlier goal was looked at is gone from the plan that is handed out.
  const atEnd = reached.map((entry): Reached => {
    const value = round(entry.goal, valueOf(model.goals.find(({ key }) => key === entry.goal)!.terms, values!))
    return entry.isProven ? entry : { ...entry, value }
  })
  return { values, reached: atEnd }
}

const costsOf = ({ goals }: Model, values: Values) => goals.map(({ terms }) => valueOf(terms, values))

const round = (goal: GoalKey, value: number) => (isCounted(goal) ? Math.round(value) : value)
