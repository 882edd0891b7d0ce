import { portKey } from '../build/refs'
import type { Build } from '../build/schema'
import type { PortRef } from '../formats/schema-kit'
import { deriveBudgets, type Budget } from './budgets'
import { makeLoads, type Loads } from './loads'
import { deriveWiring, listBy, type Wiring } from './wiring'

/** All that follows from a build and that rules and screens read; nothing of it is ever stored. */
export interface Harness extends Wiring {
  readonly loads: Loads
  readonly budgets: readonly Budget[]
  readonly budgetsAt: (ref: PortRef) => readonly Budget[]
}

/** One pass over a sound build (see buildFaults) that derives what the rules and the screens need. */
export function derive(build: Build): Harness {
  const wiring = deriveWiring(build)
  const loads = makeLoads(wiring)
  const budgets = deriveBudgets(wiring, loads)
  const byPort = listBy(budgets.flatMap((budget) => budget.at.map((ref) => [portKey(ref), budget] as const)))
  return { ...wiring, loads, budgets, budgetsAt: (ref) => byPort.get(portKey(ref)) ?? [] }
}
