import { portKey } from '../build/refs'
import type { PortRef } from '../formats/schema-kit'
import type { Harness } from '../harness/derive'
import { sortedByMark } from '../units/compare'
import type { Plan } from './plan'

/** What a plan does with one lead. */
export interface Step {
  readonly does: 'stays' | 'moves' | 'comes' | 'goes'
  readonly lead: PortRef
  /** Where it is today. */
  readonly from: PortRef | undefined
  /** Where it is to go. */
  readonly to: PortRef | undefined
}

/** What a plan does with every lead that is plugged today or then, by the marks. */
export function stepsOf(today: Harness, after: Harness, plan: Plan): readonly Step[] {
  const keys = new Map([
    ...today.threads.map(({ from }) => [portKey(from), from] as const),
    ...plan.links.map(({ from }) => [portKey(from), from] as const),
  ])
  const isHere = (lead: PortRef) => today.build.items.some(({ id }) => id === lead.itemId)
  const steps = [...keys.values()].map((lead): Step => {
    const from = isHere(lead) ? today.across(lead)[0]?.ref : undefined
    const to = after.across(lead)[0]?.ref
    if (from === undefined) return { does: 'comes', lead, from, to }
    if (to === undefined) return { does: 'goes', lead, from, to }
    return { does: portKey(from) === portKey(to) ? 'stays' : 'moves', lead, from, to }
  })
  return sortedByMark(steps, ({ lead }) => after.name(lead))
}
