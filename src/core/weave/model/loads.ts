import { groupBy } from '../../units/group'
import { RAILS, type Rail } from '../../parts/connectors'
import { singleCapOf } from './caps-of-use'
import type { Flow, Terms } from './model'
import type { Host, Use } from '../problem/problem'
import type { Writing } from './write-model'
import { sameCopper } from '../../structure/wiring/part-facts'

/** The mA that a use puts on a rail of its port, or of its piece's outlets. */
export interface Load {
  readonly terms: Terms
  /** The most that can come together. */
  readonly most: number
}

/** Leads, or plugs, that carry something unknown. */
export interface Open {
  readonly variable: string
  readonly most: number
}

export const mostOf = (open: readonly Open[]) => open.reduce((sum, { most }) => sum + most, 0)

export const total = (loads: readonly Load[]): Load => ({
  terms: loads.flatMap(({ terms }) => terms),
  most: loads.reduce((sum, { most }) => sum + most, 0),
})

/** What comes through leads, own draws alone. */
function drawn(flows: readonly Flow[], rail: Rail): Load {
  const terms = flows.flatMap(({ variable, demand }) => {
    const milliamps = demand.leads.milliamps.get(rail) ?? 0
    return milliamps === 0 ? [] : [[variable, milliamps] as const]
  })
  const most = flows.reduce((sum, { demand }) => sum + demand.mostCount * (demand.leads.milliamps.get(rail) ?? 0), 0)
  return { terms, most }
}

/** Whether the outlets of the piece on a use are fed by a lead of the piece, and not by the port. */
export const isFed = ({ piece }: Use, rail: Rail) =>
  piece?.facts.all.powers.some((powers) => powers.rail === rail) === true

/** The loads of the model: on outlets, and on ports, with what fed boxes and pieces draw by their supply leads. */
export class Loads {
  private readonly passed = new Map<string, Load>()
  private readonly passedOpen = new Map<string, readonly Open[]>()
  private readonly passedStart = new Map<string, Load>()
  constructor(private readonly writing: Writing) {}

  private key = (flow: Flow, rail: Rail) => `${flow.variable} ${rail}`

  /** What leaves the outlets of a use, at its very ends. */
  outlets(use: Use, rail: Rail): Load {
    const flows = this.writing.flowsOn(use)
    return total([drawn(flows, rail), ...flows.flatMap((flow) => this.passed.get(this.key(flow, rail)) ?? [])])
  }

  /** What a use draws from its port. */
  port(use: Use, rail: Rail): Load {
    return isFed(use, rail) ? { terms: [], most: 0 } : this.outlets(use, rail)
  }

  /** What draws an amount that nobody knows at the outlets of a use. */
  openAt(use: Use, rail: Rail): readonly Open[] {
    return this.writing.flowsOn(use).flatMap((flow): readonly Open[] => {
      const { variable, demand } = flow
      const own = demand.leads.openRails.has(rail) ? [{ variable, most: demand.mostCount }] : []
      return [...own, ...(this.passedOpen.get(this.key(flow, rail)) ?? [])]
    })
  }

  /** The same at its port. */
  openOn(use: Use, rail: Rail): readonly Open[] {
    return isFed(use, rail) ? [] : this.openAt(use, rail)
  }

  /** What starts at the outlets of a use, in mA: each motor by its start current. */
  startAt(use: Use): Load {
    const flows = this.writing.flowsOn(use)
    const motors = flows.filter(({ demand }) => demand.leads.isMotor && demand.leads.startMilliamps > 0)
    const own = {
      terms: motors.map(({ variable, demand }) => [variable, demand.leads.startMilliamps] as const),
      most: motors.reduce((sum, { demand }) => sum + demand.mostCount * demand.leads.startMilliamps, 0),
    }
    return total([own, ...flows.flatMap(({ variable }) => this.passedStart.get(variable) ?? [])])
  }

  /** The same at its port. */
  startOn(use: Use): Load {
    return isFed(use, '12v') ? { terms: [], most: 0 } : this.startAt(use)
  }

  /** Lets what starts on an owner come by its feeds. */
  feedStart(feeds: readonly Flow[], load: Load): void {
    if (load.most === 0) return
    const parts = this.shares(feeds, load, () => load.most)
    parts.forEach(({ flow, variable, most }) => this.passedStart.set(flow.variable, { terms: [[variable, 1]], most }))
  }

  /** What of it comes by the supply leads of others alone. */
  openByFeeds(flow: Flow, rail: Rail): readonly Open[] {
    return this.passedOpen.get(this.key(flow, rail)) ?? []
  }

  /** Where something unknown hangs on an owner, each plug of its feeds carries something unknown. */
  feedOpen(rail: Rail, feeds: readonly Flow[], open: readonly Open[]): void {
    if (open.length === 0) return
    const { draft } = this.writing
    const isOpen = draft.whole('open', 1)
    draft.row([...open.map(({ variable }) => [variable, 1] as const), [isOpen, -mostOf(open)]], { most: 0 })
    for (const flow of feeds) {
      const most = flow.demand.mostCount
      const carried = draft.whole('open', most)
      draft.row(
        [
          [flow.variable, 1],
          [carried, -1],
          [isOpen, most],
        ],
        { most },
      )
      this.passedOpen.set(this.key(flow, rail), [{ variable: carried, most }])
    }
  }

  /** Lets what an owner gives flow through its feeds to wherever they are plugged. */
  feed(rail: Rail, feeds: readonly Flow[], load: Load): void {
    if (load.most === 0) return
    const parts = this.shares(feeds, load, (flow) => Math.min(load.most, singleCapOf(flow.use, rail) ?? load.most))
    parts.forEach(({ flow, variable, most }) => this.passed.set(this.key(flow, rail), { terms: [[variable, 1]], most }))
  }

  /** A load as shares of the plugs that bring it, as many of them as are used. */
  private shares(feeds: readonly Flow[], load: Load, mostBy: (flow: Flow) => number) {
    const { draft } = this.writing
    const parts = feeds.map((flow) => {
      const most = mostBy(flow)
      const variable = draft.variable('w', most, { isWhole: false, provides: false })
      draft.row(
        [
          [variable, 1],
          [flow.variable, -most],
        ],
        { most: 0 },
      )
      return { flow, variable, most }
    })
    const due: Terms = load.terms.map(([name, factor]) => [name, -factor])
    draft.row(
      [...parts.map(({ variable }) => [variable, 1] as const), ...due],
      { least: 0, most: 0 },
      parts.map(({ variable }) => variable),
    )
    return parts
  }
}

/** Feeds first for pieces, then for boxes: what a box gives may hang on its outlets by pieces, never the other way. */
export function feedAll(writing: Writing, loads: Loads): void {
  const feeds = groupBy(
    writing.flows.filter(({ demand }) => demand.feeds !== undefined),
    ({ demand }) => demand.feeds!,
  )
  const owners = [...feeds.keys()].toSorted((a, b) => Number('allowed' in b) - Number('allowed' in a))
  for (const owner of owners) {
    for (const rail of RAILS) {
      const load = 'allowed' in owner ? useLoad(loads, owner, rail) : hostLoad(writing, loads, owner, rail)
      const own = feeds.get(owner)!.filter(({ demand }) => demand.leads.port.wires.includes(rail))
      loads.feed(rail, own, load)
      if (rail === '12v') loads.feedStart(own, startOf(writing, loads, owner))
      loads.feedOpen(
        rail,
        own,
        'allowed' in owner ? useOpen(loads, owner, rail) : hostOpen(writing, loads, owner, rail),
      )
    }
  }
}

/** Whether the row on a use is fed on this rail at its far end, by which all of its load may come: nobody knows the shares. */
export const isFedAtEnd = ({ rowFeed }: Use, rail: Rail) =>
  rowFeed?.feeds.some(({ id }) => sameCopper(rowFeed.facts, rail, rowFeed.end.id).includes(id)) === true

const useLoad = (loads: Loads, use: Use, rail: Rail): Load =>
  isFed(use, rail) || isFedAtEnd(use, rail) ? loads.outlets(use, rail) : { terms: [], most: 0 }

function startOf({ problem }: Writing, loads: Loads, owner: Host | Use): Load {
  if ('allowed' in owner) return isFed(owner, '12v') ? loads.startAt(owner) : { terms: [], most: 0 }
  if (!isOwnRail(owner, '12v')) return { terms: [], most: 0 }
  return total(problem.uses.filter(({ group }) => group.host === owner).map((use) => loads.startOn(use)))
}

const useOpen = (loads: Loads, use: Use, rail: Rail): readonly Open[] =>
  isFed(use, rail) || isFedAtEnd(use, rail) ? loads.openAt(use, rail) : []

const isOwnRail = (host: Host, rail: Rail) =>
  host.facts.all.powers.some((powers) => powers.rail === rail && powers.feeds.length > 0)

const hostOpen = ({ problem }: Writing, loads: Loads, host: Host, rail: Rail): readonly Open[] =>
  isOwnRail(host, rail)
    ? problem.uses.filter(({ group }) => group.host === host).flatMap((use) => loads.openOn(use, rail))
    : []

function hostLoad({ problem }: Writing, loads: Loads, host: Host, rail: Rail): Load {
  if (!isOwnRail(host, rail)) return { terms: [], most: 0 }
  return total(problem.uses.filter(({ group }) => group.host === host).map((use) => loads.port(use, rail)))
}
