import { inOrder } from '../units/compare'
import { portKey } from '../build/refs'
import type { Harness } from '../operate/harness'
import { hasRoles } from '../structure/wiring/part-facts'
import { leadLines } from './leads'
import { programSteps, type ProgramStep } from './programs'
import { workingOrder, type Step } from './working-order'

/** Something to do with the hands, from bare parts to a closed case. */
export type Task =
  | Step
  | ProgramStep
  | { readonly does: 'backPlate'; readonly itemId: string }
  | { readonly does: 'bareTest'; readonly itemId: string }
  | { readonly does: 'placeBoard'; readonly itemId: string }
  | { readonly does: 'placeSupply'; readonly itemId: string }
  | { readonly does: 'plug'; readonly threadId: string }
  | { readonly does: 'firstStart' }
  | { readonly does: 'close'; readonly itemId: string }

/**
 * Why something waits for something else. hidden: it is out of sight afterwards. bare: what fails is found with nothing in
 * the way. sits: both ends have to be where they stay. covers: it lies over the plug afterwards. fed: its lead goes through
 * first. behind: it sits farther from the hand. whole: all of it has to be plugged. seen: it has to be looked at while the
 * case is open. program: only a box that its program sees can take it.
 */
export type Why = 'hidden' | 'bare' | 'sits' | 'covers' | 'fed' | 'behind' | 'whole' | 'seen' | 'program'

export const PHASES = ['bench', 'case', 'panels', 'leads', 'start', 'programs', 'close'] as const
export type Phase = (typeof PHASES)[number]

/** One step of the whole work. */
export interface Work {
  /** The same as long as its things are. */
  readonly id: string
  readonly task: Task
  readonly phase: Phase
  readonly waits: readonly { readonly forId: string; readonly why: Why }[]
}

interface Draft extends Omit<Work, 'waits'> {
  /** Where the hands are: what is done in one place is done together. */
  readonly region: string
}

const idOf = (task: Task): string => {
  if ('threadId' in task) return `plug ${task.threadId}`
  if ('itemId' in task) return `${task.does} ${task.itemId}`
  if ('itemIds' in task) return `${task.does} ${task.itemIds.join(' ')}`
  return 'at' in task ? `${task.does} ${portKey(task.at)}` : task.does
}

const drafted = (task: Task, phase: Phase, region: string): Draft => ({ id: idOf(task), task, phase, region })

/** All there is to do, in the order in which it would be told without anything waiting for anything else. */
function draftsOf(harness: Harness): readonly Draft[] {
  const kindOf = (itemId: string) => harness.factsOfItem(itemId).part.kind
  const all = harness.items.map(({ id }) => id)
  const boards = all.filter((id) => hasRoles(harness.factsOfItem(id)))
  const cases = all.filter((id) => kindOf(id) === 'case')
  const steps = workingOrder(harness)
  const sideOf = (itemId: string) => harness.placeOf(itemId)?.mounted?.panel.side ?? 'tray'
  const early = new Set(steps.flatMap((step) => (step.does === 'plugFirst' ? [step.threadId] : [])))
  let side = 'tray'
  return [
    ...programSteps(harness)
      .filter(({ does }) => does === 'number')
      .map((step) => drafted(step, 'bench', 'bench')),
    ...(boards.length === 0 ? [] : all.filter((id) => kindOf(id) === 'cooler')).map((itemId) =>
      drafted({ does: 'backPlate', itemId }, 'bench', 'bench'),
    ),
    ...boards.map((itemId) => drafted({ does: 'bareTest', itemId }, 'bench', 'bench')),
    ...(cases.length === 0 ? [] : all.filter((id) => kindOf(id) === 'supply')).map((itemId) =>
      drafted({ does: 'placeSupply', itemId }, 'case', 'supply'),
    ),
    ...(cases.length === 0 ? [] : boards).map((itemId) => drafted({ does: 'placeBoard', itemId }, 'case', 'tray')),
    ...steps.map((step) => {
      if (step.does === 'fixBox') return drafted(step, 'case', 'boxes')
      if (step.does !== 'plugFirst') side = sideOf(step.itemId)
      return drafted(step, 'panels', side)
    }),
    ...leadLines(harness)
      .filter(({ threadId }) => !early.has(threadId))
      .map(({ threadId, to }) => drafted({ does: 'plug', threadId }, 'leads', to.itemId)),
    ...(harness.threads.length === 0 ? [] : [drafted({ does: 'firstStart' }, 'start', 'start')]),
    ...programSteps(harness)
      .filter(({ does }) => does !== 'number')
      .map((step) => drafted(step, 'programs', 'programs')),
    ...cases.map((itemId) => drafted({ does: 'close', itemId }, 'close', 'close')),
  ]
}

type Waits = Work['waits']

/** The steps after which a thing stays where it is. */
const sitting = (itemId: string): Waits =>
  ['placeBoard', 'placeSupply', 'fixBox', 'screw'].map((does) => ({ forId: `${does} ${itemId}`, why: 'sits' }))

/** What a thing that is screwed down waits for: its lead, the plugs that it covers, and what sits behind it. */
function waitsOfScrew(harness: Harness, { task, region }: Draft, drafts: readonly Draft[]): Waits {
  if (task.does !== 'screw') return []
  const { mark } = harness.items.find(({ id }) => id === task.itemId)!
  const isRadiator = harness.factsOfItem(task.itemId).part.kind === 'cooler'
  return [
    { forId: `feed ${task.itemId}`, why: 'fed' },
    ...drafts.flatMap((other): Waits => {
      const { id: forId, task: before } = other
      if (before.does === 'plugFirst' && before.coveredBy.includes(mark)) return [{ forId, why: 'covers' }]
      const isBehind =
        before.does === 'screw' &&
        other.region === region &&
        harness.placeOf(before.itemId)?.place?.radiatorSide === 'outer'
      return isRadiator && isBehind ? [{ forId, why: 'behind' }] : []
    }),
  ]
}

/** What a step has to wait for, if that is to be done at all. */
function waitsOf(harness: Harness, one: Draft, drafts: readonly Draft[]): Waits {
  const { task } = one
  const of = (isOne: (task: Task) => boolean, why: Why): Waits =>
    drafts.filter((other) => isOne(other.task)).map(({ id: forId }) => ({ forId, why }))
  switch (task.does) {
    case 'fixBox':
      return [{ forId: `number ${task.itemId}`, why: 'hidden' }]
    case 'placeBoard':
      return [{ forId: `bareTest ${task.itemId}`, why: 'bare' }, ...of(({ does }) => does === 'backPlate', 'hidden')]
    case 'plugFirst': {
      const { to } = harness.threads.find(({ id }) => id === task.threadId)!
      const { mark } = harness.items.find(({ id }) => id === to.itemId)!
      return task.coveredBy.includes(mark) ? [] : sitting(to.itemId)
    }
    case 'plug': {
      const { from, to } = harness.threads.find(({ id }) => id === task.threadId)!
      return [...sitting(from.itemId), ...sitting(to.itemId)]
    }
    case 'screw':
      return waitsOfScrew(harness, one, drafts)
    case 'firstStart':
      return of(({ does }) => does === 'plug' || does === 'plugFirst', 'whole')
    case 'firmware':
    case 'install':
      return [{ forId: 'firstStart', why: 'whole' }]
    case 'boxFirmware':
    case 'declare':
    case 'follow': {
      const itemId = 'at' in task ? task.at.itemId : task.itemId
      const programs = of((other) => other.does === 'install' && other.itemIds.includes(itemId), 'program')
      return task.does === 'follow' ? [...programs, { forId: `boxFirmware ${itemId}`, why: 'program' }] : programs
    }
    case 'close':
      return [{ forId: 'firstStart', why: 'seen' }]
    default:
      return []
  }
}

/**
 * The whole work in one order, from bare parts to the closed case: nothing before what it waits for; of what may be done
 * the earliest phase first, and what lies where the hands are before all else of it (common practice, no source). A circle,
 * as of things that cover one another's plugs, is cut at what would be told first.
 */
export function workOf(harness: Harness): readonly Work[] {
  const drafts = draftsOf(harness)
  const ids = new Set(drafts.map(({ id }) => id))
  const waits = new Map(
    drafts.map((one) => [one, waitsOf(harness, one, drafts).filter(({ forId }) => ids.has(forId) && forId !== one.id)]),
  )
  const places = new Map(drafts.map((draft, index) => [draft, index]))
  const waiting = new Set(drafts)
  const done = new Set<string>()
  const order: Work[] = []
  let hands = ''
  const rank = inOrder<Draft>(
    (a, b) => PHASES.indexOf(a.phase) - PHASES.indexOf(b.phase),
    (a, b) => Number(b.region === hands) - Number(a.region === hands),
    (a, b) => places.get(a)! - places.get(b)!,
  )
  while (waiting.size > 0) {
    const left = [...waiting]
    const ready = left.filter((one) => waits.get(one)!.every(({ forId }) => done.has(forId)))
    const { region, ...next } = (ready.length === 0 ? left : ready).toSorted(rank)[0]!
    const draft = left.find(({ id }) => id === next.id)!
    waiting.delete(draft)
    done.add(next.id)
    hands = region
    order.push({ ...next, waits: waits.get(draft)! })
  }
  return order
}
