import { rethreadEdit } from '../../build/rewire'
import type { PortRef } from '../../schema/schema-kit'
import { hangingOn } from '../../structure/wiring/below'
import type { Harness } from '../../operate/harness'
import { hasRoles, type PartFacts } from '../../structure/wiring/part-facts'
import { defineRule, type Finding, type Mend } from '../engine/rule'

/**
 * Outlets that are counted from the first to the last: those of a box that drives or repeats, and sockets on the body of
 * a plain hub. Headers of a board have names, and the legs of a splitter are all alike.
 */
function readCounted({ all, part, portById }: PartFacts): readonly (readonly string[])[] {
  if (hasRoles({ part })) return []
  const isOnBody = (id: string) => portById.get(id)?.side === 'gives' && portById.get(id)?.lead === undefined
  const isBox = part.ports.some(({ side }) => side === 'takes')
  const lists = [
    ...(isBox ? all.drives.map(({ outlets }) => outlets) : []),
    ...all.repeats.map(({ to }) => to),
    ...all.joins.map(({ ports }) => ports),
  ].map((ids) => part.ports.filter(({ id }) => ids.includes(id) && isOnBody(id)).map(({ id }) => id))
  const several = lists.filter((ids) => ids.length > 1)
  return [...new Map(several.map((ids) => [ids.join(' '), ids])).values()]
}

const countedByPart = new WeakMap<PartFacts, readonly (readonly string[])[]>()

function countedOutlets(facts: PartFacts): readonly (readonly string[])[] {
  let counted = countedByPart.get(facts)
  if (counted === undefined) countedByPart.set(facts, (counted = readCounted(facts)))
  return counted
}

interface Used {
  readonly outlet: PortRef
  /** What stands first in the case of all that hangs there. */
  readonly itemId: string
  readonly number: number
}

function usedOf(harness: Harness, outlet: PortRef): readonly Used[] {
  const numbered = hangingOn(harness, outlet).flatMap(({ placed: { item } }) => {
    const number = harness.choices.numberOf(item.id)
    return number === undefined ? [] : [{ outlet, itemId: item.id, number }]
  })
  return numbered.toSorted((a, b) => a.number - b.number).slice(0, 1)
}

/** Slot 1 is the first in the case: then effects and speeds are found where the eye looks for them. */
export const outletOrder = defineRule({
  id: 'outlet-order',
  group: 'chain',
  what: 'What hangs on the outlets 1 to n of a box or a hub comes in the order of the numbers in the case.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['places.number'],
  messages: {
    differs: {
      severity: 'note',
      text: '{box} has {chain} on its outlets in this order, but in the case they stand as {wanted}. Plug them in the order of the case, or re-sort in the program.',
    },
  },
  check: (harness, say) => {
    const hasNumbers = (harness.build.places ?? []).some(({ number }) => number !== undefined)
    return harness.items.flatMap((item) => {
      const seen = new Set<string>()
      return countedOutlets(harness.factsOfItem(item.id)).flatMap((portIds) => {
        const used = !hasNumbers ? [] : portIds.flatMap((portId) => usedOf(harness, { itemId: item.id, portId }))
        const at = used.map(({ outlet }) => outlet)
        if (used.length < 2) return [say.notApplicable()]
        const key = JSON.stringify(at)
        if (seen.has(key)) return []
        seen.add(key)
        if (used.every(({ number }, index) => index === 0 || used[index - 1]!.number <= number)) return [say.holds()]
        const marks = (entries: readonly Used[]) =>
          entries.map(({ itemId }) => harness.items.find(({ id }) => id === itemId)!.mark)
        const wanted = used.toSorted((a, b) => a.number - b.number)
        return [say.found('differs', at, { box: item.mark, chain: marks(used), wanted: marks(wanted) })]
      })
    })
  },
  mends: (harness, finding) => [outletsInOrder(harness, finding)],
})

/** The leads of those outlets, plugged anew in the order of the case. */
function outletsInOrder(harness: Harness, { at }: Finding): Mend {
  const used = at.flatMap((outlet) => usedOf(harness, outlet)).toSorted((a, b) => a.number - b.number)
  const moves = used.flatMap(({ outlet }, index) =>
    harness.threadsAt(outlet).map((thread) => ({ thread, to: at[index]! })),
  )
  const leads = moves.map(({ thread }) => harness.name(thread.from))
  return { messageId: 'reorder', params: { leads }, edit: rethreadEdit(harness.build, moves) }
}
