import type { Edit } from '../build/edit-schema'
import { insertEdit, type Insert } from '../build/rewire'
import { candidatesFor, type Candidate } from '../ask/candidates'
import type { Harness } from '../operate/harness'
import type { PortRef } from '../schema/schema-kit'
import { looseLeads } from '../structure/wiring/loose'
import { TEMPLATE_PIECES } from '../templates/pieces'
import { inOrder } from '../units/compare'
import { judged, type Answer } from './answers'
import { verdictsOf } from './check'
import type { Finding } from './engine/rule'
import { previewOf } from './preview'

/** A splitter, hub or extension that could go between leads and a port, and the edit that puts it there. */
export interface Between {
  readonly key: string
  readonly text: string
  readonly isToBuy: boolean
  readonly edit: Edit
}

/** So many pieces are thought of; each is judged by all rules. */
const MOST_PIECES = 8

/** What could go between leads and a port: pieces that lie loose on the bench, then one more of a part that is known. */
export function piecesBetween(harness: Harness, leads: readonly PortRef[], to: PortRef): readonly Between[] {
  const isLoose = (itemId: string) =>
    harness.ports.filter(({ item }) => item.id === itemId).every(({ ref }) => harness.threadsAt(ref).length === 0)
  const between = (key: string, text: string, piece: Insert): readonly Between[] => {
    const edit = insertEdit(harness.build, { leads, to, piece })
    return edit === undefined ? [] : [{ key, text, isToBuy: 'part' in piece, edit }]
  }
  const fromBench = harness.items
    .filter(({ id }) => isLoose(id))
    .flatMap((item) => between(item.id, `${item.mark}, ${harness.factsOfItem(item.id).part.name}`, { item }))
  const held = harness.build.parts
  const known = [...held, ...TEMPLATE_PIECES.filter(({ id }) => !held.some((part) => part.id === id))]
  const toBuy = known.flatMap((part) => between(part.id, `one more to buy: ${part.name}`, { part, stock: 'toBuy' }))
  return [...fromBench, ...toBuy].slice(0, MOST_PIECES)
}

/** A piece that would make room for a lead, and what then comes of it that is not there now. */
export interface Room extends Between {
  readonly to: PortRef
  readonly raised: readonly Finding[]
}

/** So many are judged, and so many are told. */
const MOST_TRIED = 24
const MOST_TOLD = 3

const isTaken = ({ outlook, misfit }: Candidate) => outlook === 'taken' && misfit === 'none'

/**
 * For a lead that finds no free port: pieces before ports that are taken, from which what hangs there and the lead go on
 * together. None of them brings a stop; those at hand come first, then those that bring fewest warnings.
 */
export function roomsFor(harness: Harness, lead: PortRef): readonly Room[] {
  const now = verdictsOf(harness)
  const ways = candidatesFor(harness, lead)
    .filter(isTaken)
    .flatMap(({ to }) => {
      const there = harness.across(to).map(({ ref }) => ref)
      return piecesBetween(harness, [...there, lead], to).map((piece) => ({ ...piece, to }))
    })
    .toSorted((a, b) => Number(a.isToBuy) - Number(b.isToBuy))
    .slice(0, MOST_TRIED)
  const rooms = ways.map((way) => {
    const { raised } = previewOf(harness, now, way.edit)
    return { ...way, raised: raised.filter(({ severity }) => severity === 'stop' || severity === 'warning') }
  })
  return rooms
    .filter(({ raised }) => raised.every(({ severity }) => severity !== 'stop'))
    .toSorted(
      inOrder<Room>(
        (a, b) => Number(a.isToBuy) - Number(b.isToBuy),
        (a, b) => a.raised.length - b.raised.length,
      ),
    )
    .slice(0, MOST_TOLD)
}

/** A loose lead, judged as it would be in one port. */
export interface Comer {
  readonly lead: PortRef
  readonly answer: Answer
}

/** The loose leads whose plugs go into a port, each judged there by all rules; yields after each, for a page that goes on in slices. */
export function* comersTo(harness: Harness, to: PortRef): Generator<void, readonly Comer[]> {
  const comers: Comer[] = []
  for (const { ref: lead } of looseLeads(harness)) {
    if (lead.itemId === to.itemId) continue
    const candidate = candidatesFor(harness, lead).find(
      (each) => each.to.itemId === to.itemId && each.to.portId === to.portId,
    )
    if (candidate === undefined || candidate.misfit !== 'none' || candidate.outlook === 'ring') continue
    comers.push({ lead, answer: judged(harness, lead, candidate) })
    yield
  }
  return comers
}
