import { groupBy } from '../../units/group'
import { RAILS, type Rail } from '../../parts/connectors'
import { isFed, singleCapOf } from './caps-of-use'
import type { Flow, Terms } from './model'
import type { Host, LeadClass, Use } from '../problem/problem'
import type { Writing } from './write-model'
import { sameCopper } from '../../structure/wiring/part-facts'

/** So many mA together. */
export interface Load {
  readonly terms: Terms
  /** The most that can come together. */
  readonly most: number
}

/** Leads, or plugs, that carry something of which nobody knows how much it draws. */
export interface Open {
  readonly variable: string
  readonly most: number
}

/** All that is carried on a rail at one place. */
export interface Carried {
  /** What is drawn while all runs. */
  readonly load: Load
  /** What motors take at the start, and all else as it runs. */
  readonly start: Load
  readonly open: readonly Open[]
}

const NO_LOAD: Load = { terms: [], most: 0 }
const NOTHING: Carried = { load: NO_LOAD, start: NO_LOAD, open: [] }

const sumOf = (loads: readonly Load[]): Load => ({
  terms: loads.flatMap(({ terms }) => terms),
  most: loads.reduce((sum, { most }) => sum + most, 0),
})

/** Several places taken together. */
export const together = (places: readonly Carried[]): Carried => ({
  load: sumOf(places.map(({ load }) => load)),
  start: sumOf(places.map(({ start }) => start)),
  open: places.flatMap(({ open }) => open),
})

export const mostOf = (open: readonly Open[]) => open.reduce((sum, { most }) => sum + most, 0)

/** Each lead of some flows by an amount of its own. */
function each(flows: readonly Flow[], milliampsOf: (leads: LeadClass) => number): Load {
  const drawing = flows.filter(({ demand }) => milliampsOf(demand.leads) > 0)
  return {
    terms: drawing.map(({ variable, demand }) => [variable, milliampsOf(demand.leads)] as const),
    most: drawing.reduce((sum, { demand }) => sum + demand.mostCount * milliampsOf(demand.leads), 0),
  }
}

/** What leads draw, own draws alone. */
function drawn(flows: readonly Flow[], rail: Rail): Carried {
  const running = (leads: LeadClass) => leads.milliamps.get(rail) ?? 0
  const starting = (leads: LeadClass) => (rail === '12v' && leads.isMotor ? leads.startMilliamps : running(leads))
  const open = flows.filter(({ demand }) => demand.leads.openRails.has(rail))
  return {
    load: each(flows, running),
    start: each(flows, starting),
    open: open.map(({ variable, demand }) => ({ variable, most: demand.mostCount })),
  }
}

/** What the model carries: on outlets, and on ports, with what fed boxes and pieces draw by their supply leads. */
export class Loads {
  private readonly passed = new Map<string, Carried>()
  constructor(private readonly writing: Writing) {}

  private key = (flow: Flow, rail: Rail) => `${flow.variable} ${rail}`

  /** What comes by the supply leads of others on one flow. */
  byFeeds(flow: Flow, rail: Rail): Carried {
    return this.passed.get(this.key(flow, rail)) ?? NOTHING
  }

  /** What leaves the outlets of a use, at its very ends. */
  atOutlets(use: Use, rail: Rail): Carried {
    const flows = this.writing.flowsOn(use)
    return together([drawn(flows, rail), ...flows.map((flow) => this.byFeeds(flow, rail))])
  }

  /** What a use draws from its port. */
  atPort(use: Use, rail: Rail): Carried {
    return isFed(use, rail) ? NOTHING : this.atOutlets(use, rail)
  }

  /** Lets what an owner gives come by its feeds from wherever they are plugged. */
  pass(rail: Rail, feeds: readonly Flow[], { load, start, open }: Carried): void {
    const loads = this.shares(feeds, load, (flow) => singleCapOf(flow.use, rail))
    const starts = rail === '12v' ? this.shares(feeds, start, () => undefined) : feeds.map(() => NO_LOAD)
    const opens = this.opens(feeds, open)
    feeds.forEach((flow, at) =>
      this.passed.set(this.key(flow, rail), { load: loads[at]!, start: starts[at]!, open: opens[at]! }),
    )
  }

  /** A load as shares of the plugs that bring it, as many of them as are used. */
  private shares(feeds: readonly Flow[], load: Load, capOf: (flow: Flow) => number | undefined): readonly Load[] {
    if (load.most === 0) return feeds.map(() => NO_LOAD)
    const { draft } = this.writing
    const parts = feeds.map((flow): Load => {
      const most = Math.min(load.most, capOf(flow) ?? load.most)
      const variable = draft.variable('w', most, { isWhole: false, provides: false })
      draft.row(
        [
          [variable, 1],
          [flow.variable, -most],
        ],
        { most: 0 },
      )
      return { terms: [[variable, 1]], most }
    })
    const brought = parts.flatMap(({ terms }) => terms)
    const due: Terms = load.terms.map(([name, factor]) => [name, -factor])
    draft.row(
      [...brought, ...due],
      { least: 0, most: 0 },
      brought.map(([name]) => name),
    )
    return parts
  }

  /** Where something unknown hangs on an owner, each plug of its feeds carries something unknown. */
  private opens(feeds: readonly Flow[], open: readonly Open[]): readonly (readonly Open[])[] {
    if (open.length === 0) return feeds.map(() => [])
    const { draft } = this.writing
    const isOpen = draft.whole('open', 1)
    draft.row([...open.map(({ variable }) => [variable, 1] as const), [isOpen, -mostOf(open)]], { most: 0 })
    return feeds.map((flow) => {
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
      return [{ variable: carried, most }]
    })
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
      const own = feeds.get(owner)!.filter(({ demand }) => demand.leads.port.wires.includes(rail))
      loads.pass(rail, own, givenBy(writing, loads, owner, rail))
    }
  }
}

/** Whether the row on a use is fed on this rail at its far end, by which all of its load may come: nobody knows the shares. */
export const isFedAtEnd = ({ rowFeed }: Use, rail: Rail) =>
  rowFeed?.feeds.some(({ id }) => sameCopper(rowFeed.facts, rail, rowFeed.end.id).includes(id)) === true

/** What an owner gives on a rail that it gets by its own feeds. */
function givenBy({ problem }: Writing, loads: Loads, owner: Host | Use, rail: Rail): Carried {
  if ('allowed' in owner) {
    return isFed(owner, rail) || isFedAtEnd(owner, rail) ? loads.atOutlets(owner, rail) : NOTHING
  }
  const isOwn = owner.facts.all.powers.some((powers) => powers.rail === rail && powers.feeds.length > 0)
  if (!isOwn) return NOTHING
  return together(problem.uses.filter(({ group }) => group.host === owner).map((use) => loads.atPort(use, rail)))
}
