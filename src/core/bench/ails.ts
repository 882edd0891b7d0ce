import type { PortKey } from '../build/refs'
import { portKey } from '../build/refs'
import type { BenchFault, FaultKind } from './faults'
import { sightKey } from './sight'

/** What is wrong in a machine beside its wiring and settings: motors, tachs, headers, ports and lights, by their keys. */
export interface Ails {
  readonly standing: ReadonlySet<PortKey>
  readonly silent: ReadonlySet<PortKey>
  readonly deaf: ReadonlySet<PortKey>
  /** USB leads whose port does not work. */
  readonly unheard: ReadonlySet<PortKey>
  /** Boxes whose program is missing, by their items. */
  readonly withoutProgram: ReadonlySet<string>
  /** Boxes that carry the number of another one, by their items. */
  readonly clashing: ReadonlySet<string>
  /** Outlets whose box was told of other lights than hang there. */
  readonly misdeclared: ReadonlySet<PortKey>
  /** Lights with a broken LED, by the key of their sight. */
  readonly broken: ReadonlySet<string>
  /** Lights that get too few volts through a contact that carries badly, by the key of their sight. */
  readonly starved: ReadonlySet<string>
  readonly turnedRound: ReadonlySet<string>
}

/** What is wrong beside the wiring; which lights a bad contact starves has to be said. */
export function ailsOf(faults: readonly BenchFault[], starved: ReadonlySet<string>): Ails {
  const of = <K extends FaultKind>(kind: K) =>
    faults.filter((fault): fault is Extract<BenchFault, { readonly kind: K }> => fault.kind === kind)
  return {
    standing: new Set(of('motorStands').map(({ at }) => portKey(at))),
    silent: new Set(of('tachSilent').map(({ at }) => portKey(at))),
    deaf: new Set(of('headerDeaf').map(({ at }) => portKey(at))),
    unheard: new Set(of('usbDead').map(({ lead }) => portKey(lead))),
    withoutProgram: new Set(of('programMissing').map(({ at }) => at.itemId)),
    clashing: new Set(of('addressSame').flatMap(({ at, other }) => [at.itemId, other.itemId])),
    misdeclared: new Set(of('standInOther').map(({ at }) => portKey(at))),
    broken: new Set(of('ledBroken').map(({ at, zone }) => sightKey('light', at, zone))),
    starved,
    turnedRound: new Set(of('fanTurnedRound').map(({ at }) => at.itemId)),
  }
}

export const NO_AILS: Ails = ailsOf([], new Set())
