import { create } from 'zustand'
import type { Exercise } from '@/core/bench/exercise'
import type { Look } from '@/core/bench/looks'
import { readKept, writeKept } from '@/ui/shared/browser-keep'
import { isTime } from './bench-keep'

/** An exercise that somebody ended. */
export interface PracticeRecord {
  /** ISO time. */
  readonly at: string
  readonly buildName: string
  readonly code: string
  readonly minutes: number
  readonly lookCount: number
  readonly isFound: boolean
}

/** A look that was done, with what it found. */
export interface DoneLook {
  readonly look: Look
  readonly answer: string
}

interface PracticeState {
  readonly exercise: Exercise | undefined
  readonly looks: readonly DoneLook[]
  /** Of what is hidden, what was named. */
  readonly foundIds: readonly string[]
  /** What was named and is not there, as sentences. */
  readonly wrong: readonly string[]
  readonly hasEnded: boolean
  readonly records: readonly PracticeRecord[]
  readonly begin: (exercise: Exercise | undefined) => void
  readonly look: (done: DoneLook) => void
  readonly name: (told: { readonly foundId: string } | { readonly wrong: string }) => void
  readonly end: (record: PracticeRecord) => void
}

/** What it costs to go and cure what is not so. */
export const WRONG_MINUTES = 5

export const minutesSpent = (looks: readonly DoneLook[], wrongCount: number): number =>
  looks.reduce((sum, { look }) => sum + look.costMinutes, 0) + WRONG_MINUTES * wrongCount

const KEY = 'gentle-loom practice'
const MOST_RECORDS = 50

const isRecord = (entry: unknown): entry is PracticeRecord => {
  const one = entry as Partial<PracticeRecord> | null
  const isText = (value: unknown) => typeof value === 'string'
  return (
    isTime(one?.at) &&
    isText(one?.code) &&
    isText(one?.buildName) &&
    typeof one?.minutes === 'number' &&
    typeof one.lookCount === 'number'
  )
}

function kept(): readonly PracticeRecord[] {
  const held = readKept(KEY)
  return Array.isArray(held) ? held.filter(isRecord) : []
}

function keep(records: readonly PracticeRecord[]): readonly PracticeRecord[] {
  const last = records.slice(-MOST_RECORDS)
  writeKept(KEY, last)
  return last
}

/** The exercise of the moment, and those that were ended in this browser. */
export const usePractice = create<PracticeState>((set) => ({
  exercise: undefined,
  looks: [],
  foundIds: [],
  wrong: [],
  hasEnded: false,
  records: kept(),
  begin: (exercise) => set({ exercise, looks: [], foundIds: [], wrong: [], hasEnded: false }),
  look: (done) => set(({ looks }) => ({ looks: [...looks, done] })),
  name: (told) =>
    set(({ foundIds, wrong }) =>
      'foundId' in told ? { foundIds: [...foundIds, told.foundId] } : { wrong: [...wrong, told.wrong] },
    ),
  end: (record) => set(({ records }) => ({ hasEnded: true, records: keep([...records, record]) })),
}))
