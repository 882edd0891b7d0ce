import { acceptedOf } from './accept'
import { choiceAbout } from './attached'
import type { Edit, SchoolChoice, SingleEdit } from './edit-schema'
import type { Build } from './schema'
import type { Setting } from './settings'
import { groupIn, readSlot, threadsFrom, type Slot } from './slots'

const hasItem = (build: Build, itemId: string) => build.items.some((item) => item.id === itemId)

function subjectIsGone(slot: Slot, target: Build): boolean {
  if (slot.about === 'lead') return !hasItem(target, slot.at.itemId)
  if (slot.about === 'choice') return !hasItem(target, slot.of.itemId)
  if (slot.about === 'mind')
    return [...slot.mind.at.map(({ itemId }) => itemId), ...(slot.mind.itemIds ?? [])].some(
      (id) => !hasItem(target, id),
    )
  if (slot.about === 'figure' || slot.about === 'part') return !target.parts.some((part) => part.id === slot.partId)
  if (slot.about === 'school') return slot.groupId !== undefined && groupIn(target, slot.groupId) === undefined
  return slot.about !== 'item' && 'itemId' in slot && !hasItem(target, slot.itemId)
}

/**
 * The edit that gives the slot in `target` what it holds in `wanted`: how "keep mine" is carried out.
 * Undefined where nothing has to be done, or where what it speaks of is gone; a lead whose port is gone stays loose.
 */
export function carrySlot(slot: Slot, wanted: Build, target: Build): Edit | undefined {
  if (JSON.stringify(readSlot(wanted, slot)) === JSON.stringify(readSlot(target, slot))) return undefined
  if (subjectIsGone(slot, target)) return undefined
  switch (slot.about) {
    case 'lead':
      return {
        type: 'batch',
        edits: [
          ...threadsFrom(target, slot.at).map((t) => ({ type: 'disconnect', threadId: t.id }) as const),
          ...threadsFrom(wanted, slot.at)
            .filter((thread) => hasItem(target, thread.to.itemId))
            .map((thread) => ({ type: 'connect', thread }) as const),
        ],
      }
    case 'choice': {
      const choice = choiceAbout(wanted, slot.list, slot.of)
      return choice === undefined ? { type: 'unchoose', list: slot.list, about: slot.of } : { type: 'choose', choice }
    }
    case 'mind': {
      const entry = acceptedOf(wanted, slot.mind)
      return entry === undefined ? { type: 'unaccept', mind: slot.mind } : { type: 'accept', entry }
    }
    case 'item':
      return carryItem(slot.itemId, wanted)
    case 'mark':
      return { type: 'renameItem', itemId: slot.itemId, mark: readSlot(wanted, slot) as string }
    case 'stock':
      return carryStock(slot.itemId, wanted, target)
    case 'part': {
      const part = wanted.parts.find((held) => held.id === slot.partId)
      return part === undefined ? undefined : { type: 'setPart', part }
    }
    case 'pack':
      return carryPack(slot.packId, wanted)
    case 'figure':
      return {
        type: 'setFigure',
        partId: slot.partId,
        path: slot.path,
        figure: readSlot(wanted, slot) as Extract<SingleEdit, { type: 'setFigure' }>['figure'],
      }
    case 'name':
      return { type: 'renameBuild', name: wanted.name }
    case 'group':
      return carryGroup(slot.groupId, wanted, target)
    case 'school': {
      const value = readSlot(wanted, slot)
      const group = slot.groupId === undefined ? {} : { groupId: slot.groupId }
      return { type: 'chooseSchool', ...group, choice: { school: slot.school, value } as SchoolChoice }
    }
    case 'blind':
      return { type: 'chooseBlind', reason: wanted.choices.cpuHeaderBlindReason ?? null }
    case 'setting':
      return carrySetting(slot.name, wanted)
    case 'headroom':
      return { type: 'chooseHeadroom', headroomPercent: wanted.choices.headroomPercent }
    default:
      return slot satisfies never
  }
}

const carrySetting = (name: Setting, { choices }: Build): Edit => ({
  type: 'chooseSetting',
  setting: { name, value: choices[name] ?? null },
})

/** A group as it was wanted, with the items that are still there. */
function carryGroup(groupId: string, wanted: Build, target: Build): Edit {
  const group = groupIn(wanted, groupId)
  if (group === undefined) return { type: 'removeGroup', groupId }
  return { type: 'setGroup', group: { ...group, itemIds: group.itemIds.filter((itemId) => hasItem(target, itemId)) } }
}

function carryPack(packId: string, { packs }: Build): Edit {
  const pack = packs?.find((held) => held.id === packId)
  return pack === undefined ? { type: 'removePack', packId } : { type: 'addPack', pack }
}

/** Whether a thing is owned, and the pack it comes in, which is brought along where it is not there. */
function carryStock(itemId: string, wanted: Build, target: Build): Edit | undefined {
  const item = wanted.items.find(({ id }) => id === itemId)
  if (item === undefined) return undefined
  const { stock, packId } = item
  const set = { type: 'setStock', itemId, stock, packId: packId ?? null } as const
  const pack = wanted.packs?.find(({ id }) => id === packId)
  const isHeld = pack === undefined || target.packs?.some(({ id }) => id === packId) === true
  return isHeld ? set : { type: 'batch', edits: [{ type: 'addPack', pack }, set] }
}

function carryItem(itemId: string, wanted: Build): Edit {
  const item = wanted.items.find((held) => held.id === itemId)
  if (item === undefined) return { type: 'removeItem', itemId }
  const part = wanted.parts.find((held) => held.id === item.partId)
  return part === undefined ? { type: 'addItem', item } : { type: 'addItem', item, part }
}
