import type { Harness } from '../../operate/harness'
import type { PartFacts } from '../../structure/wiring/part-facts'
import type { PortRef } from '../../schema/schema-kit'
import type { Rail } from '../../parts/connectors'
import { milliampsUp } from './milliamps'
import type { Host } from './problem'

/** Whether a thread at this port is pinned, and so stays whatever is planned. */
export const isPinnedAt = (harness: Harness, ref: PortRef): boolean =>
  harness.threadsAt(ref).some(({ pinned }) => pinned === true)

const portsOf = ({ part }: PartFacts, itemId: string, side: 'takes' | 'gives') =>
  part.ports.filter((port) => port.side === side).map(({ id }) => ({ itemId, portId: id }))

/** Whether any thread of an item is pinned. */
export function hasPin(harness: Harness, itemId: string): boolean {
  const facts = harness.factsOfItem(itemId)
  return [...portsOf(facts, itemId, 'takes'), ...portsOf(facts, itemId, 'gives')].some((ref) =>
    isPinnedAt(harness, ref),
  )
}

/** Whether something is pinned to an outlet of this item, so that the whole of it stays as it is. */
export const holdsPins = (harness: Harness, itemId: string): boolean =>
  portsOf(harness.factsOfItem(itemId), itemId, 'gives').some((ref) => isPinnedAt(harness, ref))

/** What is pinned to ports of a host draws in mA on a rail, rounded up; with it goes all that hangs there today. */
export function pinnedMilliamps(harness: Harness, { item }: Host, portIds: readonly string[], rail: Rail): number {
  if (item === undefined) return 0
  const amps = portIds
    .map((portId) => ({ itemId: item.id, portId }))
    .filter((ref) => isPinnedAt(harness, ref))
    .flatMap((ref) => harness.loads.from(ref, rail))
    .reduce((sum, term) => sum + (term.amps ?? 0), 0)
  return milliampsUp(amps)
}
