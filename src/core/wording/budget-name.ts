import type { Budget } from '../operate/budgets'
import type { Harness } from '../operate/harness'
import { RAIL_VOLTS } from '../physics/amps'

/** `12 V`, or `12 V and 5 V` of a limit in watts that counts both. */
export const railsText = ({ rails }: Pick<Budget, 'rails'>): string =>
  rails.map((rail) => `${RAIL_VOLTS[rail]} V`).join(' and ')

/** What a limit is the limit of: one port, or several of a thing together, such as a cable of its plugs. */
export function budgetName(harness: Harness, { name, at }: Pick<Budget, 'name' | 'at'>): string {
  const [first] = at
  if (first === undefined) return name ?? 'limit'
  return at.length > 1 ? `${harness.port(first).item.mark} ${name ?? 'outlets together'}` : harness.name(first)
}
