import type { About } from './edit-schema'
import { LoomError } from '../errors'
import type { PortRef } from '../schema/schema-kit'
import type { Part, Port } from '../parts/schema'
import type { FindingRef } from './edit-schema'
import { compareText } from '../units/compare'
import type { Place } from './facet-schemas'
import type { Build, Item } from './schema'

/** One text for a port of an item; ids hold no dot, so it is never ambiguous. */
export type PortKey = `${string}.${string}`

export function portKey(ref: PortRef): PortKey {
  return `${ref.itemId}.${ref.portId}`
}

export function sameRef(a: PortRef, b: PortRef): boolean {
  return a.itemId === b.itemId && a.portId === b.portId
}

/** The item, or an EDIT_SUBJECT_MISSING error that names it. */
export function itemOf(build: Build, itemId: string): Item {
  const item = build.items.find((candidate) => candidate.id === itemId)
  if (item === undefined)
    throw new LoomError('EDIT_SUBJECT_MISSING', `The item “${itemId}” is no longer in this build.`)
  return item
}

/** The part copy that the build holds, or an EDIT_SUBJECT_MISSING error that names it. */
export function partOf(build: Build, partId: string): Part {
  const part = build.parts.find((candidate) => candidate.id === partId)
  if (part === undefined)
    throw new LoomError('EDIT_SUBJECT_MISSING', `The part “${partId}” is no longer in this build.`)
  return part
}

/** The port, or an EDIT_SUBJECT_MISSING error that names the item and the port. */
export function portOf(build: Build, ref: PortRef): Port {
  const item = itemOf(build, ref.itemId)
  const port = partOf(build, item.partId).ports.find((candidate) => candidate.id === ref.portId)
  if (port === undefined) throw new LoomError('EDIT_SUBJECT_MISSING', `${item.mark} has no port “${ref.portId}”.`)
  return port
}

/** Headers and plugs of a source (board, supply) carry a printed name that people say alone. */
function isPrinted(part: Part, portId: string): boolean {
  return part.inside.some(
    (relation) =>
      (relation.type === 'powers' && relation.feeds.length === 0 && relation.outlets.includes(portId)) ||
      (relation.type === 'usb' && relation.up === undefined && relation.down.includes(portId)),
  )
}

/** How often each port name occurs among the items of a build. */
function countNames(build: Build, partById: ReadonlyMap<string, Part>): ReadonlyMap<string, number> {
  const counts = new Map<string, number>()
  for (const item of build.items) {
    for (const name of new Set(partById.get(item.partId)?.ports.map((port) => port.name))) {
      counts.set(name, (counts.get(name) ?? 0) + 1)
    }
  }
  return counts
}

/** The port names that one item alone has: all that what people say of a port takes from other items. */
export function namesOfOne(build: Build): string {
  const counts = countNames(build, new Map(build.parts.map((part) => [part.id, part])))
  return [...counts]
    .flatMap(([name, count]) => (count === 1 ? [name] : []))
    .toSorted(compareText)
    .join('\n')
}

/**
 * A function that gives how people say a port: a printed name alone where only one item has it (SYS2), the mark alone
 * where the item has one port (F3), else both (Y1 outlet 2). Made once for a build and asked many times.
 */
export function portNamer(build: Build): (ref: PortRef) => string {
  const partById = new Map(build.parts.map((part) => [part.id, part]))
  const itemById = new Map(build.items.map((item) => [item.id, item]))
  let counts: ReadonlyMap<string, number> | undefined
  return (ref) => {
    const item = itemById.get(ref.itemId)
    const part = item === undefined ? undefined : partById.get(item.partId)
    const port = part?.ports.find((candidate) => candidate.id === ref.portId)
    if (item === undefined || part === undefined || port === undefined) return `${ref.itemId}.${ref.portId}`
    if (isPrinted(part, port.id)) {
      counts ??= countNames(build, partById)
      if (counts.get(port.name) === 1) return port.name
    }
    return part.ports.length === 1 ? item.mark : `${item.mark} ${port.name}`
  }
}

/** What an entry is about, as one text: the key of its port, or the id of its thing. */
export const aboutKey = ({ itemId, portId }: About): string =>
  portId === undefined ? itemId : portKey({ itemId, portId })

/** How people say a port, or a thing as a whole, also one that the build has no more. */
export function nameOfAbout(build: Build, { itemId, portId }: About): string {
  const item = build.items.find(({ id }) => id === itemId)
  const part = build.parts.find(({ id }) => id === item?.partId)
  const hasPort = portId === undefined || part?.ports.some(({ id }) => id === portId) === true
  if (item === undefined || !hasPort)
    return `${item?.mark ?? itemId}${portId === undefined ? '' : ` ${portId}`} (no longer there)`
  return portId === undefined ? item.mark : nameOfPort(build, { itemId, portId })
}

/** How people say one port; for many ports of one build make a portNamer. */
export function nameOfPort(build: Build, ref: PortRef): string {
  return portNamer(build)(ref)
}

/** The first free mark with this prefix: F1, F2 ... */
export function nextMark(build: Build, prefix: string): string {
  const taken = new Set(build.items.map((item) => item.mark))
  for (let number = 1; ; number += 1) {
    const mark = `${prefix}${number}`
    if (!taken.has(mark)) return mark
  }
}

/** The id itself, or with the first number behind it that makes it a free one. */
export function freeId(ids: readonly string[], id: string): string {
  const taken = new Set(ids)
  if (!taken.has(id)) return id
  for (let number = 1; ; number += 1) if (!taken.has(`${id}_${number}`)) return `${id}_${number}`
}

/** An id for a new thread of this lead, free in this build; made of the lead's own ids, since the core has no chance. */
export function freshThreadId(build: Build, from: PortRef): string {
  const taken = new Set(build.threads.map((thread) => thread.id))
  for (let number = 1; ; number += 1) {
    const id = `${from.itemId}_${from.portId}_${number}`
    if (!taken.has(id)) return id
  }
}

/** The case that a place is in, be it a mount, a spot for boxes or the processor of its board. */
export function caseOf({ mount, spot, processor }: Place): string | undefined {
  return mount?.caseItemId ?? spot?.caseItemId ?? processor?.caseItemId
}

/** One text for a warning: the same rule, message and places, in whatever order they are named. */
export function findingKey({ ruleId, messageId, at, itemIds = [] }: FindingRef): string {
  return `${ruleId} ${messageId} ${[...at.map(portKey), ...itemIds].toSorted().join(' ')}`
}
