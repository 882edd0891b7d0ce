import { groupBy } from '../../units/group'
import { currentRows } from './rows-current'
import { countRows } from './rows-count'
import { moneyRows } from './rows-money'
import { Draft, JUDGED_GOALS, summedUp, type Demand, type Flow, type Model } from './model'
import { openOnItsOwn, outletOvershoot, oversOnItsOwn, singleCapOf, startsOver } from './caps-of-use'
import type { Allowed, Host, LeadClass, Problem, Use } from '../problem/problem'

/** What the parts of the model share while it is written. */
export interface Writing {
  readonly draft: Draft
  readonly problem: Problem
  readonly demands: readonly Demand[]
  readonly flows: readonly Flow[]
  readonly flowsOn: (use: Use) => readonly Flow[]
  readonly useOf: (use: Use) => string
  readonly hostOf: (host: Host) => string | undefined
  /** The variable for the smallest share of a limit that stays free. */
  readonly phi: string
}

const isFeed = (leads: LeadClass) => leads.facts.all.powers.some(({ feeds }) => feeds.includes(leads.port.id))

/** The demands: leads of devices, of boxes, and of the fed pieces and row feeds of every use. */
function demandsOf(problem: Problem, hostOf: Writing['hostOf'], useOf: Writing['useOf']): readonly Demand[] {
  const fixed = problem.classes.map((leads): Demand => {
    const { host } = leads
    const feeds = host !== undefined && isFeed(leads) ? host : undefined
    const mostCount = host === undefined ? leads.leads.length : 1
    const name = host === undefined ? undefined : hostOf(host)
    return { key: leads.key, leads, mostCount, dependsOn: name === undefined ? undefined : [[name, 1]], feeds }
  })
  const ofPieces = problem.uses.flatMap((use): readonly Demand[] => {
    const classes = [use.piece, use.rowFeed].flatMap((kind) =>
      kind === undefined ? [] : problem.feedClasses.get(kind)!,
    )
    const { mostCount } = use
    const dependsOn = [[useOf(use), 1]] as const
    return classes.map((leads) => ({ key: `${use.key} ${leads.port.id}`, leads, mostCount, dependsOn, feeds: use }))
  })
  return [...fixed, ...ofPieces]
}

/** The most leads of one kind that a use takes, by ports and by what its limits let through. */
function mostOn(use: Use, { leads, mostCount }: Demand): number {
  const ports = use.isChain && leads.isChainable ? mostCount : use.legCount * use.mostCount
  const byCurrent = [...leads.milliamps].map(([rail, milliamps]) => {
    const cap = milliamps === 0 ? undefined : singleCapOf(use, rail)
    if (cap === undefined) return mostCount
    if (use.port === undefined) return milliamps > cap ? 0 : mostCount
    return Math.floor(cap / milliamps)
  })
  return Math.min(mostCount, ports, ...byCurrent)
}

function flowsOf(draft: Draft, { uses, headroomPercent }: Problem, demands: readonly Demand[]): readonly Flow[] {
  const byClass = groupBy(demands, ({ leads }) => leads)
  return uses.flatMap((use) =>
    use.allowed.flatMap((allowed: Allowed) =>
      (byClass.get(allowed.leads) ?? []).flatMap((demand): readonly Flow[] => {
        const most = Math.min(mostOn(use, demand), allowed.reachCount)
        const atOutlet = outletOvershoot(use, demand.leads, headroomPercent)
        if (most === 0 || atOutlet === undefined) return []
        const overs = [...oversOnItsOwn(use, demand.leads, headroomPercent), atOutlet].filter((over) => over > 0)
        const costs = [
          ['warnings', allowed.warnings + startsOver(use, demand.leads)],
          ['overshoot', overs.reduce((sum, over) => sum + over, 0)],
          ['tight', overs.length],
          ['roles', allowed.roles],
          ['unknowns', allowed.unknowns + openOnItsOwn(use, demand.leads)],
        ] as const
        return [
          {
            variable: draft.variable('n', most, { isWhole: true, provides: false }),
            demand,
            use,
            costs: costs.filter(([, count]) => count > 0),
            isOthers: allowed.isOthers,
            wantsSync: allowed.wantsSync,
            wellCount: allowed.wellCount,
          },
        ]
      }),
    ),
  )
}

/** Writes the problem down as sums. */
export function modelOf(problem: Problem): Model {
  const draft = new Draft()
  const useNames = new Map(problem.uses.map((use) => [use, draft.whole('y', use.mostCount)]))
  const hostNames = new Map(
    problem.hosts.filter(({ isThere }) => !isThere).map((host) => [host, draft.whole('z', 1)] as const),
  )
  const useOf = (use: Use) => useNames.get(use)!
  const hostOf = (host: Host) => hostNames.get(host)
  const demands = demandsOf(problem, hostOf, useOf)
  const flows = flowsOf(draft, problem, demands)
  const byUse = groupBy(flows, ({ use }) => use)
  const phi = draft.variable('phi', 1, { isWhole: false, provides: false })
  const flowsOn = (use: Use) => byUse.get(use) ?? []
  const writing: Writing = { draft, problem, demands, flows, flowsOn, useOf, hostOf, phi }
  const packs = moneyRows(writing)
  countRows(writing)
  currentRows(writing)
  const goals = [...draft.goals]
    .map(([key, terms]) => ({ key, terms: summedUp(terms) }))
    // What the rules judge a plan by is asked for even where the model knows nothing of it.
    .filter(({ key, terms }) => terms.length > 0 || JUDGED_GOALS.has(key))
  const { variables, rows, slacks, keepers, needs } = draft
  const looseOf = (demand: Demand) => draft.loose.get(demand)!
  return { problem, demands, flows, variables, rows, goals, useOf, hostOf, looseOf, slacks, keepers, needs, packs }
}
