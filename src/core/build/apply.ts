import { LoomError } from '../errors'
import type { Part } from '../parts/schema'
import { acceptBack, findingRefOf } from './accept'
import {
  aboutOf,
  choiceAbout,
  choiceIndex,
  detach,
  dropChoice,
  insertAt,
  putBack,
  setChoice,
  setAccepted,
  without,
} from './attached'
import type { About, Edit, EditOf, SingleEdit } from './edit-schema'
import type { FacetName } from './facets'
import { itemOf, partOf, portOf, sameRef } from './refs'
import { chooseSchool, removeGroup, setGroup } from './groups'
import { setFigure, setPart } from './part-edits'
import type { Build, Item } from './schema'
import { refuse, withSoundPlaces } from './sound'

/** The build after an edit, and the edit that takes it back. */
export interface Applied {
  readonly build: Build
  readonly inverse: Edit
}

function insertPart(build: Build, part: Part | undefined, index: number): Build {
  if (part === undefined || build.parts.some((held) => held.id === part.id)) return build
  return { ...build, parts: insertAt(build.parts, index, part) }
}

function insertItem(build: Build, item: Item, index: number): Build {
  if (build.items.some((held) => held.id === item.id)) refuse(`The item “${item.id}” is in this build already.`)
  if (build.items.some((held) => held.mark === item.mark)) {
    refuse(`The mark ${item.mark} is taken by another item; choose another mark.`)
  }
  partOf(build, item.partId)
  return { ...build, items: insertAt(build.items, index, item) }
}

function addItem(build: Build, edit: EditOf<'addItem'>): Applied {
  const withPart = insertPart(build, edit.part, build.parts.length)
  return {
    build: insertItem(withPart, edit.item, build.items.length),
    inverse: { type: 'removeItem', itemId: edit.item.id },
  }
}

function removeItem(build: Build, { itemId }: EditOf<'removeItem'>): Applied {
  const item = itemOf(build, itemId)
  const index = build.items.indexOf(item)
  const { build: rest, attached } = detach(build, itemId)
  const items = rest.items.filter((held) => held.id !== itemId)
  const partIsFree = !items.some((held) => held.partId === item.partId)
  const part = partOf(build, item.partId)
  const back = { type: 'restoreItem', item, index, attached } as const
  if (!partIsFree) return { build: { ...rest, items }, inverse: back }
  return {
    build: { ...rest, items, parts: rest.parts.filter((held) => held.id !== part.id) },
    inverse: { ...back, part, partIndex: build.parts.indexOf(part) },
  }
}

function restoreItem(build: Build, edit: EditOf<'restoreItem'>): Applied {
  const withItem = insertItem(insertPart(build, edit.part, edit.partIndex ?? build.parts.length), edit.item, edit.index)
  const restored = withSoundPlaces(putBack(withItem, edit.item.id, edit.attached))
  for (const piece of edit.attached) {
    if (piece.list === 'threads') {
      portOf(restored, piece.entry.from)
      portOf(restored, piece.entry.to)
    }
  }
  return { build: restored, inverse: { type: 'removeItem', itemId: edit.item.id } }
}

function connect(build: Build, { thread, index }: EditOf<'connect'>): Applied {
  if (build.threads.some((held) => held.id === thread.id))
    refuse(`The connection “${thread.id}” is in this build already.`)
  portOf(build, thread.from)
  portOf(build, thread.to)
  if (sameRef(thread.from, thread.to)) refuse('A lead cannot be plugged into itself; choose another port.')
  return {
    build: { ...build, threads: insertAt(build.threads, index ?? build.threads.length, thread) },
    inverse: { type: 'disconnect', threadId: thread.id },
  }
}

function threadIndexOf(build: Build, threadId: string): number {
  const index = build.threads.findIndex((held) => held.id === threadId)
  if (index < 0) throw new LoomError('EDIT_SUBJECT_MISSING', `The connection “${threadId}” is no longer in this build.`)
  return index
}

function disconnect(build: Build, { threadId }: EditOf<'disconnect'>): Applied {
  const index = threadIndexOf(build, threadId)
  const thread = build.threads[index]!
  return {
    build: { ...build, threads: build.threads.filter((held) => held.id !== threadId) },
    inverse: { type: 'connect', thread, index },
  }
}

function pin(build: Build, { threadId, pinned }: EditOf<'pin'>): Applied {
  const index = threadIndexOf(build, threadId)
  const { pinned: before, ...bare } = build.threads[index]!
  const thread = pinned ? { ...bare, pinned } : bare
  return {
    build: { ...build, threads: build.threads.map((held, at) => (at === index ? thread : held)) },
    inverse: { type: 'pin', threadId, pinned: before === true },
  }
}

function noteThread(build: Build, { threadId, note }: EditOf<'noteThread'>): Applied {
  const index = threadIndexOf(build, threadId)
  const { note: before, ...bare } = build.threads[index]!
  const thread = note === null ? bare : { ...bare, note }
  return {
    build: { ...build, threads: build.threads.map((held, at) => (at === index ? thread : held)) },
    inverse: { type: 'noteThread', threadId, note: before ?? null },
  }
}

function chooseBlind(build: Build, { reason }: EditOf<'chooseBlind'>): Applied {
  const bare = without(build.choices, 'cpuHeaderBlindReason')
  return {
    build: { ...build, choices: reason === null ? bare : { ...bare, cpuHeaderBlindReason: reason } },
    inverse: { type: 'chooseBlind', reason: build.choices.cpuHeaderBlindReason ?? null },
  }
}

function chooseSetting(build: Build, { setting: { name, value } }: EditOf<'chooseSetting'>): Applied {
  const bare = without(build.choices, name)
  return {
    build: { ...build, choices: value === null ? bare : { ...bare, [name]: value } },
    inverse: { type: 'chooseSetting', setting: { name, value: build.choices[name] ?? null } },
  }
}

function changeItem(build: Build, itemId: string, change: Partial<Item>): Build {
  return { ...build, items: build.items.map((held) => (held.id === itemId ? { ...held, ...change } : held)) }
}

function renameItem(build: Build, { itemId, mark }: EditOf<'renameItem'>): Applied {
  const before = itemOf(build, itemId)
  if (build.items.some((held) => held.id !== itemId && held.mark === mark)) {
    refuse(`The mark ${mark} is taken by another item; choose another mark.`)
  }
  return { build: changeItem(build, itemId, { mark }), inverse: { type: 'renameItem', itemId, mark: before.mark } }
}

function setStock(build: Build, { itemId, stock, packId }: EditOf<'setStock'>): Applied {
  const before = itemOf(build, itemId)
  const back = { type: 'setStock', itemId, stock: before.stock } as const
  if (packId === undefined) return { build: changeItem(build, itemId, { stock }), inverse: back }
  if (packId !== null && build.packs?.some(({ id }) => id === packId) !== true)
    throw new LoomError('EDIT_SUBJECT_MISSING', `The pack “${packId}” is no longer in this build.`)
  const { packId: _left, ...loose } = before
  const item: Item = { ...loose, stock, ...(packId === null ? {} : { packId }) }
  return {
    build: { ...build, items: build.items.map((held) => (held.id === itemId ? item : held)) },
    inverse: { ...back, packId: before.packId ?? null },
  }
}

function addPack(build: Build, { pack, index }: EditOf<'addPack'>): Applied {
  const packs = build.packs ?? []
  if (packs.some((held) => held.id === pack.id)) refuse(`The pack “${pack.name}” is in this build already.`)
  return {
    build: { ...build, packs: insertAt(packs, index ?? packs.length, pack) },
    inverse: { type: 'removePack', packId: pack.id },
  }
}

function removePack(build: Build, { packId }: EditOf<'removePack'>): Applied {
  const packs = build.packs ?? []
  const pack = packs.find((held) => held.id === packId)
  if (pack === undefined)
    throw new LoomError('EDIT_SUBJECT_MISSING', `The pack “${packId}” is no longer in this build.`)
  const item = build.items.find((held) => held.packId === packId)
  if (item !== undefined) refuse(`${item.mark} comes with the pack “${pack.name}”: remove it first.`)
  const { packs: _all, ...rest } = build
  const left = packs.filter((held) => held.id !== packId)
  return {
    build: left.length === 0 ? rest : { ...rest, packs: left },
    inverse: { type: 'addPack', pack, index: packs.indexOf(pack) },
  }
}

function requireSubject(build: Build, { itemId, portId }: About): void {
  if (portId === undefined) itemOf(build, itemId)
  else portOf(build, { itemId, portId })
}

/** The edit that puts back what the list said about this subject, and where, be it nothing. */
function chooseBack(build: Build, list: FacetName, about: About): SingleEdit {
  const before = choiceAbout(build, list, about)
  if (before === undefined) return { type: 'unchoose', list, about }
  return { type: 'choose', choice: before, index: choiceIndex(build, list, about) }
}

function choose(build: Build, { choice, index }: EditOf<'choose'>): Applied {
  const { itemId, portId } = aboutOf(choice.entry)
  const about = portId === undefined ? { itemId } : { itemId, portId }
  requireSubject(build, about)
  const chosen = setChoice(build, choice, index)
  return {
    build: choice.list === 'places' ? withSoundPlaces(chosen) : chosen,
    inverse: chooseBack(build, choice.list, about),
  }
}

function unchoose(build: Build, { list, about }: EditOf<'unchoose'>): Applied {
  requireSubject(build, about)
  return { build: dropChoice(build, list, about), inverse: chooseBack(build, list, about) }
}

function accept(build: Build, { entry, index }: EditOf<'accept'>): Applied {
  const warning = findingRefOf(entry)
  warning.at.forEach((ref) => portOf(build, ref))
  warning.itemIds?.forEach((itemId) => itemOf(build, itemId))
  return { build: setAccepted(build, warning, entry, index), inverse: acceptBack(build, warning) }
}

function applySingle(build: Build, edit: SingleEdit): Applied {
  switch (edit.type) {
    case 'addItem':
      return addItem(build, edit)
    case 'removeItem':
      return removeItem(build, edit)
    case 'restoreItem':
      return restoreItem(build, edit)
    case 'connect':
      return connect(build, edit)
    case 'disconnect':
      return disconnect(build, edit)
    case 'pin':
      return pin(build, edit)
    case 'noteThread':
      return noteThread(build, edit)
    case 'renameBuild':
      return { build: { ...build, name: edit.name }, inverse: { type: 'renameBuild', name: build.name } }
    case 'renameItem':
      return renameItem(build, edit)
    case 'setStock':
      return setStock(build, edit)
    case 'setFigure':
      return setFigure(build, edit)
    case 'setPart':
      return setPart(build, edit)
    case 'addPack':
      return addPack(build, edit)
    case 'removePack':
      return removePack(build, edit)
    case 'chooseHeadroom':
      return {
        build: { ...build, choices: { ...build.choices, headroomPercent: edit.headroomPercent } },
        inverse: { type: 'chooseHeadroom', headroomPercent: build.choices.headroomPercent },
      }
    case 'chooseSetting':
      return chooseSetting(build, edit)
    case 'chooseSchool':
      return chooseSchool(build, edit.groupId, edit.choice)
    case 'setGroup':
      return setGroup(build, edit.group, edit.index)
    case 'removeGroup':
      return removeGroup(build, edit.groupId)
    case 'chooseBlind':
      return chooseBlind(build, edit)
    case 'choose':
      return choose(build, edit)
    case 'unchoose':
      return unchoose(build, edit)
    case 'accept':
      return accept(build, edit)
    case 'unaccept':
      return { build: setAccepted(build, edit.mind, undefined), inverse: acceptBack(build, edit.mind) }
    default:
      return edit satisfies never
  }
}

/** An edit as the list of its single steps. */
export function stepsOf(edit: Edit): readonly SingleEdit[] {
  return edit.type === 'batch' ? edit.edits : [edit]
}

/**
 * The build after the edit, and the inverse edit. All of a batch or none: a step that lacks its subject throws a
 * LoomError with the subject's name, and the build given is never changed. The revision is the store's, not ours.
 */
export function apply(build: Build, edit: Edit): Applied {
  if (edit.type !== 'batch') return applySingle(build, edit)
  let rest = build
  const inverses: SingleEdit[] = []
  for (const step of edit.edits) {
    const applied = applySingle(rest, step)
    rest = applied.build
    inverses.unshift(...stepsOf(applied.inverse))
  }
  return { build: rest, inverse: { type: 'batch', edits: inverses } }
}
