import { isOfMachine } from '../problem/lead-classes'
import type { Use } from '../problem/problem'
import { groupBy } from '../../units/group'
import { mostTogether } from './caps-of-use'
import type { Flow, Terms } from './model'
import type { Writing } from './write-model'

const ones = (flows: readonly Flow[]): Terms => flows.map(({ variable }) => [variable, 1])

/** A variable that says whether any of some leads are on a use. */
function hereOn({ draft }: Writing, use: Use, flows: readonly Flow[], memberCount: number): string {
  const isHere = draft.whole('g', 1)
  const kinds = flows.map(({ demand }) => demand.leads)
  draft.row([...ones(flows), [isHere, -Math.min(memberCount, mostTogether(use, kinds))]], { most: 0 })
  return isHere
}

/**
 * How many signals each group is spread over, or how many fans share one, where the choice is to spread them; and, of what
 * is as good in that, how many groups of the machine share a signal with others: the rear exhaust is no part of the front.
 */
export function groups(writing: Writing): void {
  const { draft, problem, flows } = writing
  const motors = flows.filter(
    ({ demand }) => demand.leads.groupKey !== undefined && (demand.leads.isMotor || demand.leads.isChainable),
  )
  const onSignal = new Map<Use, string[]>()
  for (const [groupKey, own] of groupBy(motors, ({ demand }) => demand.leads.groupKey!)) {
    const memberCount = [...new Set(own.map(({ demand }) => demand))].reduce((sum, { mostCount }) => sum + mostCount, 0)
    for (const [use, onUse] of groupBy(own, (flow) => flow.use)) {
      const isOneSignal = use.port !== undefined
      if (problem.isSpread) {
        if (isOneSignal && memberCount > 1) draft.count('splits', ...ones(onUse))
        continue
      }
      if (!isOneSignal) {
        if (memberCount > 1) draft.count('splits', ...ones(onUse))
        continue
      }
      if (memberCount === 1 && !isOfMachine(groupKey)) continue
      const isHere = hereOn(writing, use, onUse, memberCount)
      if (memberCount > 1) draft.count('splits', [isHere, 1])
      // Lights of several panels are a chain as a rule.
      if (isOfMachine(groupKey) && own.every(({ demand }) => demand.leads.isMotor))
        onSignal.set(use, [...(onSignal.get(use) ?? []), isHere])
    }
  }
  for (const here of onSignal.values()) {
    if (here.length < 2) continue
    const others = draft.whole('mingled', here.length - 1)
    draft.row([...here.map((name) => [name, 1] as const), [others, -1]], { most: 1 })
    draft.count('mingled', [others, 1])
  }
}
