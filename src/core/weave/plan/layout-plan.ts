import { portKey } from '../../build/refs'
import type { Harness } from '../../operate/harness'
import type { Port } from '../../parts/schema'
import { inOrder } from '../../units/compare'
import { groupBy } from '../../units/group'
import { rootOf } from '../problem/today'
import type { Demand, Flow, Model, Values } from '../model/model'
import type { Use } from '../problem/problem'

/** One port as it is used: what stands on it, and how many leads of which demand go there. */
export interface Filling {
  readonly use: Use
  readonly port: Port
  readonly counts: readonly { readonly demand: Demand; readonly count: number }[]
}

const amount = (values: Values, name: string) => Math.round(values.get(name) ?? 0)

/** How many of the leads of a filling are on this port today, to leave them where they are. */
function keptAt(harness: Harness, { host }: Use['group'], port: Port, { counts }: Omit<Filling, 'port'>): number {
  if (host.item === undefined) return 0
  const top = portKey({ itemId: host.item.id, portId: port.id })
  return counts.reduce((sum, { demand, count }) => {
    const here = demand.leads.leads.filter((lead) => rootOf(harness, lead) === top).length
    return sum + Math.min(here, count)
  }, 0)
}

/** The uses of one group, port by port, before it is said which of the alike ports is which. */
function unplaced(model: Model, values: Values, uses: readonly Use[]): readonly Omit<Filling, 'port'>[] {
  const byUse = groupBy(model.flows, ({ use }) => use)
  return uses.flatMap((use): readonly Omit<Filling, 'port'>[] => {
    const flows = (byUse.get(use) ?? []).filter(({ variable }) => amount(values, variable) > 0)
    const counts = flows.map(({ demand, variable }) => ({ demand, count: amount(values, variable) }))
    const ports = amount(values, model.useOf(use))
    if (ports === 0) return []
    return use.port !== undefined ? [{ use, counts }] : dealt(use, flows, counts, ports)
  })
}

/** Leads of a use that is counted for several ports together, dealt out to one port after the other. */
function dealt(
  use: Use,
  flows: readonly Flow[],
  counts: Filling['counts'],
  ports: number,
): readonly Omit<Filling, 'port'>[] {
  const each = flows.flatMap(({ demand }, index) => Array.from({ length: counts[index]!.count }, () => demand))
  const covers = (demand: Demand) => Math.min(demand.leads.port.lanes?.covers ?? 1, use.legCount)
  const sorted = each.toSorted((a, b) => covers(b) - covers(a))
  const filled: { left: number; readonly demands: Demand[] }[] = Array.from({ length: ports }, () => ({
    left: use.legCount,
    demands: [],
  }))
  for (const demand of sorted) {
    // Ports that are used are filled one lead each first, so that two leads share a port only where they must.
    const room = filled.filter(({ left }) => left >= covers(demand)).toSorted((a, b) => b.left - a.left)[0]!
    room.left -= covers(demand)
    room.demands.push(demand)
  }
  return filled.map(({ demands }) => ({
    use,
    counts: [...groupBy(demands, (demand) => demand)].map(([demand, list]) => ({ demand, count: list.length })),
  }))
}

/** Every port that the plan uses. Of alike ports each filling gets the one that leaves most as it is today. */
export function fillings(harness: Harness, model: Model, values: Values): readonly Filling[] {
  const byGroup = groupBy(model.problem.uses, ({ group }) => group)
  return [...byGroup].flatMap(([group, uses]) => {
    const open = [...group.ports]
    const pairs = unplaced(model, values, uses).flatMap((filling) =>
      group.ports.map((port, index) => ({ filling, port, index, kept: keptAt(harness, group, port, filling) })),
    )
    const placed: Filling[] = []
    const done = new Set<unknown>()
    for (const { filling, port } of pairs.toSorted(
      inOrder(
        (a, b) => b.kept - a.kept,
        (a, b) => a.index - b.index,
      ),
    )) {
      const at = open.indexOf(port)
      if (at < 0 || done.has(filling)) continue
      open.splice(at, 1)
      done.add(filling)
      placed.push({ ...filling, port })
    }
    return placed.toSorted((a, b) => group.ports.indexOf(a.port) - group.ports.indexOf(b.port))
  })
}
