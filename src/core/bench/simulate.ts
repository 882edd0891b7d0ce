import { islandsOf } from '../build/islands'
import { portKey } from '../build/refs'
import type { Build } from '../build/schema'
import type { PortRef } from '../schema/schema-kit'
import { derive, type Harness } from '../operate/harness'
import type { Scenario } from '../operate/scenario'
import type { Heat } from '../speed/motors-run'
import { ailsOf } from './ails'
import type { BenchFault } from './faults'
import { observationOf, sightsOf, stateOf, type State } from './observe'
import type { Observation, Sight } from './sight'

/** A machine at rest, some minutes after power-on: what curves listen to then (common practice, no source). */
export const AT_REST: Heat = { processor: 45, graphics: 45, coolant: 32, board: 35 }

/** A machine as planned, against which all that is seen is held. */
export interface Rehearsal {
  readonly harness: Harness
  readonly heat: Heat
  readonly sights: readonly Sight[]
  readonly plan: State
}

/** What is to be seen of a machine whose wiring is as planned. */
const rehearsalOf = (harness: Harness): Rehearsal => ({
  harness,
  heat: AT_REST,
  sights: sightsOf(harness),
  plan: stateOf(harness, AT_REST),
})

export const rehearse = (build: Build): Rehearsal => rehearsalOf(derive(build))

/** Each machine of a build by itself: what is wrong in one is seen in no other. */
export function machinesOf(harness: Harness): readonly Rehearsal[] {
  const islands = islandsOf(harness.build)
  return islands.length === 1 ? [rehearsalOf(harness)] : islands.map(({ build }) => rehearse(build))
}

/** The build as it was really plugged and set. */
function asBuilt(build: Build, fault: BenchFault): Build {
  const plugged = (to: ReadonlyMap<string, PortRef>): Build => ({
    ...build,
    threads: build.threads.map((thread) => ({ ...thread, to: to.get(thread.id) ?? thread.to })),
  })
  const toOf = (threadId: string) => build.threads.find(({ id }) => id === threadId)!.to
  const { choices } = build
  const isAt = (ref: PortRef) => (entry: { readonly at: PortRef }) => portKey(entry.at) === portKey(ref)
  switch (fault.kind) {
    case 'leadElsewhere':
      return plugged(new Map([[fault.threadId, fault.to]]))
    case 'leadsExchanged':
      return plugged(
        new Map([
          [fault.threadId, toOf(fault.otherThreadId)],
          [fault.otherThreadId, toOf(fault.threadId)],
        ]),
      )
    case 'syncOff': {
      const others = (choices.syncSettings ?? []).filter((entry) => !isAt(fault.at)(entry))
      return { ...build, choices: { ...choices, syncSettings: [...others, { at: fault.at, isOn: false }] } }
    }
    case 'modeOther': {
      const others = (choices.modes ?? []).filter((entry) => !isAt(fault.at)(entry))
      return { ...build, choices: { ...choices, modes: [...others, { at: fault.at, mode: fault.mode }] } }
    }
    default:
      return build
  }
}

/** The lights that get too few volts through contacts that carry badly: those that would be dark without the 5 V there. */
function starvedBy(harness: Harness, faults: readonly BenchFault[], plan: State): ReadonlySet<string> {
  const poor = faults.filter((fault) => fault.kind === 'contactPoor')
  if (poor.length === 0) return new Set()
  const open = derive(harness.build, {
    faults: poor.map(({ threadId }) => ({ fault: 'contactOpen', threadId, wire: '5v' })),
  })
  const lights = stateOf(open, AT_REST).shines
  return new Set(
    [...plan.shines].filter(([key, shine]) => shine.isFed && lights.get(key)?.isFed !== true).map(([key]) => key),
  )
}

function isPulled(fault: BenchFault): fault is Extract<BenchFault, { readonly kind: 'plugLoose' | 'cableForeign' }> {
  // What a cable of another supply brings nobody knows: nothing that one may count on.
  return fault.kind === 'plugLoose' || fault.kind === 'cableForeign'
}

/** A machine as it is really wired and set with these faults in it. */
export function harnessWith({ harness }: Rehearsal, faults: readonly BenchFault[]): Harness {
  const build = faults.reduce(asBuilt, harness.build)
  const ofPlugs = faults.flatMap((fault): NonNullable<Scenario['faults']> => {
    if (isPulled(fault)) return [{ fault: 'plugLoose', threadId: fault.threadId }]
    if (fault.kind !== 'contactOpen') return []
    return [{ fault: 'contactOpen', threadId: fault.threadId, wire: fault.wire }]
  })
  const isWired = build !== harness.build || ofPlugs.length > 0
  return isWired ? derive(build, { faults: ofPlugs }) : harness
}

/** What a machine does with these faults in it. */
export function stateWith(rehearsal: Rehearsal, faults: readonly BenchFault[]): State {
  const { harness, heat, plan } = rehearsal
  return stateOf(harnessWith(rehearsal, faults), heat, ailsOf(faults, starvedBy(harness, faults, plan)))
}

/** What is seen of the machine with these faults in it. */
export const simulate = (rehearsal: Rehearsal, faults: readonly BenchFault[]): Observation =>
  observationOf(rehearsal.sights, stateWith(rehearsal, faults), rehearsal.plan)
