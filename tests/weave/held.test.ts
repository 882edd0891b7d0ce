import type { Solver } from '../../src/core/weave/solve/solver'
import { openHighs } from '../../src/solver/highs'
import { hold } from './held'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

const SEEDS = Array.from({ length: 60 }, (_, index) => index + 1)
/** Builds of which a plan was once worse than another wiring, or called proven what it was not. */
const FOUND = [76, 82, 83, 119, 157, 199, 294, 473]

/**
 * The planner against the rules: every wiring of a small build is tried, with every choice of things, and judged by the
 * rules alone. `npm run held` does the same with as many as are wanted.
 */
test.each([...SEEDS, ...FOUND])(
  'small build %i: no wiring at all is better than the plan, and no claim is false',
  (seed) => {
    const { is, best, planned, falsely } = hold(solver, seed, { mostWirings: 2000 })
    if (is !== 'too large') expect(planned).toEqual(best)
    expect(falsely).toEqual([])
  },
)
