import { valueOf, type Goal, type Model, type Terms, type Values } from '../model/model'
import type { Solver } from './solver'

/** A plan with nothing at all against it, proven to be the cheapest of its kind. */
interface Ideal {
  readonly values: Values
  /** The goals that it settles, in their order. */
  readonly goals: readonly Goal[]
}

/** More things than this are in no plan; a cent weighs more than all of them. */
const MOST_THINGS = 50
/** A hair of the solver's arithmetic. */
const NEAR_NOTHING = 1e-6
/** So much of the time is risked for it. */
const MOST_SHARE = 0.25

const commonDivisor = (a: number, b: number): number => (b === 0 ? a : commonDivisor(b, a % b))

/** Money and things as one sum, in whole steps of money. */
function moneyAndThings(money: Goal, things: Goal): Terms {
  const step = Math.max(
    1,
    money.terms.reduce((sum, [, cents]) => commonDivisor(sum, Math.abs(cents)), 0),
  )
  return [...money.terms.map(([name, cents]) => [name, (cents / step) * MOST_THINGS] as const), ...things.terms]
}

/**
 * Asks at once for a plan that has nothing against it in any goal before money, and least money and fewest things in one
 * sum: where there is one, that is half a dozen questions in one. Undefined where there is none, or none was proven in its
 * share of the time.
 */
export function idealPlan(
  solver: Solver,
  model: Model,
  { seconds, first }: { readonly seconds: number; readonly first?: Values | undefined },
): Ideal | undefined {
  const at = model.goals.findIndex(({ key }) => key === 'cents')
  const [money, things] = [model.goals[at], model.goals[at + 1]]
  const before = model.goals.slice(0, Math.max(at, 0))
  if (money === undefined || things?.key !== 'boxes' || before.some(({ key }) => key === 'changed')) return undefined
  const isNothing = (list: readonly Goal[]) =>
    first !== undefined && list.every(({ terms }) => Math.abs(valueOf(terms, first)) < NEAR_NOTHING)
  // What costs nothing and uses nothing need not be looked for.
  if (isNothing([...before, money, things])) return undefined
  const rows = before
    .filter(({ terms }) => terms.length > 0)
    .map(({ terms }, index) => ({
      name: `ideal${index}`,
      terms,
      least: undefined,
      most: 0,
      menders: undefined,
    }))
  const opened = solver.open({ variables: model.variables, rows: [...model.rows, ...rows] })
  try {
    const solved = opened.minimise(moneyAndThings(money, things), { seconds: seconds * MOST_SHARE })
    if (solved.is !== 'proven' || solved.values === undefined) return undefined
    if (valueOf(things.terms, solved.values) >= MOST_THINGS) return undefined
    return { values: solved.values, goals: [...before, money, things] }
  } finally {
    opened.close()
  }
}
