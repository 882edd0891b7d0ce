import { apply } from '../../src/core/build/apply'
import { placeEdit } from '../../src/core/build/choose'
import type { Place } from '../../src/core/build/facet-schemas'
import type { Build } from '../../src/core/build/schema'
import type { Part } from '../../src/core/parts/schema'
import { faceFor } from '../../src/core/places/flow'
import { blankBuild } from '../../src/core/templates/template-build'

export interface Bench {
  readonly id?: string
  readonly name?: string
  readonly note?: string
  /** `F1 F2 F3: fan-140` puts three items on the bench; `= buy` behind it puts them on the shopping list. */
  readonly items: readonly string[]
  /** `F1.fan > Y1.out1` threads a lead; a `!` behind it records a wrong thread as it is on the bench. */
  readonly threads?: readonly string[]
  /**
   * `F1 F2: front fans-140 1 in corner 2 number 1` puts them in places one after the other; `inner` or `outer` says the
   * side of the radiator, `start` or `end` that of its hoses. `B1: spot behindLow tape` fixes a box.
   */
  readonly places?: readonly string[]
}

const FIXED = ['tape', 'magnet', 'strap', 'screws'] as const
const after = (words: readonly string[], word: string): number | undefined =>
  words.includes(word) ? Number(words[words.indexOf(word) + 1]) : undefined

/** One line of places, for each of its marks. */
function placesOf(build: Build, line: string): readonly Place[] {
  const [marks = '', text = ''] = line.split(/\s*:\s*/)
  const words = text.split(' ')
  const caseItemId = build.items.find((item) => build.parts.find(({ id }) => id === item.partId)?.panels !== undefined)!.id
  return marks.split(' ').map((mark, index): Place => {
    const itemId = mark.toLowerCase()
    const fixing = FIXED.find((word) => words.includes(word))
    if (words[0] === 'spot') {
      return { itemId, spot: { caseItemId, spotId: words[1]! }, ...(fixing === undefined ? {} : { fixing }) }
    }
    const [panelId, layoutId, place] = words
    const part = build.parts.find(({ id }) => id === build.items.find((item) => item.id === itemId)?.partId)
    const air = (['in', 'out'] as const).find((word) => words.includes(word))
    const side = (['inner', 'outer'] as const).find((word) => words.includes(word))
    const hoseEnd = (['start', 'end'] as const).find((word) => words.includes(word))
    const leadCorner = after(words, 'corner')
    const number = after(words, 'number')
    return {
      itemId,
      mount: { caseItemId, panelId: panelId!, layoutId: layoutId!, placeNumber: Number(place) + index },
      ...(air === undefined ? {} : { wantedAir: air, inwardFace: faceFor(air, part?.mechanical?.blades) }),
      ...(side === undefined ? {} : { radiatorSide: side }),
      ...(hoseEnd === undefined ? {} : { hoseEnd }),
      ...(leadCorner === undefined ? {} : { leadCorner }),
      ...(number === undefined ? {} : { number: number + index }),
    }
  })
}

/** A build from a few short lines, each item id its mark in small letters. */
export function layOutBench(
  parts: readonly Part[],
  { id = 'bench', name = 'Bench', note, items, threads = [], places = [] }: Bench,
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
  for (const place of places.flatMap((line) => placesOf(build, line))) build = apply(build, placeEdit(place)).build
  return build
}
