import type { Budget } from '../harness/budgets'
import { railsOf } from '../parts/mating'
import { RAIL_VOLTS } from '../physics/amps'
import type { PortRef } from '../formats/schema-kit'
import type { Harness } from '../harness/derive'

/** How people say the place of a limit: the port, or the item with the name of its common limit; with its volts where it has several. */
export function subjectOf(harness: Harness, budget: Budget): string {
  const [first] = budget.at
  if (first === undefined) return budget.id
  const { item, port } = harness.port(first)
  const place = budget.at.length === 1 ? harness.name(first) : `${item.mark} ${budget.name ?? 'outlets together'}`
  if (budget.rails.length > 1) return `${place} in all`
  return railsOf(port).length > 1 ? `${place} at ${RAIL_VOLTS[budget.rail]} V` : place
}

/** A port that stands for its item, where a finding is about the thing as a whole; none for a thing without ports. */
export function anyPortOf(harness: Harness, itemId: string): readonly PortRef[] {
  return harness
    .factsOfItem(itemId)
    .part.ports.slice(0, 1)
    .map(({ id }) => ({ itemId, portId: id }))
}
