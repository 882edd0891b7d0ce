import type { Rail } from '../../parts/connectors'
import { capsAt, capsOf, isUnstated, type Cap } from '../problem/caps'
import { underHeadroom } from '../problem/milliamps'
import type { LeadClass, Piece, Use } from '../problem/problem'

/** Whether the outlets of the piece on a use are fed by a lead of the piece, and not by the port. */
export const isFed = ({ piece }: Use, rail: Rail): boolean =>
  piece?.facts.all.powers.some((powers) => powers.rail === rail) === true

/** What a limit of a piece lets through all its outlets together, in mA; undefined where it says nothing of amps. */
export function capOfPiece({ outlets, inlet }: Piece, { rail, milliamps, ports, isShared }: Cap): number | undefined {
  if (rail === undefined || milliamps === undefined) return undefined
  // What each outlet has for itself is asked lead by lead.
  if (!isShared && outlets.length > 1 && !ports.includes(inlet.id)) return undefined
  return milliamps
}

const singleCaps = new WeakMap<Use, Map<Rail, number | undefined>>()

/** What one port of a use lets through on a rail, its piece included, in mA; undefined where no limit is known. */
export function singleCapOf(use: Use, rail: Rail): number | undefined {
  let known = singleCaps.get(use)
  if (known === undefined) singleCaps.set(use, (known = new Map()))
  if (!known.has(rail)) known.set(rail, readSingleCap(use, rail))
  return known.get(rail)
}

function readSingleCap(use: Use, rail: Rail): number | undefined {
  const { group, piece } = use
  const ids = group.ports.map(({ id }) => id)
  const ofPort = capsOf(group.host.facts).filter((cap) => cap.rail === rail && cap.ports.some((id) => ids.includes(id)))
  const ofPiece = piece === undefined ? [] : capsOf(piece.facts).filter((cap) => cap.rail === rail)
  const known = [
    ...(isFed(use, rail) ? [] : ofPort.flatMap(({ milliamps }) => milliamps ?? [])),
    ...ofPiece.flatMap((cap) => capOfPiece(piece!, cap) ?? []),
  ]
  return known.length === 0 ? undefined : Math.min(...known)
}

/** The most leads that one port of a use takes together, by legs and by current, given what each of them draws at least. */
export function mostTogether(use: Use, kinds: readonly LeadClass[]): number {
  const count = use.isChain ? Infinity : use.legCount
  const rails = [...new Set(kinds.flatMap(({ milliamps }) => [...milliamps.keys()]))]
  const byCurrent = rails.map((rail) => {
    const cap = singleCapOf(use, rail)
    const least = Math.min(...kinds.map(({ milliamps }) => milliamps.get(rail) ?? 0))
    if (cap === undefined || least === 0) return Infinity
    return Math.floor(cap / least)
  })
  return Math.min(count, ...byCurrent)
}

/**
 * By how much a single lead is over the headroom of each limit that it has to itself, in mA: those of a port that takes it
 * alone, and of the piece there. What ports share is summed elsewhere.
 */
export function oversOnItsOwn(use: Use, { milliamps }: LeadClass, headroomPercent: number): readonly number[] {
  const { group, piece, port } = use
  if (port !== undefined) return []
  const ofPort = capsAt(group.host.facts, group.ports[0]!).filter(
    ({ isShared, rail }) => !isShared && rail !== undefined && !isFed(use, rail),
  )
  const ofPiece = piece === undefined ? [] : capsOf(piece.facts)
  return [...ofPort, ...ofPiece].flatMap(({ rail, milliamps: cap }) => {
    const own = rail === undefined ? 0 : (milliamps.get(rail) ?? 0)
    const over = cap === undefined ? 0 : own - underHeadroom(cap, headroomPercent)
    return own > 0 && over > 0 ? [over] : []
  })
}

/** The limits that each outlet of the piece on a use has for itself. */
const outletCaps = ({ piece }: Use): readonly Cap[] =>
  piece === undefined || piece.outlets.length < 2
    ? []
    : capsOf(piece.facts).filter(({ isShared, ports }) => !isShared && ports[0] === piece.outlets[0]!.id)

/** By how much a lead is over the headroom of its own outlet of a piece, in mA; undefined where it is over its limit. */
export function outletOvershoot(use: Use, { milliamps }: LeadClass, headroomPercent: number): number | undefined {
  let sum = 0
  for (const { rail, milliamps: cap } of outletCaps(use)) {
    const own = rail === undefined ? 0 : (milliamps.get(rail) ?? 0)
    if (cap === undefined || own === 0) continue
    if (own > cap) return undefined
    sum += Math.max(0, own - underHeadroom(cap, headroomPercent))
  }
  return sum
}

/** Whether a lead draws on a rail at all, known or not. */
export const drawsOn = ({ milliamps, openRails }: LeadClass, rail: Rail): boolean =>
  openRails.has(rail) || (milliamps.get(rail) ?? 0) > 0

/** How many limits are open for a lead that has its port, or its outlet of a piece, to itself. */
export function openOnItsOwn(use: Use, leads: LeadClass): number {
  const { group, piece, port } = use
  const [first] = group.ports
  const rails = [...new Set([...leads.milliamps.keys(), ...leads.openRails])].filter((rail) => drawsOn(leads, rail))
  return rails.reduce((sum, rail) => {
    const isOpen = leads.openRails.has(rail)
    const isHere = (cap: Cap) => cap.rail === rail && cap.milliamps !== undefined
    const atPort =
      port !== undefined || isFed(use, rail)
        ? 0
        : Number(isUnstated(group.host.facts, rail, first!.id)) +
          (isOpen ? capsAt(group.host.facts, first!).filter((cap) => !cap.isShared && isHere(cap)).length : 0)
    const atOutlet =
      piece === undefined
        ? 0
        : Number(isUnstated(piece.facts, rail, piece.outlets[0]!.id)) +
          (isOpen ? outletCaps(use).filter(isHere).length : 0)
    return sum + atPort + atOutlet
  }, 0)
}

/** Whether a motor starts with more than a port bears that takes it alone: 1, else 0. */
export function startsOver(use: Use, { isMotor, startMilliamps }: LeadClass): number {
  if (use.port !== undefined || !isMotor) return 0
  const cap = startCapOf(use)
  return Number(cap !== undefined && startMilliamps > cap)
}

/** What a port bears at the start, in mA: its stated peak, else its limit. */
function startCapOf(use: Use): number | undefined {
  if (isFed(use, '12v')) return undefined
  const { host, ports } = use.group
  const caps = capsAt(host.facts, ports[0]!).filter((cap) => cap.rail === '12v' && !cap.isShared)
  const known = caps.flatMap(({ peakMilliamps, milliamps }) => peakMilliamps ?? milliamps ?? [])
  return known.length === 0 ? undefined : Math.min(...known)
}
