import { portKey } from '../../build/refs'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { sortedByMark } from '../../units/compare'
import type { Plan } from './plan'
import { rootAndPieceOf, standing } from '../problem/today'

/** What a plan does with one lead. */
export interface Step {
  readonly does: 'stays' | 'moves' | 'comes' | 'goes'
  readonly lead: PortRef
  /** Where it is today. */
  readonly from: PortRef | undefined
  /** Where it is to go. */
  readonly to: PortRef | undefined
  /** Whether it has to come out before it can go anywhere, since leads wait for each other's ports in a ring. */
  readonly isPulledFirst: boolean
}

const ORDER = ['goes', 'moves', 'comes', 'stays'] as const

/**
 * Steps in the order of the work: what goes, what moves, what comes, what stays; by the marks, but a lead moves only once
 * its new port is free. Of leads that wait for each other in a ring the first is pulled out before the others.
 */
function inWorkingOrder(steps: readonly Step[]): readonly Step[] {
  const waiting = steps.filter(({ does }) => does === 'moves')
  const moves: Step[] = []
  const isFree = ({ to }: Step, others: readonly Step[]) =>
    others.every(({ from, to: own }) => portKey(from!) !== portKey(to!) || portKey(own!) === portKey(to!))
  while (waiting.length > 0) {
    const at = waiting.findIndex((step) =>
      isFree(
        step,
        waiting.filter((other) => other !== step && !other.isPulledFirst),
      ),
    )
    if (at >= 0) moves.push(...waiting.splice(at, 1))
    else {
      const ring = waiting.findIndex(({ isPulledFirst }) => !isPulledFirst)
      waiting.push({ ...waiting.splice(ring, 1)[0]!, isPulledFirst: true })
    }
  }
  return ORDER.flatMap((does) => (does === 'moves' ? moves : steps.filter((step) => step.does === does)))
}

/** What a plan does with every lead that is plugged today or then, in the order of the work. */
export function stepsOf(today: Harness, after: Harness, plan: Plan): readonly Step[] {
  const isOfIt = (lead: PortRef) => plan.machine.itemIds.has(lead.itemId)
  const keys = new Map([
    ...today.threads.filter(({ from }) => isOfIt(from)).map(({ from }) => [portKey(from), from] as const),
    ...plan.links.map(({ from }) => [portKey(from), from] as const),
  ])
  const isHere = (lead: PortRef) => today.build.items.some(({ id }) => id === lead.itemId)
  const steps = [...keys.values()].map((lead): Step => {
    const from = isHere(lead) ? today.across(lead)[0]?.ref : undefined
    const to = after.across(lead)[0]?.ref
    const isPulledFirst = false
    if (from === undefined) return { does: 'comes', lead, from, to, isPulledFirst }
    if (to === undefined) return { does: 'goes', lead, from, to, isPulledFirst }
    return { does: portKey(from) === portKey(to) ? 'stays' : 'moves', lead, from, to, isPulledFirst }
  })
  return inWorkingOrder(sortedByMark(steps, ({ lead }) => after.name(lead)))
}

/** A lead that two plans put in different places. */
export interface Difference {
  readonly lead: PortRef
  /** Where it goes by the one, and by the other; undefined where it stays loose. */
  readonly here: PortRef | undefined
  readonly there: PortRef | undefined
}

/** Where a lead ends, so that it can be told from where it ends in another plan: new things are alike by their part. */
function endOf(after: Harness, plan: Plan, lead: PlacedPort): string {
  const root = rootAndPieceOf(after, lead)
  if (root === undefined) return ''
  const bought = plan.bought.find(({ item }) => item.id === root.ref.itemId)
  return standing(portKey({ ...root.ref, itemId: bought?.part.id ?? root.ref.itemId }), root.piece)
}

/** A plan with the build as it would be. */
export interface PlanSide {
  readonly after: Harness
  readonly plan: Plan
}

/** The leads on the bench that two plans of one machine put on different ports, or on other kinds of piece, by the marks. */
export function between(here: PlanSide, there: PlanSide): readonly Difference[] {
  const leads = here.after.ports.filter(
    ({ item, port }) => here.plan.machine.itemIds.has(item.id) && port.side === 'takes',
  )
  const differ = leads.filter(
    (lead) => endOf(here.after, here.plan, lead) !== endOf(there.after, there.plan, there.after.port(lead.ref)),
  )
  const list = differ.map(({ ref }): Difference => ({
    lead: ref,
    here: here.after.across(ref)[0]?.ref,
    there: there.after.across(ref)[0]?.ref,
  }))
  return sortedByMark(list, ({ lead }) => here.after.name(lead))
}
