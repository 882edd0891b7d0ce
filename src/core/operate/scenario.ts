import type { PortKey } from '../build/refs'
import type { Choices } from '../build/schema'
import type { Rail } from '../parts/connectors'
import { FULL_WHITE, type Glow } from '../physics/led'
import type { PortRef } from '../schema/schema-kit'
import type { WiringFault } from '../structure/wiring/faults'

export type HeatSource = NonNullable<NonNullable<Choices['curves']>[number]['heatSource']>

/** What may be wrong: with a plug, or with a motor that stands. */
export type Fault = WiringFault | { readonly fault: 'motorStands'; readonly at: PortRef }

/** How a machine runs: what it is told, what it is fed with, what is wrong with it, and when it is looked at. */
export interface Scenario {
  /** What the lights show; full white where nothing is said. */
  readonly glow?: Glow
  /** Another glow for the lights of one source. */
  readonly glowByLine?: Readonly<Record<PortKey, Glow>>
  /** What every header and outlet asks for; full speed where nothing is said. */
  readonly dutyPercent?: number
  /** Another duty for one header or outlet. */
  readonly dutyByHead?: Readonly<Record<PortKey, number>>
  /** Temperatures, by which headers with a curve ask for what it says. */
  readonly heatC?: Readonly<Partial<Record<HeatSource, number>>>
  /** Volts at the sources of a rail; nominal where nothing is said. */
  readonly supplyVolts?: Readonly<Partial<Record<Rail, number>>>
  readonly faults?: readonly Fault[]
  /** Since power-on; long after it where nothing is said. */
  readonly timeMs?: number
}

/** By which a build is judged: full white, full speed, nominal volts, nothing wrong, long after power-on. */
export const WORST: Scenario = {}

/** What the lights of a source show. */
export function glowOf({ glow, glowByLine }: Scenario, source: PortKey | undefined): Glow {
  return (source === undefined ? undefined : glowByLine?.[source]) ?? glow ?? FULL_WHITE
}

/** The faults that are part of what is wired. */
export function wiringFaults({ faults = [] }: Scenario): readonly WiringFault[] {
  return faults.filter((entry): entry is WiringFault => entry.fault !== 'motorStands')
}
