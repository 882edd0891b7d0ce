import { diagnose, troubleFrom, type Candidate, type Said, type Trouble } from './diagnose'
import { answerOf, type Look } from './looks'
import { pairsOf } from './pairs'
import { simulate } from './simulate'
import type { Observation, Value } from './sight'

/** What is seen to be wrong: nobody says of a thing that it is unknown. */
export const oddOf = (seen: Observation): readonly (readonly [string, Value])[] =>
  [...seen].filter(([, value]) => value !== 'asPlanned' && value !== 'unknown')

/** The looks that are proposed one after the other where these faults are in the machine, from what was said before. */
export function followLooks(trouble: Trouble, { faults, seen }: Pick<Candidate, 'faults' | 'seen'>, before: Said) {
  const said = { ...before, seen: new Map(before.seen), found: new Map(before.found) }
  const looks: Look[] = []
  for (;;) {
    const { left, next } = diagnose(trouble, said)
    if (next === undefined) return { left, looks, said, costMinutes: minutesOf(looks) }
    looks.push(next.look)
    const answer = answerOf(next.look, faults, seen)
    if (next.look.kind === 'sight') said.seen.set(next.look.key, answer as Value)
    else said.found.set(next.look.key, answer)
  }
}

export const minutesOf = (looks: readonly Look[]): number =>
  looks.reduce((sum, { costMinutes }) => sum + costMinutes, 0)

/** So often somebody goes to cure what is not so, and comes back. */
const MOST_TURNS = 200

/** The first of what is hidden that is found, by the looks that are proposed; one named in vain is ruled out. */
function foundFirst(trouble: Trouble, hidden: readonly Candidate[], first: Said) {
  const faults = hidden.flatMap((one) => one.faults)
  const machine = { faults, seen: simulate(trouble.rehearsal, faults) }
  const ruledOut = new Set<string>()
  const looks: Look[] = []
  let [among, said]: [Trouble, Said] = [trouble, first]
  for (let turn = 0; turn < MOST_TURNS; turn += 1) {
    const told = followLooks(among, machine, { ...said, ruledOut })
    looks.push(...told.looks)
    said = told.said
    const [likeliest] = told.left
    if (likeliest === undefined) {
      const pairs = among === trouble ? [...pairsOf(trouble, { ...said, ruledOut })] : []
      const agreeing = pairs.filter((pair) => pair !== undefined)
      if (agreeing.length === 0) break
      among = troubleFrom(trouble.rehearsal, agreeing)
      continue
    }
    const parts = likeliest.id.split(' + ')
    const found = hidden.filter(({ id }) => parts.includes(id))
    if (found.length > 0) return { found, looks }
    ruledOut.add(likeliest.id)
  }
  return { found: [], looks }
}

/** What somebody finds who says at first what he sees, follows the looks, puts right what is found, and looks again. */
export function solve(trouble: Trouble, hidden: readonly Candidate[], first: Said) {
  const looks: Look[] = []
  const found: Candidate[] = []
  let left = hidden
  let said: Said = first
  while (left.length > 0) {
    const told = foundFirst(trouble, left, said)
    looks.push(...told.looks)
    if (told.found.length === 0) break
    found.push(...told.found)
    left = left.filter((one) => !told.found.includes(one))
    const odd = oddOf(
      simulate(
        trouble.rehearsal,
        left.flatMap(({ faults }) => faults),
      ),
    )
    // What shows nothing any more nobody looks for.
    if (odd.length === 0) return { looks, found: [...found, ...left], costMinutes: minutesOf(looks) }
    said = { seen: new Map(odd.slice(0, 1)), found: new Map() }
  }
  return { looks, found, costMinutes: minutesOf(looks) }
}
