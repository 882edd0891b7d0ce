import type { PortRef } from '../schema/schema-kit'
import type { Wire } from '../parts/connectors'
import { portKey } from '../build/refs'

/** One thing that may be wrong with a machine that was built as planned. */
export type BenchFault =
  | { readonly kind: 'plugLoose'; readonly threadId: string; readonly lead: PortRef }
  | { readonly kind: 'contactOpen'; readonly threadId: string; readonly lead: PortRef; readonly wire: Wire }
  | { readonly kind: 'contactPoor'; readonly threadId: string; readonly lead: PortRef }
  | { readonly kind: 'cableForeign'; readonly threadId: string; readonly lead: PortRef }
  | { readonly kind: 'leadElsewhere'; readonly threadId: string; readonly lead: PortRef; readonly to: PortRef }
  | {
      readonly kind: 'leadsExchanged'
      readonly threadId: string
      readonly lead: PortRef
      readonly otherThreadId: string
      readonly other: PortRef
    }
  | { readonly kind: 'syncOff'; readonly at: PortRef }
  | { readonly kind: 'modeOther'; readonly at: PortRef; readonly mode: 'pwm' | 'dc' }
  | { readonly kind: 'standInOther'; readonly at: PortRef }
  | { readonly kind: 'addressSame'; readonly at: PortRef; readonly other: PortRef }
  | { readonly kind: 'programMissing'; readonly at: PortRef }
  | { readonly kind: 'usbDead'; readonly at: PortRef; readonly lead: PortRef }
  | { readonly kind: 'motorStands'; readonly at: PortRef }
  | { readonly kind: 'tachSilent'; readonly at: PortRef }
  | { readonly kind: 'headerDeaf'; readonly at: PortRef }
  | { readonly kind: 'ledBroken'; readonly at: PortRef; readonly zone: string }
  | { readonly kind: 'fanTurnedRound'; readonly at: PortRef }
export type FaultKind = BenchFault['kind']

interface Kind {
  /** How often it is met beside the others: of all faults of its kind together. Common practice, no source. */
  readonly weight: number
}

/** The kinds of faults, by how often they are met (common practice, no source). */
export const FAULT_KINDS: Readonly<Record<FaultKind, Kind>> = {
  plugLoose: { weight: 30 },
  leadElsewhere: { weight: 15 },
  syncOff: { weight: 10 },
  programMissing: { weight: 8 },
  standInOther: { weight: 6 },
  modeOther: { weight: 6 },
  contactOpen: { weight: 6 },
  addressSame: { weight: 5 },
  fanTurnedRound: { weight: 6 },
  leadsExchanged: { weight: 5 },
  usbDead: { weight: 4 },
  motorStands: { weight: 4 },
  ledBroken: { weight: 3 },
  contactPoor: { weight: 2 },
  cableForeign: { weight: 1 },
  tachSilent: { weight: 2 },
  headerDeaf: { weight: 1 },
}

/** A name for a fault that stays the same as long as its threads and ports do: `f3.fan:contactOpen:tach`. */
export function faultId(fault: BenchFault): string {
  switch (fault.kind) {
    case 'plugLoose':
    case 'contactPoor':
    case 'cableForeign':
      return `${portKey(fault.lead)}:${fault.kind}`
    case 'contactOpen':
      return `${portKey(fault.lead)}:contactOpen:${fault.wire}`
    case 'leadElsewhere':
      return `${portKey(fault.lead)}:leadElsewhere:${portKey(fault.to)}`
    case 'leadsExchanged':
      return `${portKey(fault.lead)}:leadsExchanged:${portKey(fault.other)}`
    case 'addressSame':
      return `${portKey(fault.at)}:addressSame:${portKey(fault.other)}`
    case 'modeOther':
      return `${portKey(fault.at)}:modeOther:${fault.mode}`
    case 'ledBroken':
      return `${portKey(fault.at)}:ledBroken:${fault.zone}`
    default:
      return `${portKey(fault.at)}:${fault.kind}`
  }
}
