import { portKey } from '../../build/refs'
import type { Item } from '../../build/schema'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import { fitOf } from '../../parts/mating'
import { inOrder } from '../../units/compare'
import type { Port } from '../../parts/schema'
import { speedSchool } from '../../structure/signal/owners'
import { hasPump } from '../../structure/wiring/part-facts'
import { caseNumber } from '../problem/case-order'
import { isLastByPin, tailOf } from '../problem/lead-classes'
import type { Piece } from '../problem/problem'

/** A lead and the port it is to go into. */
export interface Link {
  readonly from: PortRef
  readonly to: PortRef
}

const hasTach = (harness: Harness, { itemId, portId }: PortRef) => {
  const { port, facts } = harness.port({ itemId, portId })
  return port.wires.includes('tach') && facts.all.motor.length > 0
}

const isPump = (harness: Harness, lead: PortRef) => hasPump(harness.port(lead).facts)

/** Whether another one than the board is to rule a fan, by choice. */
const isForOthers = ({ build }: Harness, { itemId }: PortRef) =>
  (speedSchool(build, itemId)?.wanted ?? 'board') !== 'board'

/** A piece with the items it is made of: where each of its outlets is on the bench. */
export interface PieceStood {
  readonly piece: Piece
  /** The thing that goes into the port itself. */
  readonly item: Item
  readonly branches: readonly Item[]
  readonly refOf: (outlet: Port) => PortRef
  /** The leads of what stands on other outlets of it. */
  readonly inside: readonly Link[]
}

/** A piece with an item in the place of each of its members: the trunk first, then what stands on its outlets. */
export function stoodOf(piece: Piece, item: Item, branches: readonly Item[]): PieceStood {
  const { stack } = piece
  const at = new Map(stack?.carriers.map(({ id }, index) => [id, branches[index]!]))
  return {
    piece,
    item,
    branches,
    refOf: ({ id }) => {
      const leg = stack?.legs.get(id)
      return leg === undefined
        ? { itemId: item.id, portId: id }
        : { itemId: at.get(leg.carrier)!.id, portId: leg.portId }
    },
    inside: [...at].map(([carrier, { id }]) => ({
      from: { itemId: id, portId: stack!.branch.inlet.id },
      to: { itemId: item.id, portId: carrier },
    })),
  }
}

/**
 * Leads on the legs of a piece, the outlet that reports speed first; today's outlets are kept where they can be. Those that
 * are too short for a leg of the trunk go to a branch.
 */
export function onLegs(
  harness: Harness,
  { piece: { facts, outlets, stack }, refOf }: PieceStood,
  leads: readonly PortRef[],
  isForBranch: (lead: PortRef) => boolean = () => false,
): readonly Link[] {
  const isNear = (lead: PortRef, { id }: Port) => stack === undefined || stack.legs.has(id) || !isForBranch(lead)
  const reporting = new Set(facts.all.reports.map(({ outlet }) => outlet))
  const free = outlets.toSorted((a, b) => Number(reporting.has(b.id)) - Number(reporting.has(a.id)))
  const links: Link[] = []
  const take = (lead: PortRef, port: Port) => {
    free.splice(free.indexOf(port), 1)
    links.push({ from: lead, to: refOf(port) })
  }
  const first = free[0]
  const sensed =
    first !== undefined && reporting.has(first.id)
      ? leads.filter((lead) => hasTach(harness, lead) && isNear(lead, first))
      : []
  // A pump is the one to be heard, since a case fan may stand still; but a fan that another is to rule is here for that alone.
  const prefersPump = !sensed.some((lead) => !isPump(harness, lead) && isForOthers(harness, lead))
  const liked = sensed.filter((lead) => isPump(harness, lead) === prefersPump)
  const heard = liked.length > 0 ? liked : sensed
  const isThere = (lead: PortRef, port: Port) => harness.across(lead).some(({ key }) => key === portKey(refOf(port)))
  // What is plugged into another outlet of it already need not move for that.
  const keys = new Set(outlets.map((port) => portKey(refOf(port))))
  const isOnIt = (lead: PortRef) => harness.across(lead).some(({ key }) => keys.has(key))
  const chosen = heard.find((lead) => isThere(lead, first!)) ?? heard.find((lead) => !isOnIt(lead)) ?? heard[0]
  if (chosen !== undefined) take(chosen, first!)
  const others = leads.filter((lead) => lead !== chosen)
  const staying = others.flatMap((lead) => {
    const port = free.find((candidate) => isThere(lead, candidate))
    return port === undefined ? [] : [{ lead, port }]
  })
  for (const { lead, port } of staying) take(lead, port)
  for (const lead of others.filter((candidate) => !staying.some((kept) => kept.lead === candidate))) {
    const fitting = free.filter((candidate) => fitOf(harness.port(lead).port, candidate).misfit === 'none')
    const port = fitting.find((candidate) => isNear(lead, candidate)) ?? fitting[0]
    if (port !== undefined) take(lead, port)
  }
  return links
}

/** The tail that hands a chain on from this lead; undefined where it ends here. */
export function onwardOf(harness: Harness, lead: PortRef): PortRef | undefined {
  const placed = harness.port(lead)
  const tail = tailOf(placed.facts, placed.port)
  return tail === undefined || isLastByPin(harness, placed) ? undefined : { itemId: lead.itemId, portId: tail.id }
}

/** How a chain may begin. */
interface Beginning {
  readonly reaches: (lead: PortRef) => boolean
  /** The lead that was settled on. */
  readonly first: PortRef | undefined
  /** Where each comes by its kind, where the order in the case would not do. */
  readonly rankOf: ReadonlyMap<PortRef, number> | undefined
}

const isLast = (chain: readonly PortRef[], lead: PortRef | undefined): boolean =>
  lead !== undefined && chain.length > 1 && portKey(chain.at(-1)!) === portKey(lead)

/** Devices one after another in the order of the case, begun by one that reaches; those that hand nothing on end a leg. */
export function inChains(
  harness: Harness,
  starts: readonly PortRef[],
  leads: readonly PortRef[],
  { reaches, first, rankOf }: Beginning,
): readonly Link[] {
  const number = ({ itemId }: PortRef) => caseNumber(harness, itemId)
  const rank = (lead: PortRef) => rankOf?.get(lead) ?? 0
  const ordered = leads.toSorted(
    inOrder(
      (a, b) => rank(a) - rank(b),
      (a, b) => number(a) - number(b),
    ),
  )
  const middles = ordered.filter((lead) => onwardOf(harness, lead) !== undefined)
  const ends = ordered.filter((lead) => onwardOf(harness, lead) === undefined)
  const perLeg = Math.ceil(middles.length / Math.max(1, Math.min(starts.length, middles.length)))
  return starts.flatMap((start, leg): readonly Link[] => {
    const middle = middles.slice(leg * perLeg, (leg + 1) * perLeg)
    const isFar = leg === 0 && middle[0] !== undefined && !reaches(middle[0])
    const own =
      rankOf === undefined && isLast(middle, first) ? middle.toReversed() : isFar ? beginning(middle, reaches) : middle
    const begun = [...own, ...ends.slice(leg, leg + 1)]
    return begun.map((from, index) => ({ from, to: index === 0 ? start : onwardOf(harness, begun[index - 1]!)! }))
  })
}

/** The chain turned round where its other end reaches, else with one that reaches put first. */
function beginning(own: readonly PortRef[], reaches: (lead: PortRef) => boolean): readonly PortRef[] {
  const turned = own.toReversed()
  if (reaches(turned[0]!)) return turned
  const first = own.find(reaches)
  return first === undefined ? own : [first, ...own.filter((lead) => lead !== first)]
}
