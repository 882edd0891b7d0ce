import type { Harness } from '../../operate/harness'
import { neededLoose } from '../plan/plan'
import { isPackOffer, type Offer } from '../problem/problem'
import { propose, type Ask, type Proposal } from './proposals'
import type { Solver } from '../solve/solver'

/** What would give more leads a port than any plan that buys only what may be bought. */
export interface Remedy {
  /** Of the things that may not be bought so far, those that it takes. */
  readonly offers: readonly Offer[]
  readonly proposal: Proposal
}

/** Whether something of an offer is among what a plan buys. */
function isTaken({ plan }: Proposal, offer: Offer): boolean {
  if (isPackOffer(offer)) return plan.packs.some(({ name }) => name === offer.pack.name)
  return plan.bought.some(({ item, part }) => part.id === offer.part.id && item.packId === undefined)
}

/**
 * The cheapest things, of all that is known, with which the fewest leads stay loose; undefined where they are of no more
 * help than what may be bought anyway. `others` are things that may not be bought so far.
 */
export function remedyFor(
  solver: Solver,
  harness: Harness,
  best: Proposal,
  { others, ...ask }: Ask & { readonly others: readonly Offer[] },
): Remedy | undefined {
  const looseCount = neededLoose(best.plan).length
  if (looseCount === 0 || others.length === 0) return undefined
  const proposal = propose(solver, harness, 'money', { ...ask, offers: [...ask.offers, ...others] })
  if (neededLoose(proposal.plan).length >= looseCount) return undefined
  return { offers: others.filter((offer) => isTaken(proposal, offer)), proposal }
}
