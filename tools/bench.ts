/** Times the check at two sizes, in turn within one run, and prints the medians and their ratio. */
import type { Build } from '../src/core/build/schema'
import { derive } from '../src/core/harness/derive'
import { check } from '../src/core/rules/check'
import { machines } from './bench-builds'

const RUNS = 61

function timeMs(build: Build): number {
  const before = performance.now()
  check(derive(build))
  return performance.now() - before
}

const median = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

const small = machines(1)
const large = machines(10)
const times = { small: [] as number[], large: [] as number[] }
for (let run = 0; run < RUNS * 2; run += 1) {
  const pair = { small: timeMs(small), large: timeMs(large) }
  // The first half warms the engine up and does not count.
  if (run < RUNS) continue
  times.small.push(pair.small)
  times.large.push(pair.large)
}
const [smallMs, largeMs] = [median(times.small), median(times.large)]
console.log(`check of 32 devices:  median ${smallMs.toFixed(3)} ms`)
console.log(`check of 320 devices: median ${largeMs.toFixed(3)} ms`)
console.log(`ratio for ten times the devices: ${(largeMs / smallMs).toFixed(2)}`)
