import type { PortRef } from '@/core/schema/schema-kit'
import type { Harness } from '@/core/operate/harness'

/**
 * The items that a port hangs together with by threads: all that it comes through on its way to the sources, and all
 * that hangs on it. Other things on the same board or supply are left out.
 */
export function togetherWith(harness: Harness, start: PortRef): ReadonlySet<string> {
  const found = new Set([start.itemId])
  const isSource = (itemId: string) => harness.factsOfItem(itemId).part.ports.every(({ side }) => side === 'gives')
  const visit = (itemId: string, way: 'up' | 'down') => {
    for (const { ref, port } of harness.ports.filter(({ item }) => item.id === itemId)) {
      if ((port.side === 'takes') !== (way === 'up')) continue
      for (const other of harness.across(ref)) {
        if (found.has(other.item.id)) continue
        found.add(other.item.id)
        visit(other.item.id, way)
      }
    }
  }
  const { port } = harness.port(start)
  visit(start.itemId, 'up')
  if (!isSource(start.itemId)) visit(start.itemId, 'down')
  else if (port.side === 'gives') {
    for (const other of harness.across(start)) {
      found.add(other.item.id)
      visit(other.item.id, 'down')
    }
  }
  return found
}
