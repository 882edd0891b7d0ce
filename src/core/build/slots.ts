import { LoomError } from '../errors'
import type { PortRef } from '../schema/schema-kit'
import { stepsOf, apply } from './apply'
import { aboutOf, choiceAbout } from './attached'
import type { About, Edit, FindingRef, SingleEdit } from './edit-schema'
import type { FacetName } from './facets'
import { schoolsIn } from './groups'
import { acceptedOf, findingRefOf } from './accept'
import { findingKey, portKey, sameRef } from './refs'
import type { Part } from '../parts/schema'
import type { Build, Group, Thread } from './schema'
import type { Setting } from './settings'
import type { School } from './schools'

/**
 * A slot is the smallest thing two people can change against each other: the plug of one lead, the mark of one item,
 * one figure. Edits that touch different slots go on top of each other; the same slot twice is a conflict to be shown.
 */
export type Slot =
  | { readonly about: 'lead'; readonly at: PortRef }
  | { readonly about: 'choice'; readonly list: FacetName; readonly of: About }
  | { readonly about: 'mind'; readonly mind: FindingRef }
  | { readonly about: 'item'; readonly itemId: string }
  | { readonly about: 'mark'; readonly itemId: string }
  | { readonly about: 'stock'; readonly itemId: string }
  | { readonly about: 'group'; readonly groupId: string }
  | { readonly about: 'school'; readonly groupId: string | undefined; readonly school: School }
  | { readonly about: 'blind' }
  | { readonly about: 'setting'; readonly name: Setting }
  | { readonly about: 'figure'; readonly partId: string; readonly path: readonly (string | number)[] }
  | { readonly about: 'part'; readonly partId: string }
  | { readonly about: 'pack'; readonly packId: string }
  | { readonly about: 'name' }
  | { readonly about: 'headroom' }

/** One text a slot, equal exactly where the slots are. */
export function slotKey(slot: Slot): string {
  switch (slot.about) {
    case 'lead':
      return `lead:${portKey(slot.at)}`
    case 'choice':
      return `${slot.list}:${slot.of.itemId}.${slot.of.portId ?? ''}`
    case 'mind':
      return `mind:${findingKey(slot.mind)}`
    case 'item':
    case 'mark':
    case 'stock':
      return `${slot.about}:${slot.itemId}`
    case 'part':
      return `part:${slot.partId}`
    case 'pack':
      return `pack:${slot.packId}`
    case 'group':
      return `group:${slot.groupId}`
    case 'school':
      return `school:${slot.groupId ?? ''}:${slot.school}`
    case 'setting':
      return `setting:${slot.name}`
    case 'figure':
      return `figure:${slot.partId}:${slot.path.join('.')}`
    case 'name':
    case 'headroom':
    case 'blind':
      return slot.about
    default:
      return slot satisfies never
  }
}

function leadOfThread(build: Build, threadId: string): Slot[] {
  const thread = build.threads.find((held) => held.id === threadId)
  return thread === undefined ? [] : [{ about: 'lead', at: thread.from }]
}

/** Where the figures of a part stand in it. */
function figurePaths(
  node: unknown,
  path: readonly (string | number)[] = [],
): readonly (readonly (string | number)[])[] {
  if (typeof node !== 'object' || node === null) return []
  if ('value' in node && 'origin' in node) return [path]
  const entries = Array.isArray(node)
    ? node.map((entry: unknown, index) => [index, entry] as const)
    : Object.entries(node)
  return entries.flatMap(([key, entry]) => figurePaths(entry, [...path, key]))
}

/** Another version of a part is against every figure that anybody set in it meanwhile. */
function slotsOfPart(build: Build, part: Part): Slot[] {
  const before = build.parts.find((held) => held.id === part.id)
  const paths = [...figurePaths(before), ...figurePaths(part)]
  return [
    { about: 'part', partId: part.id },
    ...paths.map((path): Slot => ({ about: 'figure', partId: part.id, path })),
  ]
}

/** Another version of a group, or none, is against what anybody decided for it meanwhile. */
function slotsOfGroup(build: Build, groupId: string, group?: Group): Slot[] {
  const before = build.groups?.find(({ id }) => id === groupId)
  const schools = schoolsIn(before, group)
  return [{ about: 'group', groupId }, ...schools.map((school): Slot => ({ about: 'school', groupId, school }))]
}

/** What one step touches in a build, as it stands before it. */
export function slotsOfStep(step: SingleEdit, build: Build): Slot[] {
  switch (step.type) {
    case 'addItem':
      return [{ about: 'item', itemId: step.item.id }]
    case 'restoreItem':
      return [{ about: 'item', itemId: step.item.id }]
    case 'removeItem': {
      const threads = build.threads.filter((t) => t.from.itemId === step.itemId || t.to.itemId === step.itemId)
      return [{ about: 'item', itemId: step.itemId }, ...threads.map((t): Slot => ({ about: 'lead', at: t.from }))]
    }
    case 'connect':
      return [{ about: 'lead', at: step.thread.from }]
    case 'disconnect':
    case 'pin':
    case 'noteThread':
      return leadOfThread(build, step.threadId)
    case 'renameBuild':
      return [{ about: 'name' }]
    case 'renameItem':
      return [{ about: 'mark', itemId: step.itemId }]
    case 'setStock':
      return [{ about: 'stock', itemId: step.itemId }]
    case 'setFigure':
      return [{ about: 'figure', partId: step.partId, path: step.path }]
    case 'setPart':
      return slotsOfPart(build, step.part)
    case 'addPack':
      return [{ about: 'pack', packId: step.pack.id }]
    case 'removePack':
      return [{ about: 'pack', packId: step.packId }]
    case 'chooseHeadroom':
      return [{ about: 'headroom' }]
    case 'chooseSetting':
      return [{ about: 'setting', name: step.setting.name }]
    case 'chooseSchool':
      return [{ about: 'school', groupId: step.groupId, school: step.choice.school }]
    case 'setGroup':
      return slotsOfGroup(build, step.group.id, step.group)
    case 'removeGroup':
      return slotsOfGroup(build, step.groupId)
    case 'chooseBlind':
      return [{ about: 'blind' }]
    case 'choose': {
      const { itemId, portId } = aboutOf(step.choice.entry)
      return [{ about: 'choice', list: step.choice.list, of: portId === undefined ? { itemId } : { itemId, portId } }]
    }
    case 'unchoose':
      return [{ about: 'choice', list: step.list, of: step.about }]
    case 'accept':
      return [{ about: 'mind', mind: findingRefOf(step.entry) }]
    case 'unaccept':
      return [{ about: 'mind', mind: step.mind }]
    default:
      return step satisfies never
  }
}

function tryApply(build: Build, step: SingleEdit): Build {
  try {
    return apply(build, step).build
  } catch (error) {
    if (error instanceof LoomError) return build
    throw error
  }
}

/**
 * The slots an edit touches when it is applied to this build, each once. A step that is not possible any more still
 * says what it meant to touch: that is how two people at the same lead are told apart from a plain fault.
 */
export function slotsOf(edit: Edit, build: Build): readonly Slot[] {
  const found = new Map<string, Slot>()
  let rest = build
  for (const step of stepsOf(edit)) {
    for (const slot of slotsOfStep(step, rest)) found.set(slotKey(slot), slot)
    rest = tryApply(rest, step)
  }
  return [...found.values()]
}

/** The threads of one lead. */
export function threadsFrom(build: Build, at: PortRef): readonly Thread[] {
  return build.threads.filter((thread) => sameRef(thread.from, at))
}

/** What stands in a slot, as plain data that compares by its JSON text. */
export function readSlot(build: Build, slot: Slot): unknown {
  switch (slot.about) {
    case 'lead':
      return threadsFrom(build, slot.at).map((t) => ({
        to: t.to,
        pinned: t.pinned === true,
        asOnBench: t.asOnBench === true,
        note: t.note ?? '',
      }))
    case 'choice':
      return choiceAbout(build, slot.list, slot.of)?.entry ?? null
    case 'mind':
      return acceptedOf(build, slot.mind) ?? null
    case 'item':
      return build.items.some((item) => item.id === slot.itemId)
    case 'mark':
      return build.items.find((item) => item.id === slot.itemId)?.mark ?? null
    case 'stock': {
      const item = build.items.find(({ id }) => id === slot.itemId)
      return item === undefined ? null : { stock: item.stock, packId: item.packId ?? null }
    }
    case 'part':
      return build.parts.find((part) => part.id === slot.partId) ?? null
    case 'pack':
      return build.packs?.find((pack) => pack.id === slot.packId) ?? null
    case 'figure':
      return figureAt(build, slot.partId, slot.path)
    case 'name':
      return build.name
    case 'headroom':
      return build.choices.headroomPercent
    case 'group':
      return groupIn(build, slot.groupId) ?? null
    case 'school':
      return (slot.groupId === undefined ? build.choices : groupIn(build, slot.groupId))?.schools?.[slot.school] ?? null
    case 'setting':
      return build.choices[slot.name] ?? null
    case 'blind':
      return build.choices.cpuHeaderBlindReason ?? null
    default:
      return slot satisfies never
  }
}

export const groupIn = (build: Build, groupId: string): Group | undefined =>
  build.groups?.find(({ id }) => id === groupId)

function figureAt(build: Build, partId: string, path: readonly (string | number)[]): unknown {
  const part: unknown = build.parts.find((held) => held.id === partId)
  const found = path.reduce<unknown>(
    (holder, key) =>
      typeof holder === 'object' && holder !== null ? (holder as Record<string, unknown>)[key] : undefined,
    part,
  )
  return found ?? null
}
