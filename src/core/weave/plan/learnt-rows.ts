import { portKey, sameRef } from '../../build/refs'
import type { Thread } from '../../build/schema'
import type { PortRef } from '../../schema/schema-kit'
import { derive } from '../../operate/harness'
import { lightVolts } from '../../rules/light/light-volts'
import type { GoalKey, Model, Row, Terms, Values, Variable } from '../model/model'
import { hunger } from '../first-plan/greedy'
import type { Use } from '../problem/problem'
import { onwardOf } from './plan-links'
import type { Judged } from './plan-edits'

/** Leads that together bring about something minded that the model has no row for: so many of each flow, or more. */
interface Cause {
  /** The use by which it is told apart from others; it is minded once for each. */
  readonly use: Use
  readonly counts: ReadonlyMap<string, number>
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

/** What was found out about a line: leads that are too many on a use, or that it holds with the hungriest first. */
type Found = Cause | { readonly use: Use; readonly holdsHungryFirst: true }

/**
 * What lights with too few volts at the end of their line come from: the first leads of a chain, the hungriest nearest to
 * its port, that are too many by themselves; all that hangs by one piece; or all of a box, whose outlets share its supply.
 */
function foundIn(model: Model, judged: Judged): readonly Found[] {
  const { flowOf } = judged.plan
  const demandOf = new Map(model.flows.map(({ variable, demand }) => [variable, demand]))
  const hungerOf = (key: string) => hunger(demandOf.get(flowOf.get(key)!)!)
  return lowLines(model, judged).map((line): Found => {
    const { use, own, onHost } = line
    if (use.piece !== undefined) return { use, counts: countsOf(flowOf, isLowWith(judged, line, own) ? own : onHost) }
    const hungryFirst = own.toSorted((a, b) => hungerOf(b) - hungerOf(a))
    if (isLowWith(judged, line, hungryFirst)) {
      const count = leastFor(own.length, (most) => isLowWith(judged, line, hungryFirst.slice(0, most)))
      return { use, counts: countsOf(flowOf, hungryFirst.slice(0, count)) }
    }
    return isLowWith(judged, line, own) ? { use, holdsHungryFirst: true } : { use, counts: countsOf(flowOf, onHost) }
  })
}

const kindOf = ({ group, piece, rowFeed }: Use) => [group, piece, rowFeed] as const
const isAlike = (a: Use, b: Use) => kindOf(a).every((value, index) => value === kindOf(b)[index])

/** What was learnt from judged plans about things that the model has no rows for. */
export class Learnt {
  /** The variables that say that something is minded on a use. */
  private readonly mindedOn = new Map<Use, string>()
  /** Uses on which the hungriest device of a chain is to be the first, whatever their order in the case. */
  readonly hungryFirst = new Set<Use>()

  /** The model with rows for what the rules mind in its plan, or as it is where another order helps; undefined where neither does. */
  from(model: Model, values: Values, judged: Judged, order: readonly GoalKey[]): Model | undefined {
    const found = foundIn(model, judged)
    const turned = found.flatMap((each) => ('counts' in each || this.hungryFirst.has(each.use) ? [] : [each.use]))
    for (const use of turned)
      for (const like of model.problem.uses.filter((other) => isAlike(other, use))) this.hungryFirst.add(like)
    const fresh = found.flatMap((each) =>
      'counts' in each && !isOn(values, this.mindedOn.get(each.use)) ? [each] : [],
    )
    if (fresh.length === 0) return turned.length === 0 ? undefined : model
    const variables: Variable[] = []
    const rows: Row[] = []
    const minds: (readonly [string, number])[] = []
    const whole = (prefix: string) => {
      const name = `${prefix}${model.variables.length + variables.length}`
      variables.push({ name, most: 1, isWhole: true, provides: true })
      return name
    }
    const row = (terms: Terms, most: number) =>
      rows.push({ name: `learnt${model.rows.length + rows.length}`, terms, least: undefined, most, menders: undefined })
    const mindedOn = (use: Use) => {
      const known = this.mindedOn.get(use)
      if (known !== undefined) return known
      const name = whole('minded')
      minds.push([name, 1])
      this.mindedOn.set(use, name)
      return name
    }
    for (const { use, counts } of fresh) {
      for (const { on, terms } of likesOf(model, use, counts)) {
        const reached = terms.map((term) => {
          const isReached = whole('reached')
          rows.push(reachedRow(`learnt${model.rows.length + rows.length}`, isReached, term))
          return [isReached, 1] as const
        })
        row([...reached, [mindedOn(on), -1]], reached.length - 1)
      }
    }
    const goals = new Map(model.goals.map((goal) => [goal.key, goal]))
    goals.set('minds', { key: 'minds', terms: [...(goals.get('minds')?.terms ?? []), ...minds] })
    return {
      ...model,
      variables: [...model.variables, ...variables],
      rows: [...model.rows, ...rows],
      goals: order.flatMap((key) => goals.get(key) ?? []),
    }
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
  const rows: Row[] = []
  const variables: Variable[] = []
  for (const use of blamed) {
    if (use?.piece?.stack === undefined) continue
    const keys = [...plan.flowOf].filter(([, variable]) => useOf.get(variable) === use).map(([key]) => key)
    for (const { terms } of likesOf(model, use, countsOf(plan.flowOf, keys))) {
      const reached = terms.map((term) => {
        const name = `shut${model.variables.length + variables.length}`
        variables.push({ name, most: 1, isWhole: true, provides: true })
        rows.push(reachedRow(`shut${model.rows.length + rows.length}`, name, term))
        return [name, 1] as const
      })
      const name = `shut${model.rows.length + rows.length}`
      rows.push({ name, terms: reached, least: undefined, most: reached.length - 1, menders: [] })
    }
  }
  if (rows.length === 0) return undefined
  return { ...model, variables: [...model.variables, ...variables], rows: [...model.rows, ...rows] }
}

const isOn = (values: Values, name: string | undefined) => name !== undefined && (values.get(name) ?? 0) > 0.5

/** That a variable says whether so many leads of a flow are there. */
const reachedRow = (name: string, isReached: string, { variable, count, most }: Term): Row => ({
  name,
  terms: [
    [variable, 1],
    [isReached, -(most - count + 1)],
  ],
  least: undefined,
  most: count - 1,
  menders: undefined,
})

/** So many leads of a flow, of as many as there may be. */
interface Term {
  readonly variable: string
  readonly count: number
  readonly most: number
}

/** The same leads on every use that is alike, one port of its group or another. */
function likesOf(model: Model, use: Use, counts: Cause['counts']) {
  const flowOf = new Map(model.flows.map((flow) => [flow.variable, flow]))
  const mostOf = new Map(model.variables.map(({ name, most }) => [name, most]))
  const all = [...counts].map(([variable, count]) => ({ flow: flowOf.get(variable)!, variable, count }))
  const isOfOne = all.every(({ flow }) => flow.use === use)
  const likes = isOfOne ? model.problem.uses.filter((other) => isAlike(other, use)) : [use]
  return likes.map((on) => ({
    on,
    terms: all.map(({ flow, variable, count }) => {
      const name =
        on === use ? variable : model.flows.find((other) => other.use === on && other.demand === flow.demand)!.variable
      return { variable: name, count, most: mostOf.get(name)! }
    }),
  }))
}
