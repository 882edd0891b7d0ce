import { bestLook, MOST_FOR_TREES, telling, type Asked } from './best-look'
import { answerOf, looksFor, type Look } from './looks'
import { faultsOf, type Weighed } from './faults-of'
import { agrees, type Observation, type Value } from './sight'
import { simulate, type Rehearsal } from './simulate'

/** A fault that may be the one, with what is seen where it is. */
export interface Candidate extends Weighed {
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
}

/**
 * Every single fault of a machine with what is seen where it is. It is the dear part: yielded one by one, so that a page
 * can go on in slices.
 */
export function* candidatesOf(rehearsal: Rehearsal): Generator<Candidate> {
  for (const weighed of faultsOf(rehearsal.harness)) {
    yield { ...weighed, seen: simulate(rehearsal, [weighed.fault]) }
  }
}

/** How likely it is that something of which nobody knows what is seen looks as was said: one of about four ways. */
const UNSURE_SHARE = 0.25

/** Those that agree with all that was said, the likeliest first. */
function agreeing(
  candidates: readonly Candidate[],
  looks: readonly Look[],
  { seen, found }: Said,
): readonly Candidate[] {
  const asked = looks.filter(({ key }) => found.has(key))
  const isLeft = (candidate: Candidate) =>
    [...seen].every(([key, value]) => agrees(value, candidate.seen.get(key) ?? 'unknown')) &&
    asked.every((look) => answerOf(look, candidate.fault, candidate.seen) === found.get(look.key))
  // A fault of which nobody knows what is seen is as likely as what was said is among all that may be.
  const unsureCount = (candidate: Candidate) =>
    [...seen].filter(([key, value]) => candidate.seen.get(key) !== value && value !== 'unknown').length
  return candidates
    .filter(isLeft)
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

const bitsFrom = (weights: readonly number[]) => {
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  return weights.reduce((sum, weight) => (weight === 0 ? sum : sum - (weight / total) * Math.log2(weight / total)), 0)
}

function probeOf({ look, answers }: Asked, candidates: readonly Candidate[]): Probe {
  const groups = new Map<string, Candidate[]>()
  for (const [index, answer] of answers.entries()) {
    const group = groups.get(answer)
    if (group === undefined) groups.set(answer, [candidates[index]!])
    else group.push(candidates[index]!)
  }
  // Shannon's information of an answer, by the weights of its faults.
  const bits = bitsFrom([...groups.values()].map((group) => group.reduce((sum, { weight }) => sum + weight, 0)))
  return { look, bits, answers: groups }
}

/** What each look that is still to do would find of each fault. */
const askedOf = (candidates: readonly Candidate[], looks: readonly Look[], said: Said): readonly Asked[] =>
  looks
    .filter(({ key }) => !said.seen.has(key) && !said.found.has(key) && said.skipped?.has(key) !== true)
    .map((look) => ({ look, answers: candidates.map(({ fault, seen }) => answerOf(look, fault, seen)) }))

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
  const worth = ({ bits, look }: Probe) => bits / look.costMinutes
  let best: Probe | undefined
  for (const one of asked) {
    const answers = telling(one, all)
    if (answers === undefined) continue
    const probe = probeOf({ ...one, answers }, candidates)
    if (best === undefined || worth(probe) > worth(best)) best = probe
  }
  return best
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
  looks: looksFor(rehearsal.sights, candidates),
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
