import { bestLook, MOST_FOR_TREES, telling, type Asked } from './best-look'
import { groupBy } from '../units/group'
import { answerOf, looksFor, type Look } from './looks'
import type { BenchFault } from './faults'
import { faultsOf } from './faults-of'
import { agrees, type Observation, type Value } from './sight'
import { simulate, type Rehearsal } from './simulate'

/** What may be wrong, one fault or two at once, with what is seen where it is. */
export interface Candidate {
  readonly id: string
  readonly faults: readonly BenchFault[]
  readonly weight: number
  readonly seen: Observation
}

/** What has been said so far: of sights how they look, of looks what they found. */
export interface Said {
  /** By the key of a sight. */
  readonly seen: ReadonlyMap<string, Value>
  /** By the key of a look. */
  readonly found: ReadonlyMap<string, string>
  /** Looks that cannot be done, by their keys. */
  readonly skipped?: ReadonlySet<string>
  /** What was looked at as the one that is left, and was not it, by their ids. */
  readonly ruledOut?: ReadonlySet<string>
}

/**
 * Every single fault of a machine with what is seen where it is. It is the dear part: yielded one by one, so that a page
 * can go on in slices.
 */
export function* candidatesOf(rehearsal: Rehearsal): Generator<Candidate> {
  for (const { id, fault, weight } of faultsOf(rehearsal.harness)) {
    yield { id, faults: [fault], weight, seen: simulate(rehearsal, [fault]) }
  }
}

/** How likely it is that something of which nobody knows what is seen looks as was said: one of about four ways. */
const UNSURE_SHARE = 0.25

/** Whether what is seen of a candidate, and what these looks find of it, is what was said. */
export const isExplainedBy = (
  { faults, seen: shown }: Candidate,
  { seen, found }: Said,
  asked: readonly Look[],
): boolean =>
  [...seen].every(([key, value]) => agrees(value, shown.get(key) ?? 'unknown')) &&
  asked.every((look) => answerOf(look, faults, shown) === found.get(look.key))

/** Those that agree with all that was said, the likeliest first. */
function agreeing(
  candidates: readonly Candidate[],
  looks: readonly Look[],
  { seen, found, ruledOut }: Said,
): readonly Candidate[] {
  const asked = looks.filter(({ key }) => found.has(key))
  // A fault of which nobody knows what is seen is as likely as what was said is among all that may be.
  const unsureCount = (candidate: Candidate) =>
    [...seen].filter(([key, value]) => candidate.seen.get(key) !== value && value !== 'unknown').length
  return candidates
    .filter((candidate) => ruledOut?.has(candidate.id) !== true && isExplainedBy(candidate, { seen, found }, asked))
    .map((candidate) => ({ ...candidate, weight: candidate.weight * UNSURE_SHARE ** unsureCount(candidate) }))
    .toSorted((a, b) => b.weight - a.weight)
}

/** A look with what it is expected to tell. */
export interface Probe {
  readonly look: Look
  /** Expected information, in bits. */
  readonly bits: number
  /** Each answer with the faults that give it. */
  readonly answers: ReadonlyMap<string, readonly Candidate[]>
}

/** Shannon's information of an answer, in bits, by the weights of the faults that give it. */
function bitsOf(answers: readonly string[], candidates: readonly Candidate[]): number {
  const weights = new Map<string, number>()
  let total = 0
  for (const [index, answer] of answers.entries()) {
    const { weight } = candidates[index]!
    weights.set(answer, (weights.get(answer) ?? 0) + weight)
    total += weight
  }
  let bits = 0
  for (const weight of weights.values()) if (weight > 0) bits -= (weight / total) * Math.log2(weight / total)
  return bits
}

function probeOf({ look, answers }: Asked, candidates: readonly Candidate[]): Probe {
  const groups = groupBy(
    candidates.map((candidate, index) => ({ candidate, answer: answers[index]! })),
    ({ answer }) => answer,
  )
  const only = [...groups].map(([answer, some]) => [answer, some.map(({ candidate }) => candidate)] as const)
  return { look, bits: bitsOf(answers, candidates), answers: new Map(only) }
}

/** What each look that is still to do would find of each fault. */
const askedOf = (candidates: readonly Candidate[], looks: readonly Look[], said: Said): readonly Asked[] =>
  looks
    .filter(({ key }) => !said.seen.has(key) && !said.found.has(key) && said.skipped?.has(key) !== true)
    .map((look) => ({ look, answers: candidates.map(({ faults, seen }) => answerOf(look, faults, seen)) }))

/**
 * The look to do next. Of a few faults it is the first one of the cheapest tree of looks; of many the one that tells most
 * bits a minute, by minimum-entropy probing (de Kleer and Williams, Diagnosing multiple faults, 1987; from memory).
 * Undefined where no look tells the candidates apart.
 */
function nextLook(candidates: readonly Candidate[], looks: readonly Look[], said: Said): Probe | undefined {
  const all = candidates.map((_, index) => index)
  const asked = askedOf(candidates, looks, said)
  if (candidates.length <= MOST_FOR_TREES) {
    const weights = candidates.map(({ weight }) => weight)
    const best = bestLook(weights, asked)
    return best && probeOf({ ...best, answers: telling(best, all)! }, candidates)
  }
  let best: { readonly one: Asked; readonly worth: number } | undefined
  for (const { look, answers: told } of asked) {
    const answers = telling({ look, answers: told }, all)
    if (answers === undefined) continue
    const worth = bitsOf(answers, candidates) / look.costMinutes
    if (best === undefined || worth > best.worth) best = { one: { look, answers }, worth }
  }
  return best && probeOf(best.one, candidates)
}

/** A machine in trouble: what may be wrong, and what may be done to find out. */
export interface Trouble {
  readonly rehearsal: Rehearsal
  readonly candidates: readonly Candidate[]
  readonly looks: readonly Look[]
}

export const troubleFrom = (rehearsal: Rehearsal, candidates: readonly Candidate[]): Trouble => ({
  rehearsal,
  candidates,
  looks: looksFor(
    rehearsal.sights,
    candidates.flatMap(({ faults }) => faults),
  ),
})

export const troubleOf = (rehearsal: Rehearsal): Trouble => troubleFrom(rehearsal, [...candidatesOf(rehearsal)])

/** What follows from what was said: the faults left, and the next look; none left where nothing explains it all. */
export interface Diagnosis {
  readonly left: readonly Candidate[]
  readonly next: Probe | undefined
}

export function diagnose({ candidates, looks }: Trouble, said: Said): Diagnosis {
  const left = agreeing(candidates, looks, said)
  return { left, next: left.length < 2 ? undefined : nextLook(left, looks, said) }
}
