import { portKey, type PortKey } from '../../build/refs'
import type { Curve } from '../../build/facet-schemas'
import type { Build, Choices } from '../../build/schema'
import type { PortRef } from '../../schema/schema-kit'
import type { Wiring } from './wiring'

type Mode = NonNullable<Choices['modes']>[number]['mode']
export type CurveSet = NonNullable<NonNullable<Choices['schools']>['curveSet']>

/** What the builder decided about ports and items, by port and item. */
export interface ChoicesBy {
  readonly modeAt: (ref: PortRef) => Mode | undefined
  readonly parkedReasonAt: (ref: PortRef) => string | undefined
  readonly flatOutReasonAt: (ref: PortRef) => string | undefined
  /** Whether the setting that makes the box follow this input is made; undefined where nobody has said. */
  readonly syncAt: (ref: PortRef) => boolean | undefined
  readonly curveSet: CurveSet
  /** The curve of the set that is in use, or of another one. */
  readonly curveAt: (ref: PortRef, set?: CurveSet) => Curve | undefined
  /** The curves of the set that is in use. */
  readonly curves: readonly Curve[]
  /** Whether a port worked when somebody tried it. */
  readonly trialAt: (ref: PortRef) => boolean | undefined
  /** Why a CPU header is left without a report on purpose. */
  readonly blindReasonAt: (ref: PortRef) => string | undefined
  readonly isCovered: (ref: PortRef) => boolean
  /** The number of a thing along the path of the light in its case. */
  readonly numberOf: (itemId: string) => number | undefined
  readonly addressOf: (itemId: string) => number | undefined
}

/** A wiring with what was decided about it. */
export interface Chosen extends Wiring {
  readonly choices: ChoicesBy
}

function byPort<T extends { readonly at: PortRef }>(entries: readonly T[] | undefined): ReadonlyMap<PortKey, T> {
  return new Map((entries ?? []).map((entry) => [portKey(entry.at), entry]))
}

export function indexChoices({ choices, places }: Build): ChoicesBy {
  const modes = byPort(choices.modes)
  const parked = byPort(choices.parked)
  const flatOut = byPort(choices.flatOut)
  const syncs = byPort(choices.syncSettings)
  const curves = { tuned: byPort(choices.curves), stock: byPort(choices.stockCurves) }
  const setInUse: CurveSet = choices.schools?.curveSet ?? 'tuned'
  const trials = byPort(choices.portTrials)
  const blind = byPort(choices.blindHeaders)
  const covered = new Set((choices.covered ?? []).map(portKey))
  const addresses = new Map((choices.addresses ?? []).map((entry) => [entry.itemId, entry.addressNumber]))
  const numbers = new Map((places ?? []).map(({ itemId, number }) => [itemId, number]))
  return {
    modeAt: (ref) => modes.get(portKey(ref))?.mode,
    parkedReasonAt: (ref) => parked.get(portKey(ref))?.reason,
    flatOutReasonAt: (ref) => flatOut.get(portKey(ref))?.reason,
    syncAt: (ref) => syncs.get(portKey(ref))?.isOn,
    curveSet: setInUse,
    curveAt: (ref, set = setInUse) => curves[set].get(portKey(ref)),
    curves: (setInUse === 'tuned' ? choices.curves : choices.stockCurves) ?? [],
    trialAt: (ref) => trials.get(portKey(ref))?.worked,
    blindReasonAt: (ref) => blind.get(portKey(ref))?.reason ?? choices.cpuHeaderBlindReason,
    isCovered: (ref) => covered.has(portKey(ref)),
    numberOf: (itemId) => numbers.get(itemId),
    addressOf: (itemId) => addresses.get(itemId),
  }
}
