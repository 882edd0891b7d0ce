import { portKey } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import { faultId, type BenchFault } from './faults'
import type { Weighed } from './faults-of'
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
function threadsOf(fault: BenchFault): readonly { readonly threadId: string; readonly lead: PortRef }[] {
  switch (fault.kind) {
    case 'plugLoose':
    case 'contactOpen':
    case 'leadElsewhere':
      return [fault]
    case 'leadsExchanged':
      return [fault, { threadId: fault.otherThreadId, lead: fault.other }]
    default:
      return []
  }
}

const touching = (kind: keyof typeof MINUTES, at: PortRef, threadId?: string): Look => ({
  key: `${kind} ${threadId ?? portKey(at)}`,
  kind,
  at,
  ...(threadId === undefined ? {} : { threadId }),
  costMinutes: MINUTES[kind],
  isPowerOff: kind !== 'setting',
})

/** The looks that tell a fault from others by more than what is seen from outside. */
function looksAt(fault: BenchFault): readonly Look[] {
  switch (fault.kind) {
    case 'plugLoose':
    case 'leadElsewhere':
    case 'leadsExchanged':
      return threadsOf(fault).map(({ threadId, lead }) => touching('plug', lead, threadId))
    case 'contactOpen':
      return [touching('contact', fault.lead, fault.threadId)]
    case 'motorStands':
    case 'tachSilent':
      return [touching('alone', fault.at)]
    case 'syncOff':
    case 'modeOther':
    case 'programMissing':
      return [touching('setting', fault.at)]
    case 'usbDead':
      return [touching('usb', fault.lead)]
    case 'headerDeaf':
      return [touching('header', fault.at)]
    case 'ledBroken':
    case 'fanTurnedRound':
      return []
    default:
      return fault satisfies never
  }
}

/** Everything that may be done to tell these faults apart: what can be seen, and what has to be touched. */
export function looksFor(sights: readonly Sight[], faults: readonly Weighed[]): readonly Look[] {
  const seeing = sights.map((sight): Look => ({
    key: sight.key,
    kind: 'sight',
    at: sight.at,
    sight,
    costMinutes: SIGHT_MINUTES[sight.kind],
    isPowerOff: false,
  }))
  const touched = new Map(faults.flatMap(({ fault }) => looksAt(fault).map((look) => [look.key, look] as const)))
  return [...seeing, ...touched.values()]
}

/** What a look would find where this fault is the one; `fine` where it finds nothing wrong. */
export function answerOf(look: Look, fault: BenchFault, seen: Observation): string {
  const { kind, at, threadId } = look
  const isHere = 'at' in fault && portKey(fault.at) === portKey(at)
  switch (kind) {
    case 'sight':
      return seen.get(look.key)!
    case 'plug':
      if (!threadsOf(fault).some((one) => one.threadId === threadId) || fault.kind === 'contactOpen') return 'fine'
      // Whoever looks at a plug that is elsewhere sees where it goes instead.
      return fault.kind === 'plugLoose' ? 'loose' : faultId(fault)
    case 'contact':
      return fault.kind === 'contactOpen' && fault.threadId === threadId ? fault.wire : 'fine'
    case 'alone':
      return isHere && (fault.kind === 'motorStands' || fault.kind === 'tachSilent') ? fault.kind : 'fine'
    case 'setting':
      return isHere && ['syncOff', 'modeOther', 'programMissing'].includes(fault.kind) ? faultId(fault) : 'fine'
    case 'usb':
      return fault.kind === 'usbDead' && portKey(fault.lead) === portKey(at) ? 'dead' : 'fine'
    case 'header':
      return isHere && fault.kind === 'headerDeaf' ? 'deaf' : 'fine'
    default:
      return kind satisfies never
  }
}
