import { groupBy } from '../units/group'
import { isLess, Ledger } from './ledger'
import type { Demand, Flow, Model, Values } from './model'

/** The most mA of one lead, to place the hungry ones while there is room. */
const hunger = ({ leads }: Demand) => Math.max(0, ...leads.milliamps.values())

/**
 * A first plan, lead by lead: each goes where it costs least by the goals in their order, and brings what it needs with
 * it. It keeps all rows, and is not claimed to be the best.
 */
export function greedyPlan(model: Model): Values {
  const ledger = new Ledger(model)
  const looseOf = new Map(model.demands.map((demand) => [demand, model.looseOf(demand)]))
  for (const demand of model.demands)
    if (demand.dependsOn === undefined) ledger.force(looseOf.get(demand)!, demand.mostCount)
  for (const { variable } of model.slacks) ledger.force(variable, 1)
  // What a header must have comes first, before something else takes its port.
  for (const slack of model.slacks) {
    const best = bestFlow(ledger, slack.flows, looseOf)
    if (best !== undefined) place(ledger, best, looseOf.get(best.demand)!)
    ledger.change([[slack.variable, -1]])
  }
  const byDemand = groupBy(model.flows, ({ demand }) => demand)
  const fixed = model.demands.filter(({ dependsOn }) => dependsOn === undefined)
  const order = fixed.toSorted(
    (a, b) => (byDemand.get(a)?.length ?? 0) - (byDemand.get(b)?.length ?? 0) || hunger(b) - hunger(a),
  )
  for (const demand of order) {
    while (ledger.amount(looseOf.get(demand)!) > 0) {
      const best = bestFlow(ledger, byDemand.get(demand) ?? [], looseOf)
      if (best === undefined) break
      place(ledger, best, looseOf.get(demand)!)
    }
  }
  return ledger.values()
}

const place = (ledger: Ledger, { variable }: Flow, loose: string): boolean =>
  ledger.change([
    [variable, 1],
    [loose, -1],
  ])

function bestFlow(ledger: Ledger, flows: readonly Flow[], looseOf: ReadonlyMap<Demand, string>): Flow | undefined {
  let best: { readonly flow: Flow; readonly costs: readonly number[] } | undefined
  for (const flow of flows) {
    const mark = ledger.mark()
    if (!place(ledger, flow, looseOf.get(flow.demand)!)) continue
    const costs = ledger.costs()
    ledger.backTo(mark)
    if (best === undefined || isLess(costs, best.costs)) best = { flow, costs }
  }
  return best?.flow
}
