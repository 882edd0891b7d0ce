import { portKey } from '../../build/refs'
import type { Harness } from '../../operate/harness'
import type { Plan } from './plan'

/**
 * The part of a plan that concerns some leads: these leads, and the leads of whatever they then hang on. All others stay
 * where they are today, as far as their ports are not needed.
 */
export function partOfPlan(today: Harness, plan: Plan, chosen: ReadonlySet<string>): Plan {
  const wanted = new Set(chosen)
  for (let before = -1; before !== wanted.size;) {
    before = wanted.size
    const items = new Set(plan.links.filter(({ from }) => wanted.has(portKey(from))).map(({ to }) => to.itemId))
    for (const { from } of plan.links) if (items.has(from.itemId)) wanted.add(portKey(from))
  }
  const links = plan.links.filter(({ from }) => wanted.has(portKey(from)))
  const items = new Set(links.flatMap(({ from, to }) => [from.itemId, to.itemId]))
  const taken = new Set(links.map(({ to }) => portKey(to)))
  const staying = today.threads.filter(({ from, to }) => !wanted.has(portKey(from)) && !taken.has(portKey(to)))
  // A pack comes as a whole, or not at all.
  const packIds = new Set([
    ...plan.bought.filter(({ item }) => items.has(item.id)).map(({ item }) => item.packId),
    ...plan.packed.map(({ packId }) => packId),
  ])
  const bought = plan.bought.filter(
    ({ item }) => items.has(item.id) || (item.packId !== undefined && packIds.has(item.packId)),
  )
  return {
    ...plan,
    bought,
    packs: plan.packs.filter(({ id }) => packIds.has(id)),
    links: [...links, ...staying.map(({ from, to }) => ({ from, to }))],
    spare: bought.map(({ item }) => item).filter(({ id }) => !items.has(id)),
    loose: [],
  }
}
