import { groupBy } from '../../units/group'
import { RAILS, type Rail } from '../../parts/connectors'
import { capsOf, type Cap } from '../problem/caps'
import { capOfPiece, singleCapOf } from './caps-of-use'
import { underHeadroom } from '../problem/milliamps'
import type { Flow, Terms } from './model'
import type { Host, Use } from '../problem/problem'
import type { Writing } from './write-model'
import { sameCopper } from '../../structure/wiring/part-facts'

/** The mA that a use puts on a rail of its port, or of its piece's outlets. */
interface Load {
  readonly terms: Terms
  /** The most that can come together. */
  readonly most: number
}

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

  /** Lets what an owner gives flow through its feeds to wherever they are plugged. */
  feed(rail: Rail, feeds: readonly Flow[], load: Load): void {
    if (load.most === 0) return
    const parts = feeds.map((flow) => {
      const most = Math.min(load.most, singleCapOf(flow.use, rail) ?? load.most)
      const passed = this.writing.draft.variable('w', most, { isWhole: false, provides: false })
      this.passed.set(this.key(flow, rail), { terms: [[passed, 1]], most })
      this.writing.draft.row(
        [
          [passed, 1],
          [flow.variable, -most],
        ],
        { most: 0 },
      )
      return [passed, 1] as const
    })
    const due: Terms = load.terms.map(([name, factor]) => [name, -factor])
    this.writing.draft.row(
      [...parts, ...due],
      { least: 0, most: 0 },
      parts.map(([name]) => name),
    )
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
    }
  }
}

/** Whether the row on a use is fed on this rail at its far end, by which all of its load may come: nobody knows the shares. */
const isFedAtEnd = ({ rowFeed }: Use, rail: Rail) =>
  rowFeed?.feeds.some(({ id }) => sameCopper(rowFeed.facts, rail, rowFeed.end.id).includes(id)) === true

const useLoad = (loads: Loads, use: Use, rail: Rail): Load =>
  isFed(use, rail) || isFedAtEnd(use, rail) ? loads.outlets(use, rail) : { terms: [], most: 0 }

function hostLoad({ problem }: Writing, loads: Loads, host: Host, rail: Rail): Load {
  const isOwn = host.facts.all.powers.some((powers) => powers.rail === rail && powers.feeds.length > 0)
  if (!isOwn) return { terms: [], most: 0 }
  return total(problem.uses.filter(({ group }) => group.host === host).map((use) => loads.port(use, rail)))
}

/** A limit, and what of it pinned threads take, in mA. */
interface Bound {
  readonly milliamps: number
  readonly pinned: number
}

/** A load within a limit, with a mind where it is over the headroom; `by` is the variable that the limit hangs on. */
function within(writing: Writing, load: Load, limit: Bound, by: string | undefined): void {
  const { draft, problem, phi } = writing
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
    draft.count('minds', [tight, 1])
    limited(bound, [[tight, -(cap - bound)]])
  }
  draft.row([...load.terms, [phi, cap]], { most: cap })
}

/** Start-up currents against the peak that is stated, or the limit; over it is a mind. */
function startUp({ draft, flowsOn, useOf }: Writing, use: Use, peak: number): void {
  const flows = flowsOn(use).filter(({ demand }) => demand.leads.isMotor)
  const terms: Terms = flows.map(({ variable, demand }) => [variable, demand.leads.startMilliamps])
  const most = flows.reduce((sum, { demand }) => sum + demand.mostCount * demand.leads.startMilliamps, 0)
  if (most <= peak || isFed(use, '12v')) return
  const over = draft.whole('start', use.mostCount)
  draft.count('minds', [over, 1])
  draft.row([...terms, [useOf(use), -peak], [over, -(most - peak)]], { most: 0 })
}

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
      const uses = own.filter(({ port, group }) =>
        (port === undefined ? group.ports : [port]).some(({ id }) => cap.ports.includes(id)),
      )
      if (uses.length === 0) continue
      numbers(writing, cap, uses)
      unfedRows(writing, cap, uses)
      const { rail, milliamps } = cap
      if (rail === undefined || milliamps === undefined) continue
      const bound = { milliamps, pinned: cap.isShared ? problem.pinnedAt(host, cap.ports, rail) : 0 }
      if (cap.isShared) within(writing, total(uses.map((use) => loads.port(use, rail))), bound, hostOf(host))
      else for (const use of uses.filter(isLookedAt)) within(writing, loads.port(use, rail), bound, useOf(use))
      if (!cap.isShared && rail === '12v')
        for (const use of uses.filter(isLookedAt)) startUp(writing, use, cap.peakMilliamps ?? milliamps)
    }
  }
}

/** The limits of pieces, each at the use it stands on. */
function pieceRows(writing: Writing, loads: Loads): void {
  for (const use of writing.problem.uses.filter(isLookedAt)) {
    for (const cap of use.piece === undefined ? [] : capsOf(use.piece.facts)) {
      const milliamps = capOfPiece(use.piece!, cap)
      if (milliamps === undefined) continue
      within(writing, loads.outlets(use, cap.rail!), { milliamps, pinned: 0 }, writing.useOf(use))
    }
  }
}

/** All rows of current, and of what else a limit says. */
export function currentRows(writing: Writing): void {
  const loads = new Loads(writing)
  feedAll(writing, loads)
  capRows(writing, loads)
  pieceRows(writing, loads)
  writing.draft.count('headroom', [writing.phi, -1])
}
