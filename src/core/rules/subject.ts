import type { Budget } from '../harness/budgets'
import type { Harness } from '../harness/derive'

/** How people say the place of a limit: the port, or the item with the name of its common limit. */
export function subjectOf(harness: Harness, budget: Budget): string {
  const [first] = budget.at
  if (first === undefined) return budget.id
  if (budget.at.length === 1) return harness.name(first)
  return `${harness.port(first).item.mark} ${budget.name ?? 'outlets together'}`
}
