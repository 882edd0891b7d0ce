import { portKey, sameRef } from '../../build/refs'
import type { Thread } from '../../build/schema'
import type { PortRef } from '../../schema/schema-kit'
import { derive } from '../../operate/harness'
import { lightVolts } from '../../rules/light/light-volts'
import { Added, type Count } from '../model/added'
import type { Demand, GoalKey, Model, Values } from '../model/model'
import { hunger } from '../first-plan/greedy'
import type { Use } from '../problem/problem'
import { onwardOf } from './plan-links'
import type { Judged } from './plan-edits'

/** Leads that together bring about something warned of that the model has no row for: so many of each flow, or more. */
interface Cause {
  /** The use by which it is told apart from others; it is warned of once for each. */
  readonly use: Use
  readonly counts: ReadonlyMap<string, number>
  /** Whether that holds however they hang there. */
  readonly isCertain: boolean
}

/** The least number for which something holds that holds for all greater ones, the greatest among them. */
function leastFor(most: number, holds: (count: number) => boolean): number {
  let [low, high] = [1, most]
  while (low < high) {
    const middle = Math.floor((low + high) / 2)
    if (holds(middle)) high = middle
    else low = middle + 1
  }
  return low
}

/** How many of some leads are on each flow. */
function countsOf(flowOf: ReadonlyMap<string, string>, keys: readonly string[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>()
  for (const key of keys) counts.set(flowOf.get(key)!, (counts.get(flowOf.get(key)!) ?? 0) + 1)
  return counts
}

/** A line of lights with too few volts at its end, and what else hangs on the same host. */
interface Line {
  readonly use: Use
  readonly source: PortRef
  /** Its leads, in the order in which they hang one behind the other where they are one chain. */
  readonly own: readonly string[]
  readonly onHost: readonly string[]
}

function lowLines(model: Model, { plan, after, verdicts }: Judged): readonly Line[] {
  const useOf = new Map(model.flows.map(({ variable, use }) => [variable, use]))
  const useAt = (key: string) => useOf.get(plan.flowOf.get(key) ?? '')
  return verdicts.findings.flatMap(({ ruleId, messageId, at: [end, source] }): readonly Line[] => {
    const use = end === undefined ? undefined : useAt(portKey(end))
    if (ruleId !== lightVolts.id || messageId !== 'low' || use === undefined || source === undefined) return []
    const onHost = [...plan.flowOf.keys()].filter((key) => useAt(key)?.group.host === use.group.host)
    const line = after.lights().lines.find((candidate) => candidate.source.key === portKey(source))
    const inTurn: readonly string[] = line?.segments.map(({ at }) => portKey(at)) ?? []
    const rank = (key: string) => inTurn.indexOf(key)
    const own = onHost.filter((key) => useAt(key) === use).toSorted((a, b) => rank(a) - rank(b))
    return [{ use, source, own, onHost }]
  })
}

/** Whether the line is low with some of its leads and nothing else on its host; in a chain those in this order. */
function isLowWith({ after }: Judged, { use, source, onHost }: Line, kept: readonly string[]): boolean {
  const away = new Set(use.piece === undefined ? onHost : onHost.filter((key) => !kept.includes(key)))
  const staying = after.build.threads.filter(({ from }) => !away.has(portKey(from)))
  const refOf = new Map(after.ports.map(({ key, ref }) => [key as string, ref]))
  const chain = kept.flatMap((key, index): readonly Thread[] => {
    const to = index === 0 ? source : onwardOf(after, refOf.get(kept[index - 1]!)!)
    return to === undefined || use.piece !== undefined ? [] : [{ id: `chain${index}`, from: refOf.get(key)!, to }]
  })
  return lightVolts
    .check(derive({ ...after.build, threads: [...staying, ...chain] }))
    .some((outcome) => 'at' in outcome && outcome.messageId === 'low' && sameRef(outcome.at[1]!, source))
}

/** More kinds than this on one chain are tried in one order alone, the hungriest first. */
const MOST_KINDS = 3

/** Every order of a few things. */
function ordersOf<T>(list: readonly T[]): readonly (readonly T[])[] {
  if (list.length < 2) return [list]
  return list.flatMap((first) => ordersOf(list.filter((other) => other !== first)).map((others) => [first, ...others]))
}

/** Leads that are too many on a use, or an order of kinds in which they are not. */
type Found = Cause | { readonly use: Use; readonly order: readonly Demand[] }

/**
 * What a chain that starves comes from: whatever the order of its kinds, so many of its leads are too many; undefined where
 * something else is to blame. What adds up along a chain is least with like beside like, by an exchange of neighbours.
 */
function foundInChain(judged: Judged, line: Line, demandOf: (key: string) => Demand): Found | undefined {
  const { use, own } = line
  const { flowOf } = judged.plan
  const kinds = [...new Set(own.map(demandOf))].toSorted((a, b) => hunger(b) - hunger(a))
  const orders = kinds.length > MOST_KINDS ? [kinds] : ordersOf(kinds)
  const rank = (order: readonly Demand[]) => (a: string, b: string) =>
    order.indexOf(demandOf(a)) - order.indexOf(demandOf(b))
  const holdsIn = (keys: readonly string[]) =>
    orders.find((order) => !isLowWith(judged, line, keys.toSorted(rank(order))))
  const order = holdsIn(own)
  if (order !== undefined) return isLowWith(judged, line, own) ? { use, order } : undefined
  const hungryFirst = own.toSorted(rank(kinds))
  const count = leastFor(own.length, (most) => holdsIn(hungryFirst.slice(0, most)) === undefined)
  return { use, counts: countsOf(flowOf, hungryFirst.slice(0, count)), isCertain: kinds.length <= MOST_KINDS }
}

/**
 * What lights with too few volts at the end of their line come from: the first leads of a chain; all that hangs by one
 * piece; or all of a box, whose outlets share its supply. In the latter two another order may hold.
 */
function foundIn(model: Model, judged: Judged): readonly Found[] {
  const { flowOf } = judged.plan
  const demands = new Map(model.flows.map(({ variable, demand }) => [variable, demand]))
  const demandOf = (key: string) => demands.get(flowOf.get(key)!)!
  return lowLines(model, judged).map((line): Found => {
    const { use, own, onHost } = line
    const byPiece = use.piece !== undefined && isLowWith(judged, line, own) ? own : onHost
    const inChain = use.piece === undefined ? foundInChain(judged, line, demandOf) : undefined
    return inChain ?? { use, counts: countsOf(flowOf, byPiece), isCertain: false }
  })
}

const kindOf = ({ group, piece, rowFeed }: Use) => [group, piece, rowFeed] as const
const isAlike = (a: Use, b: Use) => kindOf(a).every((value, index) => value === kindOf(b)[index])
const isOn = (values: Values, name: string | undefined) => name !== undefined && (values.get(name) ?? 0) > 0.5

/** What was learnt from judged plans about things that the model has no rows for. */
export class Learnt {
  /** The variables that say that something is warned of on a use. */
  private readonly warnedOn = new Map<Use, string>()
  /** In which order kinds of devices hang one behind the other, where their order in the case would not do. */
  readonly orderOn = new Map<Use, readonly Demand[]>()
  /** Whether every row that was learnt holds for any plan, so that what is proven with it is. */
  isCertain = true

  /** The model with rows for what the rules warn of in its plan, or as it is where another order helps; undefined where neither does. */
  from(model: Model, values: Values, judged: Judged, goalOrder: readonly GoalKey[]): Model | undefined {
    const found = foundIn(model, judged)
    const turned = found.flatMap((each) => ('order' in each && !this.orderOn.has(each.use) ? [each] : []))
    for (const { use, order } of turned)
      for (const like of model.problem.uses.filter((other) => isAlike(other, use))) this.orderOn.set(like, order)
    const fresh = found.flatMap((each) =>
      'counts' in each && !isOn(values, this.warnedOn.get(each.use)) ? [each] : [],
    )
    if (fresh.length === 0) return turned.length === 0 ? undefined : model
    this.isCertain &&= fresh.every(({ isCertain }) => isCertain)
    const added = new Added(model)
    const warnings: (readonly [string, number])[] = []
    const warnedOn = (use: Use) => {
      const known = this.warnedOn.get(use)
      if (known !== undefined) return known
      const name = added.whole('warned')
      warnings.push([name, 1])
      this.warnedOn.set(use, name)
      return name
    }
    for (const { use, counts } of fresh) {
      for (const { on, own } of likesOf(model, use, counts)) {
        const reached = added.reached(own)
        added.row([...reached, [warnedOn(on), -1]], reached.length - 1)
      }
    }
    const goals = new Map(model.goals.map((goal) => [goal.key, goal]))
    goals.set('warnings', { key: 'warnings', terms: [...(goals.get('warnings')?.terms ?? []), ...warnings] })
    return { ...added.extended(), goals: goalOrder.flatMap((key) => goals.get(key) ?? []) }
  }
}

/**
 * The model without the pieces on others in whose own leads the rules see a stop, with as many leads of each kind as they
 * have there: how the leads are dealt out to their legs is no part of the model. Undefined where no such piece is to blame.
 */
export function withoutStacks(model: Model, { plan, verdicts }: Judged): Model | undefined {
  const useOf = new Map(model.flows.map(({ variable, use }) => [variable, use]))
  const stops = verdicts.findings.filter(({ severity }) => severity === 'stop')
  const blamed = new Set(stops.flatMap(({ at }) => at.map(({ itemId }) => plan.useOfItem.get(itemId))))
  const stacks = [...blamed].flatMap((use) => (use?.piece?.stack === undefined ? [] : [use]))
  if (stacks.length === 0) return undefined
  const added = new Added(model)
  for (const use of stacks) {
    const keys = [...plan.flowOf].filter(([, variable]) => useOf.get(variable) === use).map(([key]) => key)
    for (const { own } of likesOf(model, use, countsOf(plan.flowOf, keys))) {
      const reached = added.reached(own)
      added.row(reached, reached.length - 1, [])
    }
  }
  return added.extended()
}

/** The same leads on every use that is alike, one port of its group or another. */
function likesOf(
  model: Model,
  use: Use,
  counts: Cause['counts'],
): readonly { readonly on: Use; readonly own: readonly Count[] }[] {
  const flowOf = new Map(model.flows.map((flow) => [flow.variable, flow]))
  const isOfOne = [...counts.keys()].every((variable) => flowOf.get(variable)!.use === use)
  const likes = isOfOne ? model.problem.uses.filter((other) => isAlike(other, use)) : [use]
  const onLike = (variable: string, on: Use) =>
    model.flows.find((other) => other.use === on && other.demand === flowOf.get(variable)!.demand)?.variable
  return likes.flatMap((on) => {
    if (on === use) return [{ on, own: [...counts].map(([variable, count]) => ({ variable, count })) }]
    const own = [...counts].flatMap(([variable, count]) => {
      const there = onLike(variable, on)
      return there === undefined ? [] : [{ variable: there, count }]
    })
    // What does not reach an alike port can do no harm there.
    return own.length < counts.size ? [] : [{ on, own }]
  })
}
