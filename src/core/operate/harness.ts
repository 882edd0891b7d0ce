import type { Build } from '../build/schema'
import { wiredOf, type Wired } from '../structure/wired'
import { structure, type Structure } from '../structure/wiring/wiring'
import { operate, type Operation } from './operate'
import { wiringFaults, WORST, type Scenario } from './scenario'

/**
 * What is wired and how it runs, in one hand: all that rules and screens read, and nothing of it is ever stored. A
 * scenario is a value of it, so that no rule, sum or screen knows whether it looks at the worst or at something else.
 */
export type Harness = Wired & Operation

/** A structure as it runs in a scenario whose faults of plugs it already has. */
export function harnessOf(wiredAs: Structure, scenario: Scenario = WORST): Harness {
  return inScenario(wiredOf(wiredAs), scenario)
}

/** The same wiring as it runs in another scenario, of the same faults of plugs. */
export const inScenario = (wired: Wired, scenario: Scenario): Harness => ({ ...wired, ...operate(wired, scenario) })

/** A sound build (see buildFaults) as it runs: at the worst, by which it is judged, unless another scenario is asked for. */
export function derive(build: Build, scenario: Scenario = WORST): Harness {
  return harnessOf(structure(build, wiringFaults(scenario)), scenario)
}
