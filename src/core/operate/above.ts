import { portKey } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import type { Rail } from '../parts/connectors'
import type { Budget } from './budgets'
import type { Harness } from './harness'
import { railInflow } from '../structure/wiring/upstream'

/** What lies between a giving port and the sources of its rail. */
export interface Above {
  /** Nearest first. */
  readonly budgets: readonly Budget[]
  readonly itemIds: ReadonlySet<string>
}

/** All that the supply on a giving port comes through, by threads, copper and converters, up to its sources. */
export function above(harness: Harness, start: PortRef, rail: Rail): Above {
  const budgets = new Map<string, Budget>()
  const itemIds = new Set<string>()
  const seen = new Set<string>()
  const climb = (ref: PortRef, on: Rail) => {
    const key = `${portKey(ref)} ${on}`
    if (seen.has(key)) return
    seen.add(key)
    itemIds.add(ref.itemId)
    const placed = harness.port(ref)
    for (const budget of harness.budgetsAt(ref)) if (budget.rails.includes(on)) budgets.set(budget.id, budget)
    if (placed.port.side === 'gives') {
      const origin = railInflow(placed, on)
      if (origin.from === 'ports') for (const input of origin.refs) climb(input, origin.rail ?? on)
      return
    }
    for (const other of harness.across(ref, on)) if (other.port.wires.includes(on)) climb(other.ref, on)
  }
  climb(start, rail)
  return { budgets: [...budgets.values()], itemIds }
}
