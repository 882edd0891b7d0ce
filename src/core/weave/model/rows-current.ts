import { RAILS, type Rail } from '../../parts/connectors'
import { showsOne } from '../../structure/signal/lights'
import { capsOf, isUnstated, type Cap } from '../problem/caps'
import { capOfPiece, drawsOn, isFed } from './caps-of-use'
import { underHeadroom } from '../problem/milliamps'
import { feedAll, isFedAtEnd, Loads, mostOf, together, type Carried, type Load, type Open } from './loads'
import type { Demand, Flow, Terms } from './model'
import type { Use } from '../problem/problem'
import type { Writing } from './write-model'

/** A limit, and what of it pinned threads take, in mA. */
interface Bound {
  readonly milliamps: number
  readonly pinned: number
}

/** A variable that says whether something unknown is among a load; undefined where there never is. */
function openOf({ draft }: Pick<Writing, 'draft'>, open: readonly Open[]): string | undefined {
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
function within(writing: Writing, { load, open }: Carried, limit: Bound, by: string | undefined): void {
  const { draft, problem, phi } = writing
  const isOpen = openOf(writing, open)
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

/** Start-up currents of what hangs on some uses against the peak that is stated, or the limit; over it is a warning. */
function startUp({ draft, problem }: Writing, { terms, most }: Load, peak: number): void {
  // Where no motor states what it takes at the start, the sum of what runs tells all.
  const isStated = problem.classes.some(({ startMilliamps, milliamps }) => startMilliamps > (milliamps.get('12v') ?? 0))
  if (!isStated || most <= peak) return
  const over = draft.whole('start', 1)
  draft.count('warnings', [over, 1])
  draft.row([...terms, [over, -(most - peak)]], { most: peak })
}

const counted = (cap: Cap) => (flow: Flow) => {
  const { leads } = flow.demand
  if (cap.service === 'motor' && leads.facts.all.motor.length === 0) return false
  if (cap.service === 'light' && !leads.isLight) return false
  return cap.variant === undefined || leads.port.connector.variant === cap.variant
}

/** LEDs that are too many for a channel: of all its outlets together, or where they show one thing of each. */
function ledNumbers({ draft, flowsOn }: Writing, cap: Cap, uses: readonly Use[]): void {
  const { ledCount } = cap
  if (ledCount === undefined || uses.length === 0) return
  const isApart = !cap.isShared || showsOne(uses[0]!.group.host.facts, cap.ports)
  const scopes = isApart
    ? uses.map((use) => ({ scope: [use], legCount: use.legCount * use.mostCount }))
    : [{ scope: uses, legCount: 1 }]
  const overs = scopes.flatMap(({ scope, legCount }) => {
    const flows = scope.flatMap((use) => flowsOn(use).filter(counted(cap)))
    const leds: Terms = flows.flatMap(({ variable, demand: { leads } }) =>
      leads.ledCount > 0 ? [[variable, leads.ledCount] as const] : [],
    )
    const most = flows.reduce((sum, { demand }) => sum + demand.mostCount * demand.leads.ledCount, 0)
    const bound = ledCount * legCount
    if (most <= bound) return []
    const over = draft.whole('leds', 1)
    draft.row([...leds, [over, bound - most]], { most: bound })
    return [over]
  })
  if (!cap.isShared) return draft.count('warnings', ...overs.map((over) => [over, 1] as const))
  if (overs.length === 0) return
  const isOver = draft.whole('channel', 1)
  draft.count('warnings', [isOver, 1])
  for (const over of overs)
    draft.row(
      [
        [over, 1],
        [isOver, -1],
      ],
      { most: 0 },
    )
}

/** Numbers of devices at the outlets of a host. */
function numbers({ draft, flowsOn, useOf }: Writing, cap: Cap, uses: readonly Use[]): void {
  const ones = (list: readonly Flow[]): Terms => list.map(({ variable }) => [variable, 1])
  const scopes = cap.isShared ? [uses] : uses.map((use) => [use])
  for (const scope of scopes) {
    const flows = scope.flatMap((use) => flowsOn(use).filter(counted(cap)))
    const ports: Terms = cap.isShared ? [] : [[useOf(scope[0]!), -1]]
    const bounded = (most: number, terms: Terms) =>
      draft.row([...terms, ...ports.map(([name]) => [name, -most] as const)], { most: cap.isShared ? most : 0 })
    if (cap.deviceCount !== undefined) bounded(cap.deviceCount, ones(flows))
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
      ledNumbers(writing, cap, uses)
      unfedRows(writing, cap, uses)
      const { rail, milliamps } = cap
      if (rail === undefined || milliamps === undefined) continue
      const held = (carried: Carried, bound: Bound, by: string | undefined) => {
        within(writing, carried, bound, by)
        if (rail === '12v') startUp(writing, carried.start, cap.peakMilliamps ?? milliamps)
      }
      if (cap.isShared) {
        const all = together(uses.map((use) => loads.atPort(use, rail)))
        held(all, { milliamps, pinned: problem.pinnedAt(host, cap.ports, rail) }, hostOf(host))
        continue
      }
      for (const use of uses.filter(isLookedAt)) held(loads.atPort(use, rail), { milliamps, pinned: 0 }, useOf(use))
      for (const flow of uses.filter((use) => !isLookedAt(use)).flatMap((use) => writing.flowsOn(use)))
        for (const { variable } of loads.byFeeds(flow, rail).open) writing.draft.count('unknowns', [variable, 1])
    }
  }
}

/** The limits of pieces, each at the use it stands on. */
function pieceRows(writing: Writing, loads: Loads): void {
  for (const use of writing.problem.uses.filter(isLookedAt)) {
    for (const cap of use.piece === undefined ? [] : capsOf(use.piece.facts)) {
      const milliamps = capOfPiece(use.piece!, cap)
      if (milliamps === undefined) continue
      const carried = loads.atOutlets(use, cap.rail!)
      within(writing, carried, { milliamps, pinned: 0 }, writing.useOf(use))
      if (cap.rail === '12v') startUp(writing, carried.start, cap.peakMilliamps ?? milliamps)
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
      if (isFed(use, rail) || !isUnstated(group.host.facts, rail, (port ?? group.ports[0]!).id)) continue
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
          { draft },
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
