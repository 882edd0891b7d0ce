import { portKey } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { caseNumber } from '../problem/case-order'
import type { Filling } from './layout-plan'
import { rootOf } from '../problem/today'
import type { Demand } from '../model/model'
import { dealFeeds, type OwnLead } from './plan-feeds'
import type { Settlement } from './settle'

/** Which leads of each demand go to which filling. */
export type Dealt = ReadonlyMap<Filling, readonly DealtDemand[]>

/** Leads of one demand that go to one filling. */
export interface DealtDemand {
  readonly demand: Demand
  readonly leads: readonly PortRef[]
}

interface Dealing {
  readonly ownLeads: ReadonlyMap<Demand, readonly OwnLead[]>
  readonly rootAt: (filling: Filling) => PortRef
  readonly settlement: Settlement | undefined
}

/**
 * Deals the leads of devices out to the ports of a plan: as it was settled, or else first those that hang there today and
 * the rest in the order of the case. `ownLeads` are those of boxes and pieces, which are alike; `rootAt` is the port that a
 * filling is at.
 */
export function dealLeads(
  harness: Harness,
  filled: readonly Filling[],
  { ownLeads, rootAt, settlement }: Dealing,
): Dealt {
  const carried = new Map<string, number>()
  const number = ({ item }: PlacedPort) => caseNumber(harness, item.id)
  // Those that carry nothing for others first: the feeds then see what room is left.
  const demands = [...new Set(filled.flatMap(({ counts }) => counts.map(({ demand }) => demand)))].toSorted(
    (a, b) => Number(ownLeads.has(a)) - Number(ownLeads.has(b)),
  )
  const dealt = new Map<Filling, DealtDemand[]>()
  const give = (filling: Filling, demand: Demand, leads: readonly PortRef[]) =>
    dealt.set(filling, [...(dealt.get(filling) ?? []), { demand, leads }])
  for (const demand of demands) {
    const takers = filled.flatMap((filling) => {
      const count = filling.counts.find((entry) => entry.demand === demand)?.count
      return count === undefined ? [] : [{ filling, count, root: portKey(rootAt(filling)) }]
    })
    const own = ownLeads.get(demand)
    if (own !== undefined) {
      for (const { filling, leads } of dealFeeds(takers, own, carried)) give(filling, demand, leads)
      continue
    }
    if (settlement !== undefined) {
      for (const { filling } of takers)
        give(
          filling,
          demand,
          settlement.leadsOf(filling, demand).map(({ ref }) => ref),
        )
      continue
    }
    const all = demand.leads.leads.map((lead) => ({ lead, root: rootOf(harness, lead) }))
    const staying = new Set<PlacedPort>()
    const kept = takers.map(({ count, root }) => {
      const here = all.filter((entry) => entry.root === root && !staying.has(entry.lead)).slice(0, count)
      for (const { lead } of here) staying.add(lead)
      return here.map(({ lead }) => lead)
    })
    const rest = demand.leads.leads.filter((lead) => !staying.has(lead)).toSorted((a, b) => number(a) - number(b))
    takers.forEach(({ filling, count }, index) => {
      const leads = [...kept[index]!, ...rest.splice(0, count - kept[index]!.length)]
      give(
        filling,
        demand,
        leads.map(({ ref }) => ref),
      )
    })
  }
  return dealt
}
