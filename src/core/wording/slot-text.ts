import type { PortRef } from '../schema/schema-kit'
import { acceptedOf } from '../build/accept'
import { choiceAbout } from '../build/attached'
import { nameOfSubject, SETTING_WORDS } from './edit-text'
import { choiceValue, facetName } from './facet-text'
import { nameOfPort } from '../build/refs'
import type { Build } from '../build/schema'
import { SCHOOL_WORDS, schoolWord } from './school-words'
import { groupIn, readSlot, threadsFrom, type Slot } from '../build/slots'

const plugs = (build: Build, at: PortRef): string => {
  const names = threadsFrom(build, at).map((thread) => nameOfPort(build, thread.to))
  return names.length === 0 ? 'loose' : `in ${names.join(' and ')}`
}

const markOf = (build: Build, itemId: string) => build.items.find((item) => item.id === itemId)?.mark ?? itemId

function stockText(build: Build, itemId: string): string {
  const item = build.items.find(({ id }) => id === itemId)
  const pack = build.packs?.find(({ id }) => id === item?.packId)
  const stock = item?.stock === 'toBuy' ? 'to buy' : 'at hand'
  return pack === undefined ? stock : `${stock}, in the pack “${pack.name}”`
}

function groupText(build: Build, groupId: string) {
  const group = groupIn(build, groupId)
  const marks = group?.itemIds.map((itemId) => markOf(build, itemId)).join(', ')
  return { subject: `group ${group?.name ?? groupId}`, value: marks ?? 'taken away' }
}

function schoolText(build: Build, slot: Extract<Slot, { readonly about: 'school' }>) {
  const of = (slot.groupId === undefined ? undefined : groupIn(build, slot.groupId)?.name) ?? 'the build'
  const value = readSlot(build, slot) as string | null
  const words = value === null ? 'left open' : schoolWord(slot.school, value)
  return { subject: `${SCHOOL_WORDS[slot.school].name} of ${of}`, value: words }
}

/** The slot and what it holds, in words: for showing two people's values side by side. */
export function describeSlot(build: Build, slot: Slot): { readonly subject: string; readonly value: string } {
  const mark = (itemId: string) => markOf(build, itemId)
  const text = (value: unknown) => (value === null ? 'not set' : String(value))
  switch (slot.about) {
    case 'lead':
      return { subject: `plug of ${nameOfPort(build, slot.at)}`, value: plugs(build, slot.at) }
    case 'choice': {
      const choice = choiceAbout(build, slot.list, slot.of)
      return {
        subject: `${facetName(slot.list)} of ${nameOfSubject(build, slot.of)}`,
        value: choice === undefined ? 'not set' : choiceValue(build, choice),
      }
    }
    case 'mind': {
      const entry = acceptedOf(build, slot.mind)
      return { subject: 'a warning taken on', value: entry === undefined ? 'not taken on' : entry.reason }
    }
    case 'item':
      return {
        subject: `item ${mark(slot.itemId)}`,
        value: readSlot(build, slot) === true ? 'on the bench' : 'taken off',
      }
    case 'mark':
      return { subject: 'mark of an item', value: text(readSlot(build, slot)) }
    case 'stock':
      return { subject: `${mark(slot.itemId)}`, value: stockText(build, slot.itemId) }
    case 'part': {
      const part = build.parts.find((held) => held.id === slot.partId)
      return {
        subject: `part ${part?.name ?? slot.partId}`,
        value: part === undefined ? 'taken off' : 'as it stands here',
      }
    }
    case 'pack':
      return { subject: 'pack', value: build.packs?.find((pack) => pack.id === slot.packId)?.name ?? 'not bought' }
    case 'figure': {
      const figure = readSlot(build, slot) as { readonly value: number } | null
      return {
        subject: `figure ${slot.path.at(-1)} of a part`,
        value: figure === null ? 'unknown' : String(figure.value),
      }
    }
    case 'name':
      return { subject: 'name of the build', value: build.name }
    case 'group':
      return groupText(build, slot.groupId)
    case 'school':
      return schoolText(build, slot)
    case 'blind':
      return { subject: 'why the CPU header reads no fan', value: text(readSlot(build, slot)) }
    case 'setting':
      return { subject: SETTING_WORDS[slot.name], value: text(readSlot(build, slot)) }
    case 'headroom':
      return { subject: 'headroom', value: `${build.choices.headroomPercent} %` }
    default:
      return slot satisfies never
  }
}
