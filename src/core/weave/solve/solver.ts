import type { Sums, Terms, Values } from '../model/model'

/** What a solver has to say of one goal. */
export interface Solved {
  /** The best plan that is known; undefined where there is none, or none was found in time. */
  readonly values: Values | undefined
  /** What the goal comes to there. */
  readonly value: number
  /** What it certainly does not go below. */
  readonly bound: number
  readonly is: 'proven' | 'best so far' | 'impossible'
}

export interface Limits {
  readonly seconds: number
  /** Called with each better plan, and what it comes to. */
  readonly onBetter?: (values: Values, value: number) => void
}

/** A model that a solver holds while goals are added one after the other. */
export interface Opened {
  /** Makes a sum as small as it can be, with all that was held before. */
  readonly minimise: (goal: Terms, limits: Limits) => Solved
  /** From now on the sum stays at or below this. */
  readonly hold: (goal: Terms, most: number) => void
  /** A plan to start from. */
  readonly startFrom: (values: Values) => void
  readonly close: () => void
}

/** Any solver of sums over whole numbers. */
export interface Solver {
  readonly open: (sums: Sums) => Opened
  /** The memory that it holds, in bytes. */
  readonly heapBytes: () => number
}
