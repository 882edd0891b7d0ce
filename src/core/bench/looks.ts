import { portKey } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import { faultId, type BenchFault } from './faults'
import type { Observation, Sight, SightKind } from './sight'

/**
 * One thing to do to learn more. sight: look at something that runs. plug: look whether a plug is seated, and where it
 * goes. contact: look at the contacts of a plug. alone: put a motor on a header that is known to work. setting: look
 * whether a setting is made, or a program there. usb: try another port. header: put a fan that reports on a header.
 */
export type LookKind = 'sight' | 'plug' | 'contact' | 'alone' | 'setting' | 'usb' | 'header'

export interface Look {
  readonly key: string
  readonly kind: LookKind
  readonly at: PortRef
  /** Of a sight: which. */
  readonly sight?: Sight
  readonly threadId?: string
  /** In minutes of a patient builder, with the machine off and on again where something is touched: common practice, no source. */
  readonly costMinutes: number
  readonly isPowerOff: boolean
}

const SIGHT_MINUTES: Readonly<Record<SightKind, number>> = {
  board: 0.2,
  fan: 0.3,
  light: 0.3,
  box: 0.5,
  reading: 0.5,
  air: 0.5,
}
const MINUTES = { plug: 2, setting: 1, usb: 3, contact: 5, header: 5, alone: 5 } as const

/** The plugs that a fault is about. */
const threadsOf = (fault: Extract<BenchFault, { readonly threadId: string }>) => [
  { threadId: fault.threadId, lead: fault.lead },
  ...(fault.kind === 'leadsExchanged' ? [{ threadId: fault.otherThreadId, lead: fault.other }] : []),
]

const touching = (kind: keyof typeof MINUTES, at: PortRef, threadId?: string): Look => ({
  key: `${kind} ${threadId ?? portKey(at)}`,
  kind,
  at,
  ...(threadId === undefined ? {} : { threadId }),
  costMinutes: MINUTES[kind],
  isPowerOff: kind !== 'setting',
})

/** A look by which a fault is found, and what it finds there. */
interface Finding {
  readonly look: Look
  readonly answer: string
}

/** The looks that tell a fault from others by more than what is seen from outside; any other look finds nothing of it. */
function findingsOf(fault: BenchFault): readonly Finding[] {
  const by = (look: Look, answer: string): Finding => ({ look, answer })
  switch (fault.kind) {
    case 'plugLoose':
      return [by(touching('plug', fault.lead, fault.threadId), 'loose')]
    // Whoever looks at a plug that is elsewhere sees where it goes instead.
    case 'cableForeign':
    case 'leadElsewhere':
    case 'leadsExchanged':
      return threadsOf(fault).map(({ threadId, lead }) => by(touching('plug', lead, threadId), faultId(fault)))
    case 'contactOpen':
      return [by(touching('contact', fault.lead, fault.threadId), fault.wire)]
    case 'contactPoor':
      return [by(touching('contact', fault.lead, fault.threadId), 'poor')]
    case 'motorStands':
    case 'tachSilent':
      return [by(touching('alone', fault.at), fault.kind)]
    case 'syncOff':
    case 'modeOther':
    case 'standInOther':
    case 'programMissing':
      return [by(touching('setting', fault.at), faultId(fault))]
    case 'addressSame':
      return [fault.at, fault.other].map((at) => by(touching('setting', at), faultId(fault)))
    case 'usbDead':
      return [by(touching('usb', fault.lead), 'dead')]
    case 'headerDeaf':
      return [by(touching('header', fault.at), 'deaf')]
    case 'ledBroken':
    case 'fanTurnedRound':
      return []
    default:
      return fault satisfies never
  }
}

const findings = new WeakMap<BenchFault, ReadonlyMap<string, string>>()

/** What a look finds of a fault; asked very often of the same ones. */
function foundBy({ key }: Look, fault: BenchFault): string | undefined {
  let own = findings.get(fault)
  if (own === undefined) {
    own = new Map(findingsOf(fault).map(({ look, answer }) => [look.key, answer]))
    findings.set(fault, own)
  }
  return own.get(key)
}

/** Everything that may be done to tell these faults apart: what can be seen, and what has to be touched. */
export function looksFor(sights: readonly Sight[], faults: readonly BenchFault[]): readonly Look[] {
  const seeing = sights.map((sight): Look => ({
    key: sight.key,
    kind: 'sight',
    at: sight.at,
    sight,
    costMinutes: SIGHT_MINUTES[sight.kind],
    isPowerOff: false,
  }))
  const touched = new Map(faults.flatMap((fault) => findingsOf(fault).map(({ look }) => [look.key, look] as const)))
  return [...seeing, ...touched.values()]
}

/** What a look would find where these faults are in the machine; `fine` where it finds nothing wrong. */
export function answerOf(look: Look, faults: readonly BenchFault[], seen: Observation): string {
  if (look.kind === 'sight') return seen.get(look.key)!
  for (const fault of faults) {
    const answer = foundBy(look, fault)
    if (answer !== undefined) return answer
  }
  return 'fine'
}
