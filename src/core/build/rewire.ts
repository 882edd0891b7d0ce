import type { PortRef } from '../schema/schema-kit'
import { fitOf } from '../parts/mating'
import type { Part, Port } from '../parts/schema'
import type { Edit, SingleEdit } from './edit-schema'
import { freeId, freshThreadId, nextMark, portOf, sameRef } from './refs'
import type { Build, Item, Thread } from './schema'

/** An id for a new item, free in this build; made of its mark, since the core has no chance. */
export function freshItemId(build: Build, mark: string): string {
  return freeId(
    build.items.map((item) => item.id),
    mark.toLowerCase(),
  )
}

const fits = (lead: Port, to: Port) => fitOf(lead, to).misfit === 'none'
const unplug = ({ id }: Thread): SingleEdit => ({ type: 'disconnect', threadId: id })
const plug = (build: Build, from: PortRef, to: PortRef): SingleEdit => ({
  type: 'connect',
  thread: { id: freshThreadId(build, from), from, to },
})

/** Leads that are plugged go to other ports, all in one step, so that each finds its port free. */
export function rethreadEdit(build: Build, moves: readonly { readonly thread: Thread; readonly to: PortRef }[]): Edit {
  return {
    type: 'batch',
    edits: [
      ...moves.map(({ thread }) => unplug(thread)),
      ...moves.map(({ thread, to }) => plug(build, thread.from, to)),
    ],
  }
}

/** Two plugged leads change places; undefined where one of them is loose, or both are in one port. */
export function swapEdit(build: Build, a: PortRef, b: PortRef): Edit | undefined {
  const [ofA, ofB] = [a, b].map((lead) => build.threads.filter(({ from }) => sameRef(from, lead)))
  const [threadA, threadB] = [ofA?.[0], ofB?.[0]]
  if (threadA === undefined || threadB === undefined || sameRef(threadA.to, threadB.to)) return undefined
  return rethreadEdit(build, [
    { thread: threadA, to: threadB.to },
    { thread: threadB, to: threadA.to },
  ])
}

/** How leads would go through a piece that is put before a port: the piece's own lead, and an outlet for each of them. */
interface Passage {
  readonly lead: string
  readonly outlets: readonly string[]
}

/** The way through a piece for leads that go to a port; undefined where it has no such lead, or too few outlets. */
function passageThrough(part: Part, leads: readonly Port[], to: Port): Passage | undefined {
  for (const own of part.ports.filter((port) => port.side === 'takes' && fits(port, to))) {
    const free = part.ports.filter((port) => port.side === 'gives')
    const outlets = leads.map((lead) => {
      const index = free.findIndex((port) => fits(lead, port))
      return index < 0 ? undefined : free.splice(index, 1)[0]!.id
    })
    if (outlets.every((id) => id !== undefined)) return { lead: own.id, outlets }
  }
  return undefined
}

/** What is put between: a piece that lies on the bench already, or one more of a part. */
export type Insert = { readonly item: Item } | { readonly part: Part; readonly stock: Item['stock'] }

/**
 * Puts a splitter, hub or extension between leads and the port they go to, as one step: the leads come out of wherever
 * they are, and so does whatever the port held of them. Undefined where the piece does not go between.
 */
export function insertEdit(
  build: Build,
  { leads, to, piece }: { readonly leads: readonly PortRef[]; readonly to: PortRef; readonly piece: Insert },
): Edit | undefined {
  const part = 'part' in piece ? piece.part : build.parts.find(({ id }) => id === piece.item.partId)
  const ports = leads.map((lead) => portOf(build, lead))
  const passage = part === undefined ? undefined : passageThrough(part, ports, portOf(build, to))
  if (part === undefined || passage === undefined) return undefined
  const mark = nextMark(build, part.markPrefix ?? 'X')
  const item =
    'part' in piece ? { id: freshItemId(build, mark), mark, partId: part.id, stock: piece.stock } : piece.item
  const isHeld = build.parts.some(({ id }) => id === part.id)
  const own = { itemId: item.id, portId: passage.lead }
  const away = build.threads.filter(({ from }) => leads.some((lead) => sameRef(lead, from)) || sameRef(own, from))
  const bring: readonly SingleEdit[] =
    'item' in piece ? [] : [isHeld ? { type: 'addItem', item } : { type: 'addItem', item, part }]
  const threads = leads.map((lead, index) => plug(build, lead, { itemId: item.id, portId: passage.outlets[index]! }))
  return { type: 'batch', edits: [...away.map(unplug), ...bring, ...threads, plug(build, own, to)] }
}

/** What comes of pulling a thing out of its threads. */
export interface Healed {
  readonly edit: Edit
  /** Leads that go on where the thing's own lead was, and leads that find no place there. */
  readonly joined: readonly PortRef[]
  readonly loose: readonly PortRef[]
}

/**
 * Pulls a thing out of the wiring: what hung on it goes where its own lead was, as many as the plugs let; the rest is
 * loose. With `remove` it leaves the bench too. A port with several places (USB) takes as many as it has.
 */
export function healEdit(build: Build, itemId: string, remove: boolean): Healed {
  const own = build.threads.filter(({ from }) => from.itemId === itemId)
  const hanging = build.threads.filter(({ to, from }) => to.itemId === itemId && from.itemId !== itemId)
  const open = own.flatMap(({ to }) => (to.itemId === itemId ? [] : [to]))
  const joined: { readonly lead: PortRef; readonly to: PortRef }[] = []
  const loose: PortRef[] = []
  for (const { from: lead } of hanging) {
    const index = open.findIndex((to) => fits(portOf(build, lead), portOf(build, to)))
    const [to] = index < 0 ? [] : open.splice(index, 1)
    if (to === undefined) loose.push(lead)
    else joined.push({ lead, to })
  }
  const away = [...new Set([...hanging, ...own])].map(unplug)
  const gone: readonly SingleEdit[] = remove ? [{ type: 'removeItem', itemId }] : []
  const threads = joined.map(({ lead, to }) => plug(build, lead, to))
  return {
    edit: { type: 'batch', edits: [...away, ...gone, ...threads] },
    joined: joined.map(({ lead }) => lead),
    loose,
  }
}
