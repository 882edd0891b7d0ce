import type { Edit } from '../build/edit-schema'
import type { PortRef } from '../formats/schema-kit'
import type { Sum } from '../harness/budgets'
import type { Harness } from '../harness/derive'

/** stop: damage, no start, or a device that will not work. mind: works, not as planned. note: worth knowing. */
export const SEVERITIES = ['stop', 'mind', 'unknown', 'note'] as const
export type Severity = (typeof SEVERITIES)[number]

export type RuleGroup =
  'fit' | 'voltage' | 'current' | 'speed' | 'tach' | 'light' | 'chain' | 'supply' | 'place' | 'curve'

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
} as const
export type MendMessageId = keyof typeof MEND_TEXTS

/** Distributes over a union of severities. */
type OutcomeWith<S extends Severity> = S extends 'unknown' ? 'unknown' : 'snag'

type Drafted<M extends Messages> = {
  readonly [K in keyof M & string]: {
    readonly outcome: OutcomeWith<M[K]['severity']>
    readonly messageId: K
    readonly at: readonly PortRef[]
    readonly params: ParamsOf<M[K]['text']>
    readonly sum?: Sum
  }
}[keyof M & string]

/** What a rule says of one subject: one of four outcomes, never more than one. */
export type OutcomeOf<M extends Messages> =
  { readonly outcome: 'holds' | 'notApplicable'; readonly at: readonly PortRef[] } | Drafted<M>

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
  /** Fields of the model whose absence turns holds into unknown, or that decide the outcome. */
  readonly reads: readonly string[]
}

interface Rule<M extends Messages> extends RuleInfo {
  readonly messages: M
  readonly check: (harness: Harness) => readonly OutcomeOf<M>[]
  /** Repairs for one of this rule's findings, best first; worked out when asked for. */
  readonly mends: (harness: Harness, finding: Finding) => readonly Mend[]
}

type AnyOutcome =
  | { readonly outcome: 'holds' | 'notApplicable'; readonly at: readonly PortRef[] }
  | {
      readonly outcome: 'snag' | 'unknown'
      readonly messageId: string
      readonly at: readonly PortRef[]
      readonly params: Readonly<Record<string, Param>>
      readonly sum?: Sum
    }

/** A rule without its own message types: what the registry holds. */
export interface AnyRule extends RuleInfo {
  readonly messages: Messages
  readonly check: (harness: Harness) => readonly AnyOutcome[]
  readonly mends: (harness: Harness, finding: Finding) => readonly Mend[]
}

/** Keeps message ids and slots as types, so that a missing slot does not compile. */
export const defineRule = <const M extends Messages>(rule: Rule<M>): Rule<M> => rule
