import { cut } from '../units/cut'
import { stepsOf } from '../build/apply'
import { aboutOf } from '../build/attached'
import type { About, Choice, Edit, SchoolChoice, SingleEdit } from '../build/edit-schema'
import { nameOfPort } from '../build/refs'
import type { Build } from '../build/schema'
import type { Setting } from '../build/settings'
import { choiceValue, facetName } from './facet-text'
import { SCHOOL_WORDS, schoolWord } from './school-words'

/** What a setting of the whole build is, in a few words. */
export const SETTING_WORDS: Readonly<Record<Setting, string>> = {
  copperTemperatureC: 'warmth of the copper in °C',
  leadSlackMm: 'slack of the leads in mm',
  hoseSlackMm: 'slack of the hoses in mm',
  leastFramesPerSecond: 'least frames a second',
}

/** How people say what an entry of choices is about. */
export function nameOfSubject(build: Build, { itemId, portId }: About): string {
  if (portId !== undefined) return nameOfPort(build, { itemId, portId })
  return build.items.find((item) => item.id === itemId)?.mark ?? itemId
}

function describeChoice(choice: Choice, before: Build): string {
  const subject = nameOfSubject(before, aboutOf(choice.entry))
  return choice.list === 'parked'
    ? `park ${subject}`
    : `${facetName(choice.list)} of ${subject}: ${choiceValue(before, choice)}`
}

/** What is said of the pack a thing comes in, where the step says something of it. */
function packText({ packs }: Build, packId: string | null | undefined): string {
  if (packId === undefined) return ''
  const name = packs?.find(({ id }) => id === packId)?.name
  return packId === null ? ', by itself' : name === undefined ? ', in a pack' : `, in the pack “${name}”`
}

const schoolStepText = ({ school, value }: SchoolChoice, of: string): string =>
  `${SCHOOL_WORDS[school].name}${of}: ${value === null ? 'left open' : schoolWord(school, value)}`

function describeStep(step: SingleEdit, before: Build): string {
  const mark = (itemId: string) => before.items.find((item) => item.id === itemId)?.mark ?? itemId
  const groupName = (groupId: string) => before.groups?.find(({ id }) => id === groupId)?.name ?? groupId
  switch (step.type) {
    case 'addItem':
      return `add ${step.item.mark}`
    case 'removeItem':
      return `remove ${mark(step.itemId)}`
    case 'restoreItem':
      return `put back ${step.item.mark}`
    case 'connect':
      return `plug ${nameOfPort(before, step.thread.from)} into ${nameOfPort(before, step.thread.to)}`
    case 'disconnect': {
      const thread = before.threads.find((held) => held.id === step.threadId)
      if (thread === undefined) return 'unplug'
      return `unplug ${nameOfPort(before, thread.from)} from ${nameOfPort(before, thread.to)}`
    }
    case 'pin':
      return step.pinned ? 'pin a connection' : 'unpin a connection'
    case 'noteThread':
      return step.note === null ? 'no note beside a connection' : `note beside a connection: ${cut(step.note, 40)}`
    case 'renameBuild':
      return `name the build “${step.name}”`
    case 'renameItem':
      return `mark ${mark(step.itemId)} as ${step.mark}`
    case 'setStock':
      return `${mark(step.itemId)} is ${step.stock === 'toBuy' ? 'to buy' : 'at hand'}${packText(before, step.packId)}`
    case 'setFigure':
      return `set a figure of ${before.parts.find((part) => part.id === step.partId)?.name ?? step.partId}`
    case 'setPart':
      return `correct ${step.part.name}`
    case 'addPack':
      return `buy the pack “${step.pack.name}”`
    case 'removePack':
      return `no pack “${before.packs?.find((pack) => pack.id === step.packId)?.name ?? step.packId}”`
    case 'chooseHeadroom':
      return `headroom ${step.headroomPercent} %`
    case 'chooseSetting':
      return `${SETTING_WORDS[step.setting.name]}: ${step.setting.value ?? 'as usual'}`
    case 'chooseSchool':
      return schoolStepText(step.choice, step.groupId === undefined ? '' : ` of ${groupName(step.groupId)}`)
    case 'setGroup':
      return `group ${step.group.name}`
    case 'removeGroup':
      return `no group ${groupName(step.groupId)}`
    case 'chooseBlind':
      return step.reason === null ? 'the CPU header reads a fan' : `no fan on the CPU header: ${step.reason}`
    case 'choose':
      return describeChoice(step.choice, before)
    case 'accept':
      return `take on: ${step.entry.reason}`
    case 'unaccept':
      return 'take a warning on no more'
    case 'unchoose':
      return `no ${facetName(step.list)} for ${nameOfSubject(before, step.about)}`
    default:
      return step satisfies never
  }
}

/** What an edit does, in a few words, told from the build before it: the name of an undo step. */
export function describeEdit(edit: Edit, before: Build): string {
  const steps = stepsOf(edit)
  const move = moveOf(steps, before)
  if (move !== undefined) return move
  const [first] = steps
  if (first === undefined) return 'nothing'
  if (steps.length === 1) return describeStep(first, before)
  if (first.type === 'addPack') return describeStep(first, before)
  if (steps.every((step) => step.type === 'addItem')) return `add ${steps.length} items`
  if (steps.every((step) => step.type === 'removeItem' || step.type === 'restoreItem')) {
    return `${first.type === 'removeItem' ? 'remove' : 'put back'} ${steps.length} items`
  }
  return `${describeStep(first, before)} and ${steps.length - 1} more`
}

/** Unplug and plug of one lead is a move, and is told as one. */
function moveOf(steps: readonly SingleEdit[], before: Build): string | undefined {
  const [away, to] = steps
  if (steps.length !== 2 || away?.type !== 'disconnect' || to?.type !== 'connect') return undefined
  return `move ${nameOfPort(before, to.thread.from)} to ${nameOfPort(before, to.thread.to)}`
}
