/** Times the check at two sizes, in turn within one run, and prints the medians and their ratio. */
import type { Build } from '../src/core/build/schema'
import { derive } from '../src/core/harness/derive'
import { check } from '../src/core/rules/check'
import { layOutBench } from './demo/lay-out'
import { demoParts } from './demo/parts'

const FANS_A_MACHINE = 16
const RUNS = 61

/** Machines of a board, 16 fans on splitters and 16 strips in chains: 32 devices each. */
function machines(count: number): Build {
  const items: string[] = []
  const threads: string[] = []
  for (let m = 1; m <= count; m += 1) {
    items.push(`M${m}: board-large`)
    for (let y = 1; y <= FANS_A_MACHINE / 4; y += 1) {
      const splitter = `Y${(m - 1) * 4 + y}`
      items.push(`${splitter}: splitter-4`)
      threads.push(`${splitter}.in > M${m}.SYS${y}`)
      for (let leg = 1; leg <= 4; leg += 1) {
        const number = (m - 1) * FANS_A_MACHINE + (y - 1) * 4 + leg
        items.push(`F${number}: fan-120`, `L${number}: strip-5v-30`)
        threads.push(`F${number}.fan > ${splitter}.out${leg}`)
        const before = leg === 1 ? `M${m}.LED5V${y % 2 === 0 ? 'A' : 'B'}` : `L${number - 1}.lightOut`
        threads.push(`L${number}.light > ${before}`)
      }
    }
  }
  return layOutBench(demoParts, { items, threads })
}

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
