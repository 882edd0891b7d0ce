import type { Build } from '../../src/core/build/schema'

/** A list in another order, the same for the same seed. */
export function shuffled<T>(list: readonly T[], seed: number): readonly T[] {
  let state = seed
  const next = () => (state = (state * 1103515245 + 12345) % 2147483648)
  return list
    .map((entry) => ({ entry, rank: next() }))
    .toSorted((a, b) => a.rank - b.rank)
    .map(({ entry }) => entry)
}

/** The same build with its lists in another order. */
export function shuffleBuild(build: Build, seed: number): Build {
  return {
    ...build,
    parts: shuffled(build.parts, seed),
    items: shuffled(build.items, seed + 1),
    threads: shuffled(build.threads, seed + 2),
  }
}
