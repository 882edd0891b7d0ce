import type { BenchFault, FaultKind } from './faults'
import type { Candidate, Trouble } from './diagnose'
import { answerOf } from './looks'
import { areApart } from './pairs'
import { oddOf } from './solve'
import { simulate } from './simulate'
import type { Observation, Value } from './sight'

/** What may be hidden at each level; the fifth hides two at once. */
export const LEVELS: readonly (readonly FaultKind[])[] = [
  ['plugLoose'],
  ['plugLoose', 'leadElsewhere', 'leadsExchanged', 'contactOpen', 'fanTurnedRound'],
  ['syncOff', 'modeOther', 'programMissing', 'usbDead', 'addressSame', 'standInOther'],
  ['motorStands', 'tachSilent', 'headerDeaf', 'ledBroken', 'contactPoor', 'cableForeign', 'contactOpen', 'usbDead'],
  ['plugLoose', 'leadElsewhere', 'contactOpen', 'syncOff', 'modeOther', 'programMissing', 'motorStands'],
]
const PAIR_LEVEL = 5

/** The name of an exercise of a build: a level and a seed, `2-K7Q`. */
export interface ExerciseCode {
  readonly level: number
  readonly seed: number
}

const MOST_SEED = 36 ** 4

export const exerciseCode = ({ level, seed }: ExerciseCode): string => `${level}-${seed.toString(36).toUpperCase()}`

/** Undefined where the text is no code of an exercise. */
export function readExerciseCode(text: string): ExerciseCode | undefined {
  const match = /^\s*([1-5])-([0-9a-z]{1,4})\s*$/i.exec(text)
  return match === null ? undefined : { level: Number(match[1]), seed: Number.parseInt(match[2]!, 36) }
}

/** Another seed, from any number of 0 to 1. */
export const seedFrom = (share: number): number => Math.floor(share * MOST_SEED)

/** Even numbers of 0 to 1, the same for the same seed: mulberry32, a public-domain generator, from memory. */
function evenly(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}

/** A machine with something hidden in it. */
export interface Exercise {
  readonly code: ExerciseCode
  readonly hidden: readonly Candidate[]
  /** All of them together, and what is seen of them. */
  readonly faults: readonly BenchFault[]
  readonly seen: Observation
  /** What somebody who has it on the desk says first. */
  readonly complaint: readonly [key: string, value: Value]
}

/** So many drawings of two faults are tried until two are found that show something together. */
const MOST_DRAWS = 60

/** The exercise of a code: the same for the same wiring. Undefined where the machine has nothing of this level to hide. */
export function exerciseOf({ rehearsal, candidates }: Trouble, code: ExerciseCode): Exercise | undefined {
  const kinds = LEVELS[code.level - 1] ?? []
  const random = evenly(code.seed * LEVELS.length + code.level)
  const able = candidates
    .filter(({ faults: [fault], seen }) => kinds.includes(fault!.kind) && oddOf(seen).length > 0)
    .toSorted((a, b) => (a.id < b.id ? -1 : 1))
  // Every kind is as likely to be hidden, however many of it there are.
  const draw = (): Candidate | undefined => {
    const there = kinds.filter((kind) => able.some(({ faults }) => faults[0]!.kind === kind))
    const kind = there[Math.floor(random() * there.length)]
    const own = able.filter(({ faults }) => faults[0]!.kind === kind)
    return own[Math.floor(random() * own.length)]
  }
  const as = (hidden: readonly Candidate[]): Exercise | undefined => {
    const faults = hidden.flatMap((one) => one.faults)
    const seen = hidden.length === 1 ? hidden[0]!.seen : simulate(rehearsal, faults)
    const odd = oddOf(seen)
    const complaint = odd[Math.floor(random() * odd.length)]
    return complaint && { code, hidden, faults, seen, complaint }
  }
  const first = draw()
  if (first === undefined || code.level !== PAIR_LEVEL) return first && as([first])
  for (let drawn = 0; drawn < MOST_DRAWS; drawn += 1) {
    const second = draw()!
    const both = areApart(first, second) ? as([first, second]) : undefined
    if (both !== undefined) return both
  }
  return undefined
}

/** Whether no look at all tells a fault that was named from one that is hidden. */
export function isAlike({ looks }: Trouble, named: Candidate, hidden: Candidate): boolean {
  return looks.every((look) => answerOf(look, named.faults, named.seen) === answerOf(look, hidden.faults, hidden.seen))
}
