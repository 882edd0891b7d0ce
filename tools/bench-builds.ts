import type { Build } from '../src/core/build/schema'
import { layOutBench } from './demo/lay-out'
import { demoParts } from './demo/parts'

const FANS_A_MACHINE = 16

/** Machines of a board, 16 fans on splitters and 16 strips in chains: 32 devices each. */
export function machines(count: number): Build {
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
