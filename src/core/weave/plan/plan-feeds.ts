import type { PortRef } from '../../schema/schema-kit'
import { capsOf } from '../problem/caps'
import type { Filling } from './layout-plan'

/** A lead of a box or a piece, with what it carries on its busiest rail, in mA. */
export interface OwnLead {
  readonly ref: PortRef
  readonly milliamps: number
}

interface Taker {
  readonly filling: Filling
  readonly count: number
}

/** What the cable of a filling lets through, in mA. */
function capOfCable({ use }: Filling): number {
  const { host, ports } = use.group
  const shared = capsOf(host.facts).filter((cap) => cap.isShared && ports.some(({ id }) => cap.ports.includes(id)))
  return Math.min(Infinity, ...shared.flatMap(({ milliamps }) => milliamps ?? []))
}

/**
 * Deals feeds out to supply plugs: the heaviest first, each to the cable with the most room left, so that what the model
 * lets through all plugs together also goes through each of them. `carried` is what each cable carries already.
 */
export function dealFeeds(
  takers: readonly Taker[],
  leads: readonly OwnLead[],
  carried: Map<string, number>,
): readonly { readonly filling: Filling; readonly leads: readonly PortRef[] }[] {
  const dealt = takers.map(({ filling, count }) => ({ filling, count, leads: [] as PortRef[] }))
  const roomOf = ({ filling }: (typeof dealt)[number]) =>
    capOfCable(filling) - (carried.get(filling.use.group.cableKey) ?? 0)
  for (const { ref, milliamps } of leads.toSorted((a, b) => b.milliamps - a.milliamps)) {
    const open = dealt.filter((taker) => taker.leads.length < taker.count)
    const to = open.toSorted((a, b) => roomOf(b) - roomOf(a))[0]
    if (to === undefined) break
    to.leads.push(ref)
    const { cableKey } = to.filling.use.group
    carried.set(cableKey, (carried.get(cableKey) ?? 0) + milliamps)
  }
  return dealt
}
