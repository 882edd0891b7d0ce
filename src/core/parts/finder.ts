import { railsOf } from './mating'
import type { Wire } from './connectors'
import { PLUGS } from './plugs'
import type { Port } from './schema'

/** What a person can see of a plug without knowing its name. */
export interface Traits {
  readonly hangsOn: 'fan' | 'light' | 'supply' | 'intoSupply' | 'box' | 'caseFront'
  readonly rows: 'one' | 'two' | 'flat'
  /** Positions in all, whether a contact is in them or not. */
  readonly positions: '3' | '4' | '6' | '10' | '15' | '20'
  readonly blank: 'third' | 'corner' | 'none'
  readonly ribs: 'yes' | 'no'
  readonly clip: 'yes' | 'no'
  /** Whether a wire sits in the fourth hole of a fan plug. */
  readonly fourth: 'yes' | 'no'
  readonly contacts: 'thin' | 'round' | 'square'
  readonly wires: '1' | '2' | '3' | '4' | 'more'
  readonly marking: '5 V' | '12 V' | 'maker' | 'nothing'
}
export type Question = keyof Traits

/** A plug that the finder can name. A trait that differs from piece to piece lists each, or is left out and excludes nothing. */
export interface Plug {
  readonly id: string
  readonly name: string
  readonly traits: { readonly [Q in Question]?: readonly Traits[Q][] }
  readonly connector: Port['connector']
  readonly wires: readonly Wire[]
  /** What must have been seen before it may be named at all: a plug of anybody's own is never named by what is left over. */
  readonly proof?: Question
  /** How to tell it from its look-alikes. */
  readonly tell: string
}

/** What a person has answered; “not sure” is an answer, and excludes nothing. */
export type Answers = { readonly [Q in Question]?: Traits[Q] | 'notSure' }

/** The plugs that go with every answer. */
export function plugsFor(answers: Answers): readonly Plug[] {
  return PLUGS.filter(({ traits }) =>
    (Object.keys(answers) as Question[]).every((question) => {
      const [answer, seen] = [answers[question], traits[question] as readonly string[] | undefined]
      return answer === undefined || answer === 'notSure' || seen === undefined || seen.includes(answer)
    }),
  )
}

const QUESTIONS: readonly Question[] = [
  'hangsOn',
  'rows',
  'positions',
  'blank',
  'ribs',
  'wires',
  'fourth',
  'contacts',
  'clip',
  'marking',
]

/** How many plugs would be left on average, were each answer as likely as the plugs that show it. */
function leftAfter(question: Question, plugs: readonly Plug[]): number {
  const values = new Set(plugs.flatMap(({ traits }) => traits[question] ?? []))
  const counts = [...values].map(
    (value) =>
      plugs.filter(({ traits }) => {
        const seen: readonly string[] | undefined = traits[question]
        return seen === undefined || seen.includes(value)
      }).length,
  )
  const total = counts.reduce((sum, count) => sum + count, 0)
  return total === 0 ? plugs.length : counts.reduce((sum, count) => sum + (count * count) / total, 0)
}

/** The question that tells most of what is left apart; undefined where none tells any more. */
export function nextQuestion(answers: Answers): Question | undefined {
  const plugs = plugsFor(answers)
  const [only] = plugs
  if (plugs.length < 2) return only?.proof !== undefined && answers[only.proof] === undefined ? only.proof : undefined
  const open = QUESTIONS.filter((question) => answers[question] === undefined)
  const judged = open.map((question) => ({ question, left: leftAfter(question, plugs) }))
  const best = judged.reduce<(typeof judged)[number] | undefined>(
    (found, entry) => (found === undefined || entry.left < found.left ? entry : found),
    undefined,
  )
  return best !== undefined && best.left < plugs.length ? best.question : undefined
}

/** The answers to a question that some plug which is left shows, in their order. */
export function answersTo(question: Question, answers: Answers): readonly string[] {
  const shown = new Set<string>(plugsFor(answers).flatMap(({ traits }) => traits[question] ?? []))
  return ANSWER_ORDER[question].filter((answer) => shown.has(answer))
}

const ANSWER_ORDER: { readonly [Q in Question]: readonly Traits[Q][] } = {
  hangsOn: ['fan', 'light', 'box', 'supply', 'intoSupply', 'caseFront'],
  rows: ['one', 'two', 'flat'],
  positions: ['3', '4', '6', '10', '15', '20'],
  blank: ['third', 'corner', 'none'],
  ribs: ['yes', 'no'],
  clip: ['yes', 'no'],
  fourth: ['yes', 'no'],
  contacts: ['thin', 'square', 'round'],
  wires: ['1', '2', '3', '4', 'more'],
  marking: ['5 V', '12 V', 'maker', 'nothing'],
}

/**
 * What the answers come to. found: one plug. several: more than one, so it must not be plugged yet; `volts` says where
 * even the voltage is open. none: no plug known here, which is `other` and mates with nothing but its like.
 */
export type FinderResult =
  | { readonly result: 'found'; readonly plug: Plug }
  | { readonly result: 'several'; readonly plugs: readonly Plug[]; readonly isVoltageOpen: boolean }
  | { readonly result: 'none' }

const railsOfPlug = ({ wires }: Plug) => railsOf({ wires } as Port).join(' ')

export function resultOf(answers: Answers): FinderResult {
  const plugs = plugsFor(answers)
  const [first] = plugs
  if (first === undefined) return { result: 'none' }
  const isProven = first.proof === undefined || (answers[first.proof] ?? 'notSure') !== 'notSure'
  if (plugs.length === 1) return isProven ? { result: 'found', plug: first } : { result: 'none' }
  return { result: 'several', plugs, isVoltageOpen: new Set(plugs.map(railsOfPlug)).size > 1 }
}
