import type { Budget } from '../../operate/budgets'
import { railsOf } from '../../parts/mating'
import { RAIL_VOLTS } from '../../physics/amps'
import type { Outcome } from './rule'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'

/** How people say the place of a limit: the port, or the item with the name of its common limit; with its volts where it has several. */
export function subjectOf(harness: Harness, budget: Budget): string {
  const [first] = budget.at
  if (first === undefined) return budget.id
  const { item, port } = harness.port(first)
  const place = budget.at.length === 1 ? harness.name(first) : `${item.mark} ${budget.name ?? 'outlets together'}`
  if (budget.rails.length > 1) return `${place} in all`
  return railsOf(port).length > 1 ? `${place} at ${RAIL_VOLTS[budget.rail]} V` : place
}

/** An outcome about things as a whole: it names a port of each, or the thing itself where it has none. */
export function onThings(harness: Harness, things: readonly string[], outcome: Outcome): Outcome {
  if (!('messageId' in outcome)) return outcome
  const at = things.flatMap((itemId) => anyPortOf(harness, itemId))
  const itemIds = things.filter((itemId) => anyPortOf(harness, itemId).length === 0)
  return { ...outcome, at, ...(itemIds.length === 0 ? {} : { itemIds }) }
}

/** A port that stands for its item, where a finding is about the thing as a whole; none for a thing without ports. */
export function anyPortOf(harness: Harness, itemId: string): readonly PortRef[] {
  return harness
    .factsOfItem(itemId)
    .part.ports.slice(0, 1)
    .map(({ id }) => ({ itemId, portId: id }))
}
