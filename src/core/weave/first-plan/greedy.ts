import { inOrder } from '../../units/compare'
import { groupBy } from '../../units/group'
import { mostTogether } from '../model/caps-of-use'
import { isLess, Ledger } from './ledger'
import type { Use } from '../problem/problem'
import {
  valueOf,
  type Demand,
  type Flow,
  type GoalKey,
  type Keeper,
  type Model,
  type Terms,
  type Values,
} from '../model/model'

/** The most mA of one lead, to place the hungry ones while there is room. */
export const hunger = ({ leads }: Demand) => Math.max(0, ...leads.milliamps.values())

/** How a lead looks for its port: where it costs least now, or first where something is open, and roomily if not. */
type Manner = 'cheap' | 'roomy'

/**
 * A first plan, lead by lead, each bringing what it needs with it: the best of three, one that looks at what each step
 * costs, one that fills what is open and then opens what takes most, and one that begins with what is wired today. It
 * keeps all rows, and is not claimed to be best.
 */
export function greedyPlan(model: Model, known: readonly Placements[] = []): Values {
  const today = model.keepers.length === 0 ? [] : [new Greedy(model, 'cheap').plan([], model.keepers)]
  const ledgers = [
    ...(['cheap', 'roomy'] as const).map((manner) => new Greedy(model, manner).plan([])),
    ...today,
    // What was good for other goals may be good for these.
    ...known.map((placements) => new Greedy(model, 'cheap').plan(placements)),
  ]
  return ledgers.reduce((best, ledger) => (isLess(ledger.costs(), best.costs()) ? ledger : best)).values()
}

/** Where the leads of devices are in a plan, by the keys of uses and demands, which other models of the build share. */
export type Placements = readonly { readonly use: string; readonly demand: string; readonly count: number }[]

/** The placements of a plan. */
export function placementsOf(model: Model, values: Values): Placements {
  return model.flows.flatMap(({ use, demand, variable }) => {
    const count = Math.round(values.get(variable) ?? 0)
    return count === 0 || demand.dependsOn !== undefined ? [] : [{ use: use.key, demand: demand.key, count }]
  })
}

/**
 * A plan that a solver found for the first goals, filled up anew from the leads it leaves where they are: a solver does not
 * look at the goals to come, and its plan may be poor in them. The plan itself where that is no better.
 */
export function refilled(model: Model, values: Values): Values {
  const staying = model.keepers.map((keeper) => ({ ...keeper, mostCount: Math.round(values.get(keeper.kept) ?? 0) }))
  const ledger = new Greedy(model, 'cheap').plan([], staying)
  const costs = model.goals.map(({ terms }) => valueOf(terms, values))
  return isLess(ledger.costs(), costs) ? ledger.values() : values
}

/** What is alike of the ways to use ports of one group. */
const kindOf = ({ group, piece, rowFeed }: Use) => `${group.key} ${(piece ?? rowFeed)?.facts.part.id ?? ''}`

class Greedy {
  private readonly ledger: Ledger
  private readonly usesAt: ReadonlyMap<string, readonly Use[]>
  /** What is alike of the flows: a group of ports, a kind of piece, and the leads. */
  private readonly kinds: ReadonlyMap<Flow, string>
  private readonly rooms = new Map<Flow, number>()
  private readonly byDemand: ReadonlyMap<Demand, readonly Flow[]>

  constructor(
    private readonly model: Model,
    private readonly manner: Manner,
  ) {
    this.ledger = new Ledger(model)
    this.kinds = new Map(model.flows.map((flow) => [flow, `${kindOf(flow.use)} ${flow.demand.key}`]))
    this.byDemand = groupBy(model.flows, ({ demand }) => demand)
    this.usesAt = groupBy(model.problem.uses, ({ group, port }) => `${group.key} ${port?.id ?? ''}`)
  }

  plan(placements: Placements, keepers = this.keepers()): Ledger {
    const { model, ledger } = this
    const fixed = model.demands.filter(({ dependsOn }) => dependsOn === undefined)
    for (const demand of fixed) ledger.force(model.looseOf(demand), demand.mostCount)
    for (const { variable } of model.slacks) ledger.force(variable, 1)
    for (const { variable, count } of model.needs) ledger.force(variable, count)
    this.repeat(placements)
    // What a header must have comes first, before something else takes its port.
    for (const slack of model.slacks) {
      const best = this.best(slack.flows)
      if (placements.length === 0 && best !== undefined) this.place(best)
      ledger.change([[slack.variable, -1]])
    }
    const flowCount = (demand: Demand) => this.byDemand.get(demand)?.length ?? 0
    const order = fixed.toSorted(
      inOrder(
        (a, b) => flowCount(a) - flowCount(b),
        (a, b) => hunger(b) - hunger(a),
      ),
    )
    this.keep(keepers)
    for (const demand of order) {
      while (this.isLoose(demand)) {
        const best = this.best(this.byDemand.get(demand) ?? [])
        if (best === undefined) break
        this.place(best)
      }
    }
    for (const demand of order) while (this.isLoose(demand) && this.share(demand)) continue
    ledger.reap()
    return ledger
  }

  private repeat(placements: Placements): void {
    const flows = new Map(this.model.flows.map((flow) => [`${flow.use.key}|${flow.demand.key}`, flow]))
    for (const { use, demand, count } of placements) {
      const flow = flows.get(`${use}|${demand}`)
      for (let done = 0; flow !== undefined && done < count && this.isLoose(flow.demand) && this.place(flow);) done += 1
    }
  }

  /** What may stay where it is, where that is what the plan is after. */
  private keepers(): readonly Keeper[] {
    const rank = (wanted: GoalKey) => this.model.goals.findIndex(({ key }) => key === wanted)
    return rank('changed') < 0 || rank('changed') > rank('warnings') ? [] : this.model.keepers
  }

  private keep(keepers: readonly Keeper[]): void {
    const { model, ledger } = this
    for (const { flow, kept, mostCount } of keepers) {
      const more = [
        [flow.variable, 1],
        [model.looseOf(flow.demand), -1],
        [kept, 1],
      ] as const
      for (let count = 0; count < mostCount && this.isLoose(flow.demand) && ledger.change(more); count += 1) continue
    }
  }

  private isLoose = (demand: Demand) => this.ledger.amount(this.model.looseOf(demand)) > 0

  private place({ variable, demand }: Flow): boolean {
    return this.ledger.change([
      [variable, 1],
      [this.model.looseOf(demand), -1],
    ])
  }

  /** The most leads of a flow that its use takes together. */
  private room(flow: Flow): number {
    const { use, demand } = flow
    const known = this.rooms.get(flow) ?? Math.min(demand.mostCount, mostTogether(use, [demand.leads]))
    this.rooms.set(flow, known)
    return known
  }

  private best(flows: readonly Flow[]): Flow | undefined {
    if (this.manner === 'cheap') return this.cheapest(flows)
    const isOpen = ({ use }: Flow) => use.piece !== undefined && this.ledger.amount(this.model.useOf(use)) > 0
    const warnings = this.ledger.costs()
    const inOpen = this.cheapest(flows.filter(isOpen), warnings)
    if (inOpen !== undefined) return inOpen
    const most = Math.max(0, ...flows.map((flow) => this.room(flow)))
    return this.cheapest(flows.filter((flow) => this.room(flow) === most)) ?? this.cheapest(flows)
  }

  /** The flow that costs least; with `atMost`, only one that brings no warning besides. */
  private cheapest(flows: readonly Flow[], atMost?: readonly number[]): Flow | undefined {
    let best: { readonly flow: Flow; readonly costs: readonly number[] } | undefined
    const warningsAt = this.model.goals.findIndex(({ key }) => key === 'warnings')
    for (const flow of this.withoutLikes(flows)) {
      const mark = this.ledger.mark()
      if (!this.place(flow)) continue
      const costs = this.ledger.costs()
      this.ledger.backTo(mark)
      if (atMost !== undefined && costs[warningsAt]! > atMost[warningsAt]!) continue
      if (best === undefined || isLess(costs, best.costs)) best = { flow, costs }
    }
    return best?.flow
  }

  /** Ports that are alike and unused give alike answers: one of them is enough. */
  private withoutLikes(flows: readonly Flow[]): readonly Flow[] {
    const seen = new Set<string>()
    return flows.filter((flow) => {
      const { use } = flow
      if (this.ledger.amount(this.model.useOf(use)) > 0) return true
      if (use.port !== undefined && this.isTaken(use)) return false
      const kind = this.kinds.get(flow)!
      if (seen.has(kind)) return false
      seen.add(kind)
      return true
    })
  }

  private isTaken({ port, group }: Use): boolean {
    const others = this.usesAt.get(`${group.key} ${port!.id}`)!
    return others.some((use) => this.ledger.amount(this.model.useOf(use)) > 0)
  }

  /** Puts a piece on a port that one lead has to itself, for that lead and one without a port; false where none helps. */
  private share(demand: Demand): boolean {
    const { model, ledger } = this
    let best: { readonly changes: Terms; readonly costs: readonly number[] } | undefined
    for (const { variable, use } of this.withoutLikes(this.byDemand.get(demand) ?? [])) {
      if (use.piece === undefined || use.port === undefined || ledger.amount(model.useOf(use)) > 0) continue
      for (const bare of model.flows) {
        if (bare.use.group !== use.group || bare.use.piece !== undefined || ledger.amount(bare.variable) < 1) continue
        const moved = this.byDemand.get(bare.demand)?.find((flow) => flow.use === use)
        if (moved === undefined) continue
        const changes: Terms = [
          [bare.variable, -1],
          [model.useOf(bare.use), -1],
          [model.useOf(use), 1],
          [moved.variable, 1],
          [variable, 1],
          [model.looseOf(demand), -1],
        ]
        const mark = ledger.mark()
        if (!ledger.change(changes)) continue
        const costs = ledger.costs()
        ledger.backTo(mark)
        if (best === undefined || isLess(costs, best.costs)) best = { changes, costs }
      }
    }
    return best !== undefined && ledger.change(best.changes)
  }
}
