import { islandsOf } from '../build/islands'
import { portKey } from '../build/refs'
import type { Build } from '../build/schema'
import type { PortRef } from '../schema/schema-kit'
import { derive, type Harness } from '../operate/harness'
import type { Scenario } from '../operate/scenario'
import type { Heat } from '../speed/motors-run'
import type { BenchFault, FaultKind } from './faults'
import { observationOf, sightsOf, stateOf, type Ails, type State } from './observe'
import { sightKey, type Observation, type Sight } from './sight'

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

/** What is wrong beside the wiring. */
function ailsOf(faults: readonly BenchFault[]): Ails {
  const of = <K extends FaultKind>(kind: K) =>
    faults.filter((fault): fault is Extract<BenchFault, { readonly kind: K }> => fault.kind === kind)
  return {
    standing: new Set(of('motorStands').map(({ at }) => portKey(at))),
    silent: new Set(of('tachSilent').map(({ at }) => portKey(at))),
    deaf: new Set(of('headerDeaf').map(({ at }) => portKey(at))),
    unheard: new Set(of('usbDead').map(({ lead }) => portKey(lead))),
    withoutProgram: new Set(of('programMissing').map(({ at }) => at.itemId)),
    broken: new Set(of('ledBroken').map(({ at, zone }) => sightKey('light', at, zone))),
    turnedRound: new Set(of('fanTurnedRound').map(({ at }) => at.itemId)),
  }
}

/** What is seen of the machine with these faults in it. */
export function simulate({ harness, heat, sights, plan }: Rehearsal, faults: readonly BenchFault[]): Observation {
  const build = faults.reduce(asBuilt, harness.build)
  const ofPlugs = faults.flatMap((fault): NonNullable<Scenario['faults']> => {
    if (fault.kind === 'plugLoose') return [{ fault: 'plugLoose', threadId: fault.threadId }]
    if (fault.kind !== 'contactOpen') return []
    return [{ fault: 'contactOpen', threadId: fault.threadId, wire: fault.wire }]
  })
  const isWired = build !== harness.build || ofPlugs.length > 0
  const now = isWired ? derive(build, { faults: ofPlugs }) : harness
  return observationOf(sights, stateOf(now, heat, ailsOf(faults)), plan)
}
