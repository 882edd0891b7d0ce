import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { assignmentOf, ASSIGN_GOALS, type AssignGoal, type Assignment } from './assign'
import type { Filling } from './layout-plan'
import { valueOf, type Demand, type Values } from '../model/model'
import type { Solver } from '../solve/solver'

/** How one of the open questions of a plan came out. */
export interface Settled {
  readonly goal: AssignGoal
  readonly value: number
  readonly isProven: boolean
}

/** Which lead of a device goes where, as far as the plan leaves it open. */
export interface Settlement {
  readonly filled: readonly Filling[]
  readonly leadsOf: (filling: Filling, demand: Demand) => readonly PlacedPort[]
  /** The lead that begins the chain of a filling, where it matters. */
  readonly firstOf: (filling: Filling) => PortRef | undefined
  readonly settled: readonly Settled[]
}

export interface SettlePace {
  /** For all questions together. */
  readonly seconds: number
  readonly now: () => number
  /** Whether as much as can be is to stay where it is, before anything else. */
  readonly isMending: boolean
}

const LEAST_SECONDS = 0.1

function read(filled: readonly Filling[], { seats, stands, begins }: Assignment, values: Values) {
  const isOn = ({ variable }: { readonly variable: string }) => (values.get(variable) ?? 0) > 0.5
  const onPort = new Map(stands.filter(isOn).map(({ filling, port }) => [filling, { ...filling, port }]))
  const taken = seats.filter(isOn)
  const begun = new Map(begins.filter(isOn).map(({ seat }) => [onPort.get(seat.filling)!, seat.lead.ref]))
  const before = new Map([...onPort].map(([old, fresh]) => [fresh, old]))
  return {
    filled: filled.map((filling) => onPort.get(filling)!),
    leadsOf: (filling: Filling, demand: Demand) =>
      taken.filter((seat) => seat.filling === before.get(filling) && seat.demand === demand).map(({ lead }) => lead),
    firstOf: (filling: Filling) => begun.get(filling),
  }
}

/**
 * Settles what a plan leaves open, over that plan and no other: the goals one after the other, each with those before it
 * held fast. Undefined where nothing is open, or where no answer was found in time.
 */
export function settle(
  solver: Solver,
  harness: Harness,
  { filled, today }: { readonly filled: readonly Filling[]; readonly today: ReadonlyMap<string, string> },
  pace: SettlePace,
): Settlement | undefined {
  const assignment = assignmentOf(harness, filled, today)
  const { sums, goals } = assignment
  const order = pace.isMending ? (['reach', 'moved', 'breaks', 'lengthMm', 'turn'] as const) : ASSIGN_GOALS
  const asked = order.flatMap((goal) => {
    const terms = goals.get(goal)!
    return terms.length === 0 ? [] : [{ goal, terms }]
  })
  if (asked.length === 0) return undefined
  const end = pace.now() + pace.seconds
  const opened = solver.open(sums)
  const settled: Settled[] = []
  let values: Values | undefined
  try {
    for (const { goal, terms } of asked) {
      if (values !== undefined) opened.startFrom(values)
      const solved = opened.minimise(terms, { seconds: Math.max(end - pace.now(), LEAST_SECONDS) })
      values = solved.values ?? values
      if (values === undefined) return undefined
      const value = Math.round(valueOf(terms, values))
      settled.push({ goal, value, isProven: solved.is === 'proven' })
      opened.hold(terms, value)
    }
  } finally {
    opened.close()
  }
  return { ...read(filled, assignment, values!), settled }
}
