import type { Edit } from '../../build/edit-schema'
import type { PortRef } from '../../schema/schema-kit'
import type { Sum } from '../../operate/budgets'
import type { Harness } from '../../operate/harness'

/** stop: damage, no start, or a device that will not work. warning: works, not as planned. note: worth knowing. */
export const SEVERITIES = ['stop', 'warning', 'unknown', 'note'] as const
export type Severity = (typeof SEVERITIES)[number]

/**
 * What follows where nobody does anything about it, the worst first: the order in which findings are told. Where a message
 * says nothing, a stop is something dead, a warning something other than planned, an unknown open, and a note known.
 */
export const CONSEQUENCES = [
  'damage',
  'overload',
  'loose',
  'noStart',
  'dead',
  'otherThanPlanned',
  'likelyOverload',
  'open',
  'wouldHold',
  'known',
] as const
export type Consequence = (typeof CONSEQUENCES)[number]
const USUAL_CONSEQUENCE: Readonly<Record<Severity, Consequence>> = {
  stop: 'dead',
  warning: 'otherThanPlanned',
  unknown: 'open',
  note: 'known',
}
export const consequenceOf = ({ severity, consequence }: Message): Consequence =>
  consequence ?? USUAL_CONSEQUENCE[severity]

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

/** The name in a slot: `leads`, and of `leads|is|are`, a word by their count. */
type NameIn<K extends string> = K extends `${infer Name}|${string}` ? Name : K
type SlotsIn<S extends string> = S extends `${string}{${infer K}}${infer Rest}` ? NameIn<K> | SlotsIn<Rest> : never
export type Param = number | string | readonly string[]
export type ParamsOf<S extends string> = { readonly [K in SlotsIn<S>]: Param }

/** Whether more of a figure is worse, or less of it; neither where it only describes. */
type Worse = 'more' | 'less' | 'neither'

export interface Message {
  readonly severity: Severity
  readonly consequence?: Consequence
  /** Says that something is still to be plugged, and not that something is wrong where it is. */
  readonly isMissing?: true
  /** Which way each of its figures is worse: what somebody takes on comes back when one of them moves that way. */
  readonly worse?: Readonly<Record<string, Worse>>
  /**
   * Slots in braces; the end of a slot's name is its unit. `{leads|is|are}` is a word by how many leads there are, or by
   * a number: the first for one, the second for all else.
   */
  readonly text: string
}
type Messages = Readonly<Record<string, Message>>

/** How the name of a slot that holds a figure ends: with its unit. */
export const FIGURE_UNITS = [
  ['Milliamps', ' mA'],
  ['Amps', ' A'],
  ['Watts', ' W'],
  ['Celsius', ' °C'],
  ['Degrees', '°'],
  ['FramesPerSecond', ' frames a second'],
  ['Volts', ' V'],
  ['Percent', ' %'],
  ['Mm', ' mm'],
  ['M3PerH', ' m³/h'],
  ['Rpm', ' rpm'],
  ['Number', ''],
  ['Count', ''],
] as const
type FigureIn<S extends string> = Extract<SlotsIn<S>, `${string}${(typeof FIGURE_UNITS)[number][0]}`>

/** Messages that can be taken on have to say which way each of their figures is worse. */
type Judged<M extends Messages> = {
  readonly [K in keyof M]: M[K]['severity'] extends 'warning' | 'note'
    ? [FigureIn<M[K]['text']>] extends [never]
      ? { readonly worse?: never }
      : { readonly worse: Readonly<Record<FigureIn<M[K]['text']>, Worse>> }
    : { readonly worse?: never }
}

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
  reorder: 'Plug them in the order of the case: {leads}.',
  wake: 'Put {part} between {lead} and {port}, with {fan} on the leg that reports.',
  swap: 'Let {lead} and {other} change places.',
  unplug: 'Unplug {lead} from {port}; it is loose then.',
  park: 'Leave {lead} loose on purpose.',
  setMode: 'Set {port} to {mode} in the firmware.',
  runFlatOut: 'Let {lead} run at full speed on purpose.',
  switchSync: 'Switch the setting that makes {box} follow {lead} {position}.',
  feedRow: 'Plug {end} into {tail}, and {lead} into {port}.',
  setAddresses: 'Set the switches: {boxes}.',
  cover: 'Put the cover on {port}.',
  extend: 'Put {part} between {lead} and {port}; it goes on the list of what to buy.',
  turnCorner: 'Turn {fan} so that its lead leaves by the {leadCorner} corner: {spareMm} to spare.',
  moveHose: 'Let the hoses of {thing} leave by its other end.',
  calmCurve: 'Let the curve of {port} slow down only when it has become {hysteresisCelsius} cooler.',
  turnPicture: 'Write down that {wantedDegrees} is set for the {screen} of {item}.',
  turnRound: 'Turn {fan} round, {face} inside.',
} as const
export type MendMessageId = keyof typeof MEND_TEXTS

/** What a rule says of one subject: one of four outcomes, never more than one. */
export type Outcome =
  | { readonly outcome: 'holds' | 'notApplicable' }
  | {
      readonly outcome: 'found' | 'unknown'
      readonly messageId: string
      readonly at: readonly PortRef[]
      /** Things that it is about and that have no port to name them by. */
      readonly itemIds?: readonly string[]
      readonly params: Readonly<Record<string, Param>>
      readonly sum?: Sum
    }

/** Makes the outcomes of a rule; a message id or a slot that its messages do not have does not compile. */
export interface Say<M extends Messages> {
  readonly holds: () => Outcome
  readonly notApplicable: () => Outcome
  /** A finding, or an unknown where the message is one. */
  readonly found: <K extends keyof M & string>(
    messageId: K,
    at: readonly PortRef[],
    params: ParamsOf<M[K]['text']>,
    sum?: Sum,
  ) => Outcome
}

/** A finding or an unknown, as plain data that survives a JSON round trip. */
export interface Finding {
  readonly ruleId: string
  readonly messageId: string
  readonly severity: Severity
  readonly at: readonly PortRef[]
  readonly itemIds?: readonly string[]
  readonly params: Readonly<Record<string, Param>>
  readonly sum?: Sum
}

/** The things that a finding is about, the first it names first. */
export const thingsOf = ({ at, itemIds = [] }: Finding): readonly string[] => [
  ...new Set([...at.map(({ itemId }) => itemId), ...itemIds]),
]

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
  /** The whole build, where one machine alone does not say it; else what it says of a machine needs no other. */
  readonly looksOver?: 'build'
}

interface Rule<M extends Messages> extends RuleInfo {
  readonly messages: M
  readonly check: (harness: Harness, say: Say<M>) => readonly Outcome[]
  /** Repairs for one of this rule's findings, best first; each worked out when it is asked for. */
  readonly mends: (harness: Harness, finding: Finding) => Iterable<Mend>
}

/** A rule without its own message types: what the registry holds. */
export interface AnyRule extends RuleInfo {
  readonly messages: Messages
  readonly check: (harness: Harness) => readonly Outcome[]
  readonly mends: (harness: Harness, finding: Finding) => Iterable<Mend>
}

/** What holds is counted, and nothing else is told of it: the same two objects every time. */
const HOLDS: Outcome = { outcome: 'holds' }
const NOT_APPLICABLE: Outcome = { outcome: 'notApplicable' }

function sayerFor<M extends Messages>(messages: M): Say<M> {
  return {
    holds: () => HOLDS,
    notApplicable: () => NOT_APPLICABLE,
    found: (messageId, at, params, sum) => ({
      outcome: messages[messageId]!.severity === 'unknown' ? 'unknown' : 'found',
      messageId,
      at,
      params,
      ...(sum === undefined ? {} : { sum }),
    }),
  }
}

/** Keeps message ids and slots as types, so that a missing slot does not compile. */
export const defineRule = <const M extends Messages>(rule: Rule<M> & { readonly messages: Judged<M> }): AnyRule => {
  const say = sayerFor(rule.messages)
  return { ...rule, check: (harness) => rule.check(harness, say) }
}
