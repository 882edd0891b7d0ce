import { groupBy } from '../../units/group'
import { RAILS, type Rail } from '../../parts/connectors'
import { capsOf, unstatedOutlets, type Cap } from '../problem/caps'
import { capOfPiece, drawsOn, singleCapOf } from './caps-of-use'
import { underHeadroom } from '../problem/milliamps'
import type { Demand, Flow, Terms } from './model'
import type { Host, Use } from '../problem/problem'
import type { Writing } from './write-model'
import { sameCopper } from '../../structure/wiring/part-facts'

/** The mA that a use puts on a rail of its port, or of its piece's outlets. */
interface Load {
  readonly terms: Terms
  /** The most that can come together. */
  readonly most: number
}

/** Leads, or plugs, that carry something unknown. */
interface Open {
  readonly variable: string
  readonly most: number
}

const mostOf = (open: readonly Open[]) => open.reduce((sum, { most }) => sum + most, 0)

const total = (loads: readonly Load[]): Load => ({
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
const isFed = ({ piece }: Use, rail: Rail) => piece?.facts.all.powers.some((powers) => powers.rail === rail) === true

/** The loads of the model: on outlets, and on ports, with what fed boxes and pieces draw by their supply leads. */
class Loads {
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
function feedAll(writing: Writing, loads: Loads): void {
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
const isFedAtEnd = ({ rowFeed }: Use, rail: Rail) =>
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

/** A limit, and what of it pinned threads take, in mA. */
interface Bound {
  readonly milliamps: number
  readonly pinned: number
  /** What of the load nobody knows. */
  readonly open: readonly Open[]
}

/** A variable that says whether something unknown is among a load; undefined where there never is. */
function openOf({ draft }: Writing, open: readonly Open[]): string | undefined {
  if (open.length === 0) return undefined
  const isOpen = draft.whole('open', 1)
  draft.count('unknowns', [isOpen, 1])
  const carrying: Terms = open.map(({ variable }) => [variable, 1])
  draft.row([...carrying, [isOpen, -mostOf(open)]], { most: 0 })
  // Nothing is called unknown to have its headroom forgiven.
  draft.row([[isOpen, 1], ...carrying.map(([name]) => [name, -1] as const)], { most: 0 })
  return isOpen
}

/** A load within a limit, with a cost where it is over the headroom; `by` is the variable that the limit hangs on. */
function within(writing: Writing, load: Load, limit: Bound, by: string | undefined): void {
  const { draft, problem, phi } = writing
  const isOpen = openOf(writing, limit.open)
  if (load.terms.length === 0) return
  const headroom = underHeadroom(limit.milliamps, problem.headroomPercent)
  const cap = Math.max(0, limit.milliamps - limit.pinned)
  const bound = Math.max(0, headroom - limit.pinned)
  const limited = (milliamps: number, more: Terms) =>
    by === undefined
      ? draft.row([...load.terms, ...more], { most: milliamps })
      : draft.row([...load.terms, ...more, [by, -milliamps]], { most: 0 })
  limited(cap, [])
  if (load.most > bound) {
    const tight = draft.whole('tight', 1)
    const over = draft.variable('over', cap - bound, { isWhole: false, provides: true })
    draft.count('tight', [tight, 1])
    draft.count('overshoot', [over, 1])
    // Where a draw is unknown, that is what the rules say, and no more.
    limited(bound, [[over, -1], ...(isOpen === undefined ? [] : [[isOpen, -(cap - bound)] as const])])
    draft.row(
      [
        [over, 1],
        [tight, -(cap - bound)],
      ],
      { most: 0 },
    )
  }
  draft.row([...load.terms, [phi, cap]], { most: cap })
}

/** Start-up currents of what hangs on some uses against the peak that is stated, or the limit; over it is a mind. */
function startUp({ draft, problem }: Writing, { terms, most }: Load, peak: number): void {
  // Where no motor states what it takes at the start, the sum of what runs tells all.
  const isStated = problem.classes.some(({ startMilliamps, milliamps }) => startMilliamps > (milliamps.get('12v') ?? 0))
  if (!isStated || most <= peak) return
  const over = draft.whole('start', 1)
  draft.count('minds', [over, 1])
  draft.row([...terms, [over, -(most - peak)]], { most: peak })
}

const peakOf = ({ peakMilliamps, milliamps }: Cap) => peakMilliamps ?? milliamps

const counted = (cap: Cap) => (flow: Flow) => {
  const { leads } = flow.demand
  if (cap.service === 'motor' && leads.facts.all.motor.length === 0) return false
  if (cap.service === 'light' && !leads.isLight) return false
  return cap.variant === undefined || leads.port.connector.variant === cap.variant
}

/** Numbers of devices and of LEDs at the outlets of a host. */
function numbers({ draft, flowsOn, useOf }: Writing, cap: Cap, uses: readonly Use[]): void {
  const ones = (list: readonly Flow[]): Terms => list.map(({ variable }) => [variable, 1])
  const scopes = cap.isShared ? [uses] : uses.map((use) => [use])
  for (const scope of scopes) {
    const flows = scope.flatMap((use) => flowsOn(use).filter(counted(cap)))
    const ports: Terms = cap.isShared ? [] : [[useOf(scope[0]!), -1]]
    const bounded = (most: number, terms: Terms) =>
      draft.row([...terms, ...ports.map(([name]) => [name, -most] as const)], { most: cap.isShared ? most : 0 })
    if (cap.deviceCount !== undefined) bounded(cap.deviceCount, ones(flows))
    if (cap.ledCount === undefined) continue
    const leds: Terms = flows.flatMap(({ variable, demand }) =>
      demand.leads.ledCount > 0 ? [[variable, demand.leads.ledCount] as const] : [],
    )
    const most = flows.reduce((sum, { demand }) => sum + demand.mostCount * demand.leads.ledCount, 0)
    const legs = cap.isShared ? 1 : scope[0]!.legCount
    if (most <= cap.ledCount * legs) continue
    const over = draft.whole('leds', 1)
    draft.count('minds', [over, 1])
    bounded(cap.ledCount * legs, [...leds, [over, -(most - cap.ledCount * legs)]])
  }
}

/** Beyond a stated count a row is fed at its far end as well. */
function unfedRows({ draft, flowsOn, useOf }: Writing, { chainCount }: Cap, uses: readonly Use[]): void {
  if (chainCount === undefined) return
  for (const use of uses.filter(({ rowFeed }) => rowFeed === undefined)) {
    draft.row([...flowsOn(use).map(({ variable }) => [variable, 1] as const), [useOf(use), -chainCount]], { most: 0 })
  }
}

/** Ports that take one lead each are bounded lead by lead already. */
const isLookedAt = ({ port }: Use) => port !== undefined

function capRows(writing: Writing, loads: Loads): void {
  const { problem, useOf, hostOf } = writing
  for (const host of problem.hosts) {
    const own = problem.uses.filter(({ group }) => group.host === host)
    for (const cap of capsOf(host.facts)) {
      // Of ports that are alike each has the same limit for itself: that of the first stands for all.
      const uses = own.filter(({ port, group: { ports } }) =>
        (port !== undefined ? [port] : cap.isShared ? ports : ports.slice(0, 1)).some(({ id }) =>
          cap.ports.includes(id),
        ),
      )
      if (uses.length === 0) continue
      numbers(writing, cap, uses)
      unfedRows(writing, cap, uses)
      const { rail, milliamps } = cap
      if (rail === undefined || milliamps === undefined) continue
      if (cap.isShared) {
        const pinned = problem.pinnedAt(host, cap.ports, rail)
        const open = uses.flatMap((use) => loads.openOn(use, rail))
        within(writing, total(uses.map((use) => loads.port(use, rail))), { milliamps, pinned, open }, hostOf(host))
      } else {
        for (const use of uses.filter(isLookedAt)) {
          const bound = { milliamps, pinned: 0, open: loads.openOn(use, rail) }
          within(writing, loads.port(use, rail), bound, useOf(use))
        }
        for (const flow of uses.filter((use) => !isLookedAt(use)).flatMap((use) => writing.flowsOn(use)))
          for (const { variable } of loads.openByFeeds(flow, rail)) writing.draft.count('unknowns', [variable, 1])
      }
      if (rail !== '12v') continue
      if (cap.isShared) startUp(writing, total(uses.map((use) => loads.startOn(use))), peakOf(cap)!)
      else for (const use of uses.filter(isLookedAt)) startUp(writing, loads.startOn(use), peakOf(cap)!)
    }
  }
}

/** The limits of pieces, each at the use it stands on. */
function pieceRows(writing: Writing, loads: Loads): void {
  for (const use of writing.problem.uses.filter(isLookedAt)) {
    for (const cap of use.piece === undefined ? [] : capsOf(use.piece.facts)) {
      const milliamps = capOfPiece(use.piece!, cap)
      if (milliamps === undefined) continue
      if (cap.rail === '12v') startUp(writing, loads.startAt(use), peakOf(cap)!)
      within(
        writing,
        loads.outlets(use, cap.rail!),
        { milliamps, pinned: 0, open: loads.openAt(use, cap.rail!) },
        writing.useOf(use),
      )
    }
  }
}

/** Whether a lead brings a rail to its owner, so that what the owner gives on it comes by this lead. */
function bringsRail({ feeds, leads: { facts, port } }: Demand, rail: Rail): boolean {
  if (feeds === undefined || !port.wires.includes(rail)) return false
  if ('allowed' in feeds && isFedAtEnd(feeds, rail)) return true
  return facts.all.powers.some((powers) => powers.rail === rail && powers.feeds.includes(port.id))
}

/** Ports that carry something, and say nothing of how much they may. */
function unstatedRows({ draft, problem, flowsOn, useOf }: Writing): void {
  for (const use of problem.uses) {
    for (const rail of RAILS) {
      const { group, port } = use
      if (isFed(use, rail) || !unstatedOutlets(group.host.facts, rail).includes((port ?? group.ports[0]!).id)) continue
      const flows = flowsOn(use)
      const feeding = flows.filter(({ demand }) => bringsRail(demand, rail))
      if (port === undefined) {
        for (const { variable } of feeding) draft.count('unknowns', [variable, 1])
        continue
      }
      const drawing = [...feeding, ...flows.filter(({ demand }) => drawsOn(demand.leads, rail))]
      if (drawing.length === 0) continue
      if (drawing.length === flows.length) draft.count('unknowns', [useOf(use), 1])
      else
        openOf(
          { draft } as Writing,
          drawing.map(({ variable, demand }) => ({ variable, most: demand.mostCount })),
        )
    }
  }
}

/** All rows of current, and of what else a limit says. */
export function currentRows(writing: Writing): void {
  const loads = new Loads(writing)
  feedAll(writing, loads)
  capRows(writing, loads)
  pieceRows(writing, loads)
  unstatedRows(writing)
  writing.draft.count('headroom', [writing.phi, -1])
}
