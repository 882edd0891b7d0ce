import { sameRef } from '../../build/refs'
import { chainsOf, reorderEdit, sortingTable } from '../../light/order'
import type { Harness } from '../../operate/harness'
import type { Line, Segment } from '../../structure/signal/lights'
import { defineRule, type Mend } from '../engine/rule'

interface Numbered {
  readonly segment: Segment
  readonly number: number
}

function numberedOf(harness: Harness, { segments }: Line): readonly Numbered[] {
  return segments.flatMap((segment) => {
    const number = harness.choices.numberOf(segment.at.itemId)
    return number === undefined ? [] : [{ segment, number }]
  })
}

/** Effects run the way the eye does when the chain follows the numbers in the case. */
export const lightOrder = defineRule({
  id: 'light-order',
  group: 'light',
  what: 'Lights on one line come in the order of their numbers in the case.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['places.number'],
  messages: {
    differs: {
      severity: 'note',
      text: '{port} runs {chain}, but in the case they stand as {wanted}: effects jump. Plug them in the order of the case, or re-sort in the program.',
    },
  },
  check: (harness, say) =>
    harness.lights().lines.map((line) => {
      const placed = numberedOf(harness, line)
      const at = [line.source.ref, ...placed.map(({ segment }) => segment.at)]
      if (placed.length < 2) return say.notApplicable()
      if (chainsOf(harness, line).every(({ jumps }) => jumps.length === 0)) return say.holds()
      const wanted = placed.toSorted((a, b) => a.number - b.number)
      const marks = (entries: readonly Numbered[]) => [
        ...new Set(entries.map(({ segment }) => segment.placed.item.mark)),
      ]
      const params = { port: harness.name(line.source.ref), chain: marks(placed), wanted: marks(wanted) }
      return say.found('differs', at, params)
    }),
  mends: (harness, { at: [source] }) => {
    const line = harness.lights().lines.find((one) => source !== undefined && sameRef(one.source.ref, source))
    const chains = line === undefined ? [] : chainsOf(harness, line)
    return chains.flatMap((chain): readonly Mend[] => {
      const edit = reorderEdit(harness, chain)
      const leads = sortingTable(chain).map(({ device }) => device.mark)
      return edit === undefined ? [] : [{ messageId: 'reorder', params: { leads }, edit }]
    })
  },
})
