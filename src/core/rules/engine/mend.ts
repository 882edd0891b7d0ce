import { plugEdit } from '../../build/plug'
import { sameRef } from '../../build/refs'
import { swapEdit } from '../../build/rewire'
import type { PortRef } from '../../schema/schema-kit'
import { candidatesFor, type Candidate } from '../../ask/candidates'
import type { Harness } from '../../operate/harness'
import type { Mend } from './rule'

const MOST_MOVES = 3

/** Plug or move a lead to one port, with the sum there where the port has a limit. */
function moveTo(harness: Harness, lead: PortRef, candidate: Candidate): Mend {
  const names = { lead: harness.name(lead), port: harness.name(candidate.to) }
  const edit = plugEdit(harness.build, lead, candidate.to)
  if (harness.threadsAt(lead).length === 0) return { messageId: 'plug', params: names, edit }
  const nearest = candidate.changes[0]?.after
  // Where a draw is not known the sum would say less than is there.
  if (nearest?.limit === undefined || nearest.unknownCount > 0) return { messageId: 'move', params: names, edit }
  const params = { ...names, afterAmps: nearest.knownAmps, limitAmps: nearest.limit.value }
  return { messageId: 'moveWithSum', params, edit }
}

const wouldTake = ({ outlook }: Candidate) => outlook === 'holds' || outlook === 'wouldHold'

/** Moves of a lead to the ports that answer so, best first. */
function movesWhere(
  harness: Harness,
  lead: PortRef,
  isGood: (candidate: Candidate) => boolean,
  most: number,
): readonly Mend[] {
  return candidatesFor(harness, lead)
    .filter(isGood)
    .slice(0, most)
    .map((candidate) => moveTo(harness, lead, candidate))
}

/** The best ports that are in reach of a lead: one whose draw nobody knows is as open there as where it is now. */
export const nearerMoves = (harness: Harness, lead: PortRef, most: number): readonly Mend[] =>
  movesWhere(
    harness,
    lead,
    (candidate) => (wouldTake(candidate) || candidate.outlook === 'unknown') && candidate.run?.reach === 'yes',
    most,
  )

/** The best ports that would take this lead without a new finding, best first. */
export const movesOf = (harness: Harness, lead: PortRef, most = MOST_MOVES): readonly Mend[] =>
  movesWhere(harness, lead, wouldTake, most)

/**
 * The best port for a loose lead: one that takes it without a new finding, else one where its draw is as open as the label
 * leaves it.
 */
export function plugsOf(harness: Harness, lead: PortRef): readonly Mend[] {
  const candidates = candidatesFor(harness, lead)
  const best = candidates.find(wouldTake) ?? candidates.find(({ outlook }) => outlook === 'unknown')
  return best === undefined ? [] : [moveTo(harness, lead, best)]
}

/** The move of this lead to this one port, where the port would take it without a new finding. */
export const movesTo = (harness: Harness, lead: PortRef, to: PortRef): readonly Mend[] =>
  movesWhere(harness, lead, (candidate) => wouldTake(candidate) && sameRef(candidate.to, to), 1)

/** A plugged lead and what sits in this port change places. */
export function swapsInto(harness: Harness, lead: PortRef, to: PortRef): readonly Mend[] {
  return harness.threadsAt(to).flatMap(({ from }): readonly Mend[] => {
    const edit = swapEdit(harness.build, lead, from)
    if (edit === undefined) return []
    return [{ messageId: 'swap', params: { lead: harness.name(lead), other: harness.name(from) }, edit }]
  })
}

/** Unplug each thread at a port. */
export function unplugsAt(harness: Harness, ref: PortRef): readonly Mend[] {
  return harness.threadsAt(ref).map((thread): Mend => {
    const params = { lead: harness.name(thread.from), port: harness.name(thread.to) }
    return { messageId: 'unplug', params, edit: { type: 'disconnect', threadId: thread.id } }
  })
}
