import type { Solver } from '../../src/core/weave/solve/solver'
import { openHighs } from '../../src/solver/highs'
import { hold } from './held'
import { FAMILIES, FAMILY_SIZE } from './small-machines'

let solver: Solver
beforeAll(async () => {
  solver = await openHighs()
})

/** A dozen or more of each family. */
const SEEDS = FAMILIES.flatMap((_, family) =>
  Array.from({ length: family === 0 ? 24 : 12 }, (_each, index) => family * FAMILY_SIZE + index + 1),
)
/** Builds of which a plan was once worse than another wiring, or called proven what it was not. */
const FOUND = [
  2003, 2035, 2088, 21_096, 60, 65, 76, 82, 83, 86, 119, 157, 199, 294, 473, 746, 10032, 10079, 10154, 10204, 10311,
  20009, 20014, 20184, 20385, 30001, 30074, 30224, 30292, 30342, 30346, 30448, 30503, 33_010, 40009, 40015, 40026,
  40050, 40077, 40106, 40161, 40211, 40242, 40403, 3389, 13_009, 13_068, 45_078, 45_434, 15_036, 35_239,
]

/**
 * The planner against the rules: every wiring of a small build is tried, with every choice of things, and judged by the
 * rules alone. `npm run held` does the same with as many as are wanted.
 */
test.each([...SEEDS, ...FOUND])(
  'small build %i: no wiring at all is better than the plan, and no claim is false',
  (seed) => {
    const { is, best, planned, falsely } = hold(solver, seed, { mostWirings: 2000 })
    if (is === 'differs') expect(planned).toEqual(best)
    expect(falsely).toEqual([])
  },
)
