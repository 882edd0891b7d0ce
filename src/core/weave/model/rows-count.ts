import { portKey } from '../../build/refs'
import { groupBy } from '../../units/group'
import { mostTogether } from './caps-of-use'
import type { Demand, Terms } from './model'
import type { Use } from '../problem/problem'
import { standingPart } from '../problem/stacks'
import { standing } from '../problem/today'
import { isOutOfReach } from '../problem/uses'
import { groups } from './rows-groups'
import { led, mixed, oneOf, owners, reporting } from './rows-speed'
import type { Writing } from './write-model'

const namesOf = (terms: Terms): readonly string[] => terms.map(([name]) => name)

/** Every lead has a port, or is loose; what comes for comfort alone may stay loose at the price of a warning. */
function placed({ draft, demands, flows }: Writing): void {
  const byDemand = groupBy(flows, ({ demand }) => demand)
  for (const demand of demands) {
    const { leads, mostCount, dependsOn } = demand
    const loose = draft.variable('loose', mostCount, { isWhole: true, provides: false })
    draft.loose.set(demand, loose)
    if (!leads.isForFans) draft.count(leads.port.need === 'optional' ? 'warnings' : 'loose', [loose, 1])
    const sum: Terms = [...(byDemand.get(demand) ?? []).map(({ variable }) => [variable, 1] as const), [loose, 1]]
    const owed = (dependsOn ?? []).map(([name, factor]) => [name, -factor] as const)
    const due = dependsOn === undefined ? mostCount : 0
    draft.row([...sum, ...owed], { least: due, most: due }, namesOf(sum))
  }
}

/** No more uses than ports, each port used in one way, and alike ports in a fixed order. */
function ports({ draft, problem, useOf, hostOf }: Writing): void {
  const byGroup = groupBy(problem.uses, ({ group }) => group)
  for (const [group, uses] of byGroup) {
    const host = hostOf(group.host)
    const sum: Terms = uses.map((use) => [useOf(use), 1])
    const count = group.ports.length
    if (host === undefined) draft.row(sum, { most: count })
    else draft.row([...sum, [host, -count]], { most: 0 }, [host])
    // Which of the alike ports is which is left open: solvers find such likeness by themselves.
    const byPort = groupBy(
      uses.filter(({ port }) => port !== undefined),
      ({ port }) => port,
    )
    for (const own of byPort.values())
      draft.row(
        own.map((use) => [useOf(use), 1]),
        { most: 1 },
      )
  }
}

const coversOf = (use: Use, demand: Demand) => Math.min(demand.leads.port.lanes?.covers ?? 1, use.legCount)

/** No more leads than legs; in a chain only those that hand nothing on take a leg for themselves. */
function legs({ draft, problem, flowsOn, useOf }: Writing): void {
  for (const use of problem.uses) {
    const flows = flowsOn(use)
    const ending = flows.filter(({ demand }) => !use.isChain || !demand.leads.isChainable)
    draft.row(
      [
        ...ending.map(({ variable, demand }) => [variable, coversOf(use, demand)] as const),
        [useOf(use), -use.legCount],
      ],
      {
        most: 0,
      },
    )
    if (use.mostCount > 1) continue
    const kinds = flows.map(({ demand }) => demand.leads)
    const together = use.legCount === use.group.ports[0]!.lanes?.count ? Infinity : mostTogether(use, kinds)
    if (together < Infinity) {
      draft.row([...flows.map(({ variable }) => [variable, 1] as const), [useOf(use), -together]], { most: 0 })
    }
    for (const { variable, demand } of flows) {
      const alone = use.isChain && !demand.leads.isChainable ? use.legCount : mostTogether(use, [demand.leads])
      const most = Math.min(demand.mostCount, alone)
      draft.row(
        [
          [variable, 1],
          [useOf(use), -most],
        ],
        { most: 0 },
      )
    }
    // Of a chain the first device alone has to reach.
    const reaching = use.isChain ? flows.filter(({ demand }) => !isOutOfReach(use.group, demand.leads)) : flows
    // A port is not used for nothing.
    draft.row([...reaching.map(({ variable }) => [variable, 1] as const), [useOf(use), -1]], { least: 0 })
  }
}

/** A moulded adapter is warned of, whatever hangs on it; so is a piece whose outlet that reports has nothing to tell. */
function piecesWarnedOf({ draft, problem, flowsOn, useOf }: Writing): void {
  for (const use of problem.uses) {
    const { piece } = use
    if (piece === undefined) continue
    if (piece.facts.part.construction === 'moulded') draft.count('warnings', [useOf(use), 1])
    if (!piece.reports || use.port === undefined) continue
    const telling = flowsOn(use).filter(({ demand: { leads } }) => leads.isMotor && leads.port.wires.includes('tach'))
    const silent = draft.whole('silent', 1)
    draft.count('warnings', [silent, 1])
    draft.row([[useOf(use), 1], ...telling.map(({ variable }) => [variable, -1] as const), [silent, -1]], { most: 0 })
  }
}

/** Two variants in one chain cannot be. */
function mixtures({ draft, problem, flowsOn }: Writing): void {
  for (const use of problem.uses) {
    if (use.port === undefined) continue
    const flows = flowsOn(use)
    mixed(draft, use, flows)
    // The sync lead of a box has its port to itself: behind other lights it would hear what is left of the data.
    const variants = groupBy(flows, ({ demand: { leads } }) =>
      leads.isLight ? leads.port.connector.variant : 'no light',
    )
    if (use.isChain && variants.size > 1) oneOf(draft, [...variants.values()], undefined)
  }
}

/** Two feeds of one box are better on two cables. */
function apart({ draft, flows }: Writing): void {
  const feeds = flows.filter(({ demand }) => demand.feeds !== undefined)
  for (const own of groupBy(feeds, ({ demand }) => demand.feeds).values()) {
    if (new Set(own.map(({ demand }) => demand)).size < 2) continue
    for (const onCable of groupBy(own, ({ use }) => use.group.cableKey).values()) {
      const both = draft.whole('both', 1)
      draft.count('warnings', [both, 1])
      draft.row([...onCable.map(({ variable }) => [variable, 1] as const), [both, -onCable.length]], { most: 1 })
    }
  }
}

/** What costs something by where a lead is, and by whether it only just reaches by way of a piece. */
function warnings({ draft, flows }: Writing): void {
  for (const { variable, costs, wellCount, demand } of flows) {
    for (const [goal, count] of costs) draft.count(goal, [variable, count])
    if (wellCount >= demand.mostCount) continue
    const hardly = draft.whole('hardly', demand.mostCount)
    draft.count('warnings', [hardly, 1])
    draft.row(
      [
        [variable, 1],
        [hardly, -1],
      ],
      { most: wellCount },
    )
  }
}

/** How many leads stay where they are: on the same port, by the same kind of piece. */
function staying({ draft, problem, flows }: Writing): void {
  for (const flow of flows) {
    const { variable, demand, use } = flow
    const { item } = use.group.host
    if (item === undefined) continue
    const ports = use.port === undefined ? use.group.ports : [use.port]
    const roots = new Set(
      ports.map(({ id }) => standing(portKey({ itemId: item.id, portId: id }), standingPart(use.piece))),
    )
    const most = demand.leads.leads.filter(({ key }) => roots.has(problem.today.get(key) ?? '')).length
    if (most === 0) continue
    const kept = draft.variable('kept', most, { isWhole: false, provides: false })
    draft.row(
      [
        [kept, 1],
        [variable, -1],
      ],
      { most: 0 },
    )
    draft.keepers.push({ flow, kept, mostCount: most })
    draft.count('changed', [kept, -1])
  }
}

/** All rows that count leads, ports and things. */
export function countRows(writing: Writing): void {
  placed(writing)
  ports(writing)
  legs(writing)
  reporting(writing)
  mixtures(writing)
  piecesWarnedOf(writing)
  owners(writing)
  led(writing)
  apart(writing)
  warnings(writing)
  groups(writing)
  staying(writing)
}
