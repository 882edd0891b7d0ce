import type { Harness } from '../../operate/harness'
import { greedyPlan, placementsOf, type Placements } from '../first-plan/greedy'
import type { GoalKey, Model } from '../model/model'
import { modelOf } from '../model/write-model'
import type { Machine } from '../problem/machine'
import type { LeadClass, Offer } from '../problem/problem'
import { problemOf } from '../problem/read-problem'
import type { Solver } from '../solve/solver'
import { weave } from '../solve/weave'

/** With fewer kinds of fans the plan itself is found as fast. */
const LEAST_CLASSES = 10

/** Placements of classes that stand for several, dealt out to these, the hungriest first. */
function finer(placements: Placements, classes: readonly LeadClass[]): Placements {
  const left = new Map(
    classes.map(({ key, standsFor }) => [
      key,
      (standsFor ?? []).flatMap((member) => member.leads.map(() => member.key)),
    ]),
  )
  return placements.flatMap((placement) => {
    const waiting = left.get(placement.demand) ?? []
    if (waiting.length === 0) return [placement]
    const taken = waiting.splice(0, placement.count)
    return taken.map((demand) => ({ ...placement, demand, count: 1 }))
  })
}

/** What a rough look for a plan needs. */
interface Rough {
  readonly machine: Machine
  readonly offers: readonly Offer[]
  readonly isShort: boolean
  readonly goals: readonly GoalKey[]
  readonly seconds: number
  readonly now: () => number
}

const isMany = (model: Model) =>
  model.problem.classes.filter(({ isMotor, leads }) => isMotor && leads.length > 0).length >= LEAST_CLASSES

/** A plan in which every lead finds a port, by the model itself or a rough one; undefined where none was found. */
export function wholePlan(
  solver: Solver,
  harness: Harness,
  model: Model,
  rough: Omit<Rough, 'goals' | 'isShort'>,
): Placements | undefined {
  if (isMany(model)) return roughPlan(solver, harness, model, { ...rough, isShort: false, goals: ['loose'] })
  const loose = model.goals.filter(({ key }) => key === 'loose')
  const woven = weave(solver, { ...model, goals: loose }, rough)
  return woven && placementsOf(model, woven.values)
}

/**
 * A plan to begin with where many fans are unlike: by classes that each stand for a few. Undefined where they are few, or
 * none was found.
 */
export function roughPlan(
  solver: Solver,
  harness: Harness,
  model: Model,
  { machine, offers, isShort, goals, seconds, now }: Rough,
): Placements | undefined {
  if (!isMany(model)) return undefined
  const problem = problemOf(harness, offers, machine, { isShort, isCoarse: true })
  if (problem.classes.length >= model.problem.classes.length) return undefined
  const whole = modelOf(problem)
  const rough = { ...whole, goals: goals.flatMap((key) => whole.goals.filter((goal) => goal.key === key)) }
  const woven = weave(solver, rough, { seconds, now, first: greedyPlan(rough) })
  return woven && finer(placementsOf(rough, woven.values), problem.classes)
}
