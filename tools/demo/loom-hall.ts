import type { Build } from '../../src/core/build/schema'
import { withCurves, type Wish } from './curves'
import { layOutBench } from './lay-out'
import { demoParts } from './parts'

const BENCHES = 10
const FANS_A_BENCH = 20
const LEGS = 4

/** One test bench: 19 fans on five splitters, one on the CPU header, twenty light bars in two chains. */
function benchLines(bench: number): { readonly items: string[]; readonly threads: string[] } {
  const items = [`M${bench}: board-large`]
  const threads: string[] = []
  for (let n = 1; n <= FANS_A_BENCH; n += 1) {
    const number = (bench - 1) * FANS_A_BENCH + n
    items.push(`F${number}: fan-92`, `L${number}: bar-5v-6`)
    if (n === FANS_A_BENCH) threads.push(`F${number}.fan > M${bench}.CPU`)
    else {
      const splitter = (bench - 1) * (FANS_A_BENCH / LEGS) + Math.floor((n - 1) / LEGS) + 1
      const leg = ((n - 1) % LEGS) + 1
      if (leg === 1) {
        items.push(`Y${splitter}: splitter-4`)
        threads.push(`Y${splitter}.in > M${bench}.SYS${Math.floor((n - 1) / LEGS) + 1}`)
      }
      threads.push(`F${number}.fan > Y${splitter}.out${leg}`)
    }
    const half = FANS_A_BENCH / 2
    const first = n === 1 ? 'LED5VA' : n === half + 1 ? 'LED5VB' : undefined
    threads.push(`L${number}.light > ${first === undefined ? `L${number - 1}.lightOut` : `M${bench}.${first}`}`)
  }
  return { items, threads }
}

/** The bench an item stands on, by the number in its mark. */
function benchOf(mark: string): number {
  const number = Number(mark.slice(1))
  if (mark.startsWith('M')) return number
  return Math.ceil(number / (mark.startsWith('Y') ? FANS_A_BENCH / LEGS : FANS_A_BENCH))
}

function layOut(): Build {
  const benches = Array.from({ length: BENCHES }, (_, index) => benchLines(index + 1))
  const build = layOutBench(demoParts, {
    id: 'loom-hall',
    name: 'Loom hall',
    note: 'A rack of ten test benches: 200 fans, 200 lights.',
    items: benches.flatMap(({ items }) => items),
    threads: benches.flatMap(({ threads }) => threads),
  })
  return {
    ...build,
    assemblies: Array.from({ length: BENCHES }, (_, index) => ({ id: `bench${index + 1}`, name: `Bench ${index + 1}` })),
    items: build.items.map((item) => ({ ...item, assemblyId: `bench${benchOf(item.mark)}` })),
  }
}

/** For scale: one machine a bench, so that each board has a CPU header of its own to report on. */
const HEADS = ['CPU', 'SYS1', 'SYS2', 'SYS3', 'SYS4', 'SYS5']
export const loomHall: Build = withCurves(
  layOut(),
  Array.from({ length: BENCHES }, (_, index) =>
    HEADS.map((head): Wish => [`M${index + 1}.${head}`, 'processor', [[40, 40], [65, 60], [80, 100]]]),
  ).flat(),
)
