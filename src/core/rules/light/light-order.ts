import { sameRef } from '../../build/refs'
import { rethreadEdit } from '../../build/rewire'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import type { Line, Segment } from '../../structure/signal/lights'
import { defineRule, type Finding, type Mend } from '../engine/rule'

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

/** The nearest light before this one in its own leg that has a number; legs that mirror each other are not compared. */
function numberedBefore(all: readonly Numbered[], { before }: Segment): Numbered | undefined {
  for (let at = before; at !== undefined; at = at.before) {
    const found = all.find(({ segment }) => segment === at)
    if (found !== undefined) return found
  }
  return undefined
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
      const isInOrder = placed.every(({ segment, number }) => {
        const before = numberedBefore(placed, segment)
        return before === undefined || before.number <= number
      })
      if (isInOrder) return say.holds()
      const wanted = placed.toSorted((a, b) => a.number - b.number)
      const marks = (entries: readonly Numbered[]) => [
        ...new Set(entries.map(({ segment }) => segment.placed.item.mark)),
      ]
      const params = { port: harness.name(line.source.ref), chain: marks(placed), wanted: marks(wanted) }
      return say.found('differs', at, params)
    }),
  mends: (harness, finding) => chainInOrder(harness, finding),
})

/** One chain of things of one kind, threaded anew in the order of the case: its first lead goes where the chain began. */
function chainInOrder(harness: Harness, { at: [source] }: Finding): readonly Mend[] {
  const line = harness.lights().lines.find((candidate) => source !== undefined && sameRef(candidate.source.ref, source))
  const chain = line === undefined ? [] : numberedOf(harness, line)
  if (line === undefined || chain.length !== line.segments.length) return []
  const isOneChain = chain.every(({ segment }, index) => segment.before === chain[index - 1]?.segment)
  const isOneKind = new Set(chain.map(({ segment }) => segment.placed.item.partId)).size === 1
  const threads = chain.map(({ segment }) => harness.threadsAt(segment.at)[0]!)
  const goesOn = threads.every(({ to }, index) => index === 0 || to.itemId === chain[index - 1]!.segment.at.itemId)
  if (!isOneChain || !isOneKind || !goesOn) return []
  const wanted = chain.toSorted((a, b) => a.number - b.number).map(({ segment }) => segment)
  const goalOf = (index: number): PortRef =>
    index === 0 ? threads[0]!.to : { itemId: wanted[index - 1]!.at.itemId, portId: threads[index]!.to.portId }
  // The lead that comes to stand at a place of the chain goes where the lead before it was.
  const moves = wanted.map(({ at }, index) => ({ thread: harness.threadsAt(at)[0]!, to: goalOf(index) }))
  const leads = wanted.map(({ placed }) => placed.item.mark)
  return [{ messageId: 'reorder', params: { leads }, edit: rethreadEdit(harness.build, moves) }]
}
