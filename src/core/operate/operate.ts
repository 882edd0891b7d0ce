import { RAIL_VOLTS } from '../physics/amps'
import type { Rail } from '../parts/connectors'
import type { PortRef } from '../schema/schema-kit'
import type { Net } from '../structure/wiring/nets'
import type { Consumer } from '../structure/wiring/part-facts'
import type { Wired } from '../structure/wired'
import { lazily } from '../units/lazily'
import { deriveBudgets, type Budget } from './budgets'
import { drawAtGlow, drawOf, type Term } from './draw'
import { drawCircuit, type Circuit } from './electric'
import { makeLoads, type Loads } from './loads'
import { motorsIn } from './motors'
import { glowOf, type Scenario } from './scenario'
import { surgesOf, type Surge } from './surges'

/** What flows in a machine as it runs in a scenario. */
export interface Operation {
  readonly scenario: Scenario
  readonly loads: Loads
  readonly budgets: readonly Budget[]
  readonly budgetsAt: (ref: PortRef) => readonly Budget[]
  /** The start-up surge at every limit that carries a motor. */
  readonly surges: () => readonly Surge[]
  readonly surgeOf: (budget: Budget) => Surge | undefined
  /** The circuit that a port belongs to on a rail; undefined where the port has no such wire. */
  readonly circuit: (ref: PortRef, rail: Rail) => Circuit | undefined
}

const NO_BUDGETS: readonly Budget[] = []

/** How each consumer draws in a scenario. */
function drawsIn(wired: Wired, scenario: Scenario): (consumer: Consumer, at: PortRef) => Term {
  const motor = motorsIn(wired, scenario)
  const sourceOf = (consumer: Consumer, at: PortRef) => {
    if (consumer.type !== 'light' || scenario.glowByLine === undefined) return undefined
    return wired.lights().sourcesOf({ at, placed: wired.port(at), light: consumer })[0]?.key
  }
  return (consumer, at) =>
    consumer.type === 'motor'
      ? motor(consumer, drawOf(consumer, at))
      : drawAtGlow(glowOf(scenario, sourceOf(consumer, at)), consumer, at)
}

/** Currents and volts of what is wired, in a scenario; faults of plugs are part of what is wired (see harnessOf). */
export function operate(wired: Wired, scenario: Scenario): Operation {
  const loads = makeLoads(wired, drawsIn(wired, scenario))
  const budgets = deriveBudgets(wired, loads)
  const byPort = lazily(() => {
    const lists: Budget[][] = []
    for (const budget of budgets) for (const ref of budget.at) (lists[wired.port(ref).index] ??= []).push(budget)
    return lists
  })
  // A surge is the whole start, at whatever moment of it somebody looks.
  const { timeMs, ...steady } = scenario
  const surges = lazily((): readonly Surge[] =>
    timeMs === undefined ? surgesOf(wired, loads, budgets) : operate(wired, steady).surges(),
  )
  const surgeById = lazily(() => new Map(surges().map((surge) => [surge.budget.id, surge])))
  const loaded = { ...wired, loads }
  const circuits = new Map<Net, Circuit>()
  return {
    scenario,
    loads,
    budgets,
    budgetsAt: (ref) => byPort()[wired.port(ref).index] ?? NO_BUDGETS,
    surges,
    surgeOf: ({ id }) => surgeById().get(id),
    circuit: (ref, rail) => {
      const net = wired.nets(ref, rail)
      if (net === undefined) return undefined
      let circuit = circuits.get(net)
      if (circuit === undefined) {
        const volts = scenario.supplyVolts?.[rail] ?? RAIL_VOLTS[rail]
        circuits.set(net, (circuit = drawCircuit(loaded, net, rail, volts)))
      }
      return circuit
    },
  }
}
