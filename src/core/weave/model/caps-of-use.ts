import type { Rail } from '../../parts/connectors'
import { capsOf, type Cap } from '../problem/caps'
import { underHeadroom } from '../problem/milliamps'
import type { LeadClass, Piece, Use } from '../problem/problem'

/** What a limit of a piece lets through all its outlets together, in mA; undefined where it says nothing of amps. */
export function capOfPiece({ outlets, inlet }: Piece, { rail, milliamps, ports, isShared }: Cap): number | undefined {
  if (rail === undefined || milliamps === undefined) return undefined
  return isShared || ports.includes(inlet.id) ? milliamps : milliamps * outlets.length
}

const singleCaps = new WeakMap<Use, Map<Rail, number | undefined>>()

/** What one port of a use lets through on a rail, its piece included, in mA; undefined where no limit is known. */
export function singleCapOf(use: Use, rail: Rail): number | undefined {
  let known = singleCaps.get(use)
  if (known === undefined) singleCaps.set(use, (known = new Map()))
  if (!known.has(rail)) known.set(rail, readSingleCap(use, rail))
  return known.get(rail)
}

function readSingleCap({ group, piece }: Use, rail: Rail): number | undefined {
  const ids = group.ports.map(({ id }) => id)
  const isFed = piece?.facts.all.powers.some((powers) => powers.rail === rail) === true
  const ofPort = capsOf(group.host.facts).filter((cap) => cap.rail === rail && cap.ports.some((id) => ids.includes(id)))
  const ofPiece = piece === undefined ? [] : capsOf(piece.facts).filter((cap) => cap.rail === rail)
  const known = [
    ...(isFed ? [] : ofPort.flatMap(({ milliamps }) => milliamps ?? [])),
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

/** Whether a single lead is over the headroom of a port that takes it alone: 1, else 0. */
export function tightOnItsOwn(use: Use, { milliamps }: LeadClass, headroomPercent: number): number {
  if (use.port !== undefined) return 0
  const isTight = [...milliamps].some(([rail, own]) => {
    const cap = singleCapOf(use, rail)
    return cap !== undefined && own > underHeadroom(cap, headroomPercent)
  })
  return Number(isTight)
}
