import { apply } from '../../src/core/build/apply'
import type { Build } from '../../src/core/build/schema'
import type { Part } from '../../src/core/parts/schema'
import { blankBuild } from '../../src/core/templates/template-build'

export interface Bench {
  readonly id?: string
  readonly name?: string
  readonly note?: string
  /** `F1 F2 F3: fan-140` puts three items on the bench; `= buy` behind it puts them on the shopping list. */
  readonly items: readonly string[]
  /** `F1.fan > Y1.out1` threads a lead; a `!` behind it records a wrong thread as it is on the bench. */
  readonly threads?: readonly string[]
}

/** A build from a few short lines, each item id its mark in small letters. */
export function layOutBench(
  parts: readonly Part[],
  { id = 'bench', name = 'Bench', note, items, threads = [] }: Bench,
): Build {
  let build: Build = { ...blankBuild(id, name), ...(note === undefined ? {} : { note }) }
  for (const line of items) {
    const [marks, partId, stock] = line.split(/\s*[:=]\s*/)
    const part = parts.find((candidate) => candidate.id === partId)
    if (marks === undefined || part === undefined) throw new Error(`No part for “${line}”`)
    for (const mark of marks.split(' ')) {
      const item = {
        id: mark.toLowerCase(),
        mark,
        partId: part.id,
        stock: stock === 'buy' ? ('toBuy' as const) : ('owned' as const),
      }
      build = apply(build, { type: 'addItem', part: { ...part, shelf: { partId: part.id, revision: 1 } }, item }).build
    }
  }
  threads.forEach((line, index) => {
    const [from, to] = line.replace('!', '').split(' > ')
    const ref = (text: string | undefined) => {
      const [itemId = '', portId = ''] = (text ?? '').split('.')
      return { itemId: itemId.toLowerCase(), portId }
    }
    const thread = {
      id: `t${index + 1}`,
      from: ref(from),
      to: ref(to),
      ...(line.includes('!') ? { asOnBench: true } : {}),
    }
    build = apply(build, { type: 'connect', thread }).build
  })
  return build
}
