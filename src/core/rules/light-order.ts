import { inOrder } from '../units/compare'
import { defineRule } from './rule'

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
  check: (harness, say) => {
    const numbers = new Map((harness.build.places ?? []).map((place) => [place.itemId, place.number]))
    return harness.lights().lines.map(({ source, segments }) => {
      const placed = segments
        .flatMap((segment) => {
          const number = numbers.get(segment.at.itemId)
          return number === undefined || segment.firstLed === undefined ? [] : [{ segment, number }]
        })
        .toSorted(inOrder((a, b) => a.segment.firstLed! - b.segment.firstLed!))
      const at = [source.ref, ...placed.map(({ segment }) => segment.at)]
      if (placed.length < 2) return say.notApplicable(at)
      const wanted = placed.toSorted(
        inOrder(
          (a, b) => a.number - b.number,
          (a, b) => a.segment.firstLed! - b.segment.firstLed!,
        ),
      )
      // Mirrored legs start at the same LED, so only a later start before a smaller number is out of order.
      const isInOrder = placed.every(
        ({ segment, number }) =>
          !placed.some((other) => other.segment.firstLed! > segment.firstLed! && other.number < number),
      )
      if (isInOrder) return say.holds(at)
      const marks = (entries: typeof placed) => entries.map(({ segment }) => segment.placed.item.mark)
      return say.found('differs', at, { port: harness.name(source.ref), chain: marks(placed), wanted: marks(wanted) })
    })
  },
  mends: () => [],
})
