import { answerOf, type Look } from './looks'
import { agrees } from './sight'
import { simulate } from './simulate'
import { isExplainedBy, type Candidate, type Said, type Trouble } from './diagnose'

/** So many pairs are tried at most, the likeliest first. */
const MOST_PAIRS = 1000

/** The threads that faults are about. */
const threadsOf = ({ faults }: Candidate): readonly string[] =>
  faults.flatMap((fault) => [
    ...('threadId' in fault ? [fault.threadId] : []),
    ...('otherThreadId' in fault ? [fault.otherThreadId] : []),
  ])

/** Whether two may be there at once: two faults of one plug are one. */
export function areApart(one: Candidate, other: Candidate): boolean {
  const threads = threadsOf(one)
  return one.id !== other.id && !threadsOf(other).some((threadId) => threads.includes(threadId))
}

/** All that was said as numbers of one bit each: by which of it one fault alone agrees. */
function explainedBy(candidate: Candidate, { seen, found }: Said, asked: readonly Look[]): bigint {
  let [bits, bit] = [0n, 1n]
  const next = (isSo: boolean) => {
    if (isSo) bits |= bit
    bit <<= 1n
  }
  for (const [key, value] of seen) next(agrees(value, candidate.seen.get(key) ?? 'unknown'))
  for (const look of asked) next(answerOf(look, candidate.faults, candidate.seen) === found.get(look.key))
  return bits
}

/**
 * Pairs of faults that agree with all that was said, where each thing said is what one of the two shows by itself: the
 * likeliest first, simulated together one by one. Yields once for every pair that was tried, with nothing where the two
 * together show something else. Two faults that hide or make one another's signs only together are not among them.
 */
export function* pairsOf({ rehearsal, candidates, looks }: Trouble, said: Said): Generator<Candidate | undefined> {
  const asked = looks.filter(({ key }) => said.found.has(key))
  const all = (1n << BigInt(said.seen.size + asked.length)) - 1n
  const own = candidates
    .filter(({ id }) => said.ruledOut?.has(id) !== true)
    .map((one) => ({ one, bits: explainedBy(one, said, asked) }))
  const total = candidates.reduce((sum, { weight }) => sum + weight, 0)
  const pairs = own.flatMap((a, index) =>
    own
      .slice(index + 1)
      .filter((b) => (a.bits | b.bits) === all && areApart(a.one, b.one))
      .map((b) => ({ a: a.one, b: b.one, weight: (a.one.weight * b.one.weight) / total })),
  )
  for (const { a, b, weight } of pairs.toSorted((one, other) => other.weight - one.weight).slice(0, MOST_PAIRS)) {
    const faults = [...a.faults, ...b.faults]
    const pair: Candidate = { id: `${a.id} + ${b.id}`, faults, weight, seen: simulate(rehearsal, faults) }
    yield isExplainedBy(pair, said, asked) ? pair : undefined
  }
}

const holdsAll = <V>(all: ReadonlyMap<string, V>, some: ReadonlyMap<string, V>): boolean =>
  [...some].every(([key, value]) => all.get(key) === value)

/** Whether all that was said before is still said: the pairs that explained it are then enough to go on with. */
export const goesBeyond = (before: Said, now: Said): boolean =>
  holdsAll(now.seen, before.seen) &&
  holdsAll(now.found, before.found) &&
  [...(before.ruledOut ?? [])].every((id) => now.ruledOut?.has(id) === true)
