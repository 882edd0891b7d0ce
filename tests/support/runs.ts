/** How often random tests are run beyond the usual: LOOM_TIMES=20 tries twenty times as much. */
export const TIMES = Number(process.env['LOOM_TIMES'] ?? 1)

/** Runs of a random test: the same ones each time, so that a failure is one of the code; with LOOM_TIMES more of them. */
export const runs = (count: number) => ({ seed: 15, numRuns: count * TIMES })
