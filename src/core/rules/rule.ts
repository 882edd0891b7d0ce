import type { Edit } from '../build/edit-schema'
import type { PortRef } from '../formats/schema-kit'
import type { Sum } from '../harness/budgets'
import type { Harness } from '../harness/derive'

/** stop: damage, no start, or a device that will not work. mind: works, not as planned. note: worth knowing. */
export const SEVERITIES = ['stop', 'mind', 'unknown', 'note'] as const
export type Severity = (typeof SEVERITIES)[number]

/** What the rules are about, in the order people work. */
export const GROUPS = [
  'fit',
  'voltage',
  'current',
  'speed',
  'tach',
  'light',
  'chain',
  'supply',
  'place',
  'curve',
] as const
export type RuleGroup = (typeof GROUPS)[number]

type SlotsIn<S extends string> = S extends `${string}{${infer K}}${infer Rest}` ? K | SlotsIn<Rest> : never
export type Param = number | string | readonly string[]
export type ParamsOf<S extends string> = { readonly [K in SlotsIn<S>]: Param }

export interface Message {
  readonly severity: Severity
  /** Slots in braces; the end of a slot's name is its unit. */
  readonly text: string
}
type Messages = Readonly<Record<string, Message>>

/** A repair: an edit, and a sentence on what it changes. */
export interface Mend {
  readonly messageId: MendMessageId
  readonly params: Readonly<Record<string, Param>>
  readonly edit: Edit
}
export const MEND_TEXTS = {
  move: 'Move {lead} to {port}.',
  moveWithSum: 'Move {lead} to {port}: it would carry {afterAmps} of {limitAmps} there.',
  plug: 'Plug {lead} into {port}.',
  unplug: 'Unplug {lead} from {port}; it is loose then.',
  park: 'Leave {lead} loose on purpose.',
  setMode: 'Set {port} to {mode} in the firmware.',
  runFlatOut: 'Let {lead} run at full speed on purpose.',
  switchSync: 'Switch the setting that makes {box} follow {lead} {position}.',
  feedRow: 'Plug {end} into {tail}, and {lead} into {port}.',
  setAddresses: 'Set the switches: {boxes}.',
  cover: 'Put the cover on {port}.',
  extend: 'Put {part} between {lead} and {port}; it goes on the list of what to buy.',
  turnCorner: 'Turn {fan} so that its lead leaves by the {corner} corner: {spareMm} to spare.',
  moveHose: 'Let the hoses of {thing} leave by its other end.',
  turnRound: 'Turn {fan} round, {face} inside.',
} as const
export type MendMessageId = keyof typeof MEND_TEXTS

/** What a rule says of one subject: one of four outcomes, never more than one. */
export type Outcome =
  | { readonly outcome: 'holds' | 'notApplicable'; readonly at: readonly PortRef[] }
  | {
      readonly outcome: 'snag' | 'unknown'
      readonly messageId: string
      readonly at: readonly PortRef[]
      readonly params: Readonly<Record<string, Param>>
      readonly sum?: Sum
    }

/** Makes the outcomes of a rule; a message id or a slot that its messages do not have does not compile. */
export interface Say<M extends Messages> {
  readonly holds: (at: readonly PortRef[]) => Outcome
  readonly notApplicable: (at: readonly PortRef[]) => Outcome
  /** A snag, or an unknown where the message is one. */
  readonly found: <K extends keyof M & string>(
    messageId: K,
    at: readonly PortRef[],
    params: ParamsOf<M[K]['text']>,
    sum?: Sum,
  ) => Outcome
}

/** A snag or an unknown, as plain data that survives a JSON round trip. */
export interface Finding {
  readonly ruleId: string
  readonly messageId: string
  readonly severity: Severity
  readonly at: readonly PortRef[]
  readonly params: Readonly<Record<string, Param>>
  readonly sum?: Sum
}

export interface RuleInfo {
  readonly id: string
  readonly group: RuleGroup
  /** What must be true, in one sentence. */
  readonly what: string
  readonly source: string
  /** Fields of the model whose absence turns holds into unknown. */
  readonly reads: readonly string[]
  /** Fields without which the rule has nothing to ask: their absence makes it not applicable. */
  readonly asksOnly?: readonly string[]
}

interface Rule<M extends Messages> extends RuleInfo {
  readonly messages: M
  readonly check: (harness: Harness, say: Say<M>) => readonly Outcome[]
  /** Repairs for one of this rule's findings, best first; worked out when asked for. */
  readonly mends: (harness: Harness, finding: Finding) => readonly Mend[]
}

/** A rule without its own message types: what the registry holds. */
export interface AnyRule extends RuleInfo {
  readonly messages: Messages
  readonly check: (harness: Harness) => readonly Outcome[]
  readonly mends: (harness: Harness, finding: Finding) => readonly Mend[]
}

function sayerFor<M extends Messages>(messages: M): Say<M> {
  return {
    holds: (at) => ({ outcome: 'holds', at }),
    notApplicable: (at) => ({ outcome: 'notApplicable', at }),
    found: (messageId, at, params, sum) => ({
      outcome: messages[messageId]!.severity === 'unknown' ? 'unknown' : 'snag',
      messageId,
      at,
      params,
      ...(sum === undefined ? {} : { sum }),
    }),
  }
}

/** Keeps message ids and slots as types, so that a missing slot does not compile. */
export const defineRule = <const M extends Messages>(rule: Rule<M>): AnyRule => {
  const say = sayerFor(rule.messages)
  return { ...rule, check: (harness) => rule.check(harness, say) }
}
