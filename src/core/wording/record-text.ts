import { stepsOf } from '../build/apply'
import { tryFor } from '../build/apply-for'
import type { About, Edit } from '../build/edit-schema'
import { nameOfAbout, nameOfPort } from '../build/refs'
import type { Build } from '../build/schema'
import type { Entry, What } from '../record/entry-schema'
import type { Difference } from '../record/machine'
import { describeEdit } from './edit-text'

/** What each sort of entry is called. */
export const RECORD_WORDS: Readonly<Record<What['kind'], string>> = {
  tick: 'step',
  speed: 'speed',
  current: 'current',
  voltage: 'voltage',
  program: 'program',
  usb: 'USB place',
  leftover: 'left over',
  difference: 'otherwise than planned',
  settled: 'difference settled',
  fault: 'fault found',
  note: 'note',
  photo: 'photo',
  named: 'name',
  replanned: 'changed over',
  withdrawn: 'withdrawn',
}

const SETTLED_WORDS = {
  kept: 'A difference stays',
  taken: 'Taken into the plan',
  undone: 'As planned again, no longer',
} as const

/** The names by which an entry speaks of the machine. */
export interface EntryNames {
  readonly build: Build
  /** What a step of the work says, by its id; undefined where the plan has no such step any more. */
  readonly stepText: (workId: string) => string | undefined
  readonly entry: (id: string) => Entry | undefined
}

const withDot = (text: string) => (/[.!?]$/.test(text) ? text : `${text}.`)
const about = (build: Build, of: About | undefined) => (of === undefined ? '' : `${nameOfAbout(build, of)}: `)

/** One line of a machine's log, in one sentence. */
export function entryText({ build, stepText, entry: byId }: EntryNames, { what, corrects }: Entry): string {
  switch (what.kind) {
    case 'tick': {
      const step = stepText(what.workId) ?? `a step that its plan has no more (${what.workId.slice(0, 60)})`
      return what.isDone ? step : `Not done after all: ${step}`
    }
    case 'speed':
      return `${nameOfAbout(build, what.about)} runs at ${what.valueRpm} rpm.`
    case 'current':
      return `${nameOfAbout(build, what.about)} carries ${what.valueAmps} A.`
    case 'voltage':
      return `${what.valueVolts} V at ${nameOfAbout(build, what.about)}.`
    case 'program': {
      const more = [
        what.version === undefined ? undefined : `version ${what.version}`,
        what.firmware === undefined ? undefined : `firmware ${what.firmware} through it`,
      ].filter((text) => text !== undefined)
      return `${what.name} is installed${more.length === 0 ? '' : `: ${more.join(', ')}`}.`
    }
    case 'usb':
      return `${nameOfAbout(build, what.at)} was tried: the box is ${what.isSeen ? 'seen' : 'not seen'} there.`
    case 'leftover':
      return withDot(`${what.what}, kept: ${what.keptWhere}`)
    case 'difference':
      return `${sentenceOf(build, what.edit)} Why: ${withDot(what.reason)}`
    case 'settled': {
      const difference = byId(what.differenceId)
      const of = difference?.what.kind === 'difference' ? `: ${sentenceOf(build, difference.what.edit)}` : '.'
      const why = what.reason === undefined ? '' : ` Why: ${withDot(what.reason)}`
      return `${SETTLED_WORDS[what.how]}${of}${why}`
    }
    case 'fault':
      return `${about(build, what.about)}${withDot(what.what)} Found: ${withDot(what.found)}`
    case 'note':
      return `${about(build, what.about)}${what.text}`
    case 'photo':
      return what.caption ?? 'A photo.'
    case 'named':
      return `It is called ${what.name}${what.serial === undefined ? '' : `, serial ${what.serial}`}.`
    case 'replanned':
      return `It goes by revision ${what.revision} of its plan from here on.`
    case 'withdrawn': {
      const struck = corrects === undefined ? undefined : byId(corrects)
      return `What was said of “${struck === undefined ? 'an entry' : RECORD_WORDS[struck.what.kind]}” is not so: ${withDot(what.reason)}`
    }
    default:
      return what satisfies never
  }
}

/** A difference as a sentence: how the machine is; of one that speaks of things which the plan has no more, only that. */
function sentenceOf(build: Build, edit: Edit): string {
  if ('reason' in tryFor(build, edit)) return 'A difference in what its plan has no more.'
  const [away, plug, ...rest] = stepsOf(edit)
  const old = away?.type === 'disconnect' ? build.threads.find(({ id }) => id === away.threadId) : undefined
  if (old !== undefined && rest.length === 0) {
    const [lead, planned] = [nameOfPort(build, old.from), nameOfPort(build, old.to)]
    if (plug === undefined) return `${lead} is left unplugged, not in ${planned}.`
    if (plug.type === 'connect') return `${lead} is in ${nameOfPort(build, plug.thread.to)}, not in ${planned}.`
  }
  const text = describeEdit(edit, build)
  return withDot(`${text[0]!.toUpperCase()}${text.slice(1)}`)
}

/** What became of a difference between a machine and its plan. */
export function differenceText({ state, keptReason, refusal, isInPlan }: Difference): string {
  if (state === 'undone') return 'Undone: the machine is as planned there again.'
  if (refusal !== undefined) return `Its plan has no room for it any more: ${refusal}`
  if (isInPlan) return 'Its plan says the same by now.'
  if (state === 'kept') return `It stays so${keptReason === undefined ? '.' : `: ${withDot(keptReason)}`}`
  return state === 'taken' ? 'Taken into the plan; this machine still goes by an older revision.' : 'Not decided yet.'
}
