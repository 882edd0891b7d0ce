/** A stream of numbers from 0 to 1 that is the same every time for the same seed (a linear congruence, Numerical Recipes). */
export function numbers(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
}
