import { performance } from 'node:perf_hooks'
import { derive } from '../../src/core/operate/harness'
import { propose } from '../../src/core/weave/answers/proposals'
import type { Solver } from '../../src/core/weave/solve/solver'
import { bruteForce, hasStacks, isLess, MOST_BOUGHT, worthOf, type Best } from './brute-force'
import { anySmallBuild } from './small-machines'

/** A plan held against every wiring there is. */
export interface Held {
  readonly seed: number
  /** said: a difference that docs/weave.md tells of, in a plan that is not called proven. */
  readonly is: 'agrees' | 'differs' | 'said' | 'too large'
  /** What was tried by hand, and what the plan is by the rules; undefined where a stop is left. */
  readonly best: Best | undefined
  readonly planned: Best | undefined
  /** Goals that the plan calls proven, but that come to something else. */
  readonly falsely: readonly string[]
  readonly isProven: boolean
  readonly wirings: number
}

const now = () => performance.now() / 1000
const GOALS = ['warnings', 'roles', 'overshoot', 'tight', 'unknowns', 'unpriced', 'cents'] as const

/** Plans a small build, tries all its wirings, and compares what the rules say of the two. */
export function hold(solver: Solver, seed: number, { seconds = 20, mostWirings = 6000 } = {}): Held {
  const small = anySmallBuild(seed)
  const { build, offers } = small
  const proposal = propose(solver, derive(build), 'balanced', { offers, seconds, now })
  const bought = proposal.plan.bought.map(({ part }) => offers.find((offer) => offer.part.id === part.id)!)
  const unpriced = bought.filter(({ priceCents }) => priceCents === undefined).length
  const cents = bought.reduce((sum, { priceCents }) => sum + (priceCents ?? 0), 0)
  const planned = worthOf(proposal.after, unpriced, cents)
  const tried = bruteForce(small, mostWirings)
  const common = { seed, planned }
  if (tried === undefined)
    return { ...common, is: 'too large', best: undefined, falsely: [], isProven: false, wirings: 0 }
  const { best, count } = tried
  // A plan may buy more than is tried by hand.
  const isAsGood = best === undefined || (planned !== undefined && !isLess(best, planned))
  const isSame = isAsGood && (bought.length > MOST_BOUGHT || !isLess(planned, best))
  const claims = new Map(proposal.reached.map((reached) => [reached.goal as string, reached]))
  const falsely = GOALS.flatMap((goal, at) => {
    const claim = claims.get(goal)
    if (claim === undefined || !claim.isProven || planned === undefined) return []
    return claim.value === planned[at] ? [] : [`${goal}: claims ${claim.value}, is ${planned[at]}`]
  })
  const isProven = GOALS.every((goal) => claims.get(goal)?.isProven !== false)
  // Which lead is on which leg of a piece that stands on another is left to chance, and so are the limits of these legs.
  const hasStack =
    [...proposal.plan.useOfItem.values()].some(({ piece }) => piece?.stack !== undefined) ||
    (tried.wiring !== undefined && hasStacks(tried.wiring))
  const is = isSame ? 'agrees' : hasStack && !isProven ? 'said' : 'differs'
  return { ...common, is, best, falsely, isProven, wirings: count }
}
