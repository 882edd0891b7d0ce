import type { Build } from '../build/schema'
import type { Entry } from './entry-schema'

/** What pages and server say to each other of machines; requests have schemas of their own. */

/** One machine in a list. */
export interface MachineSummary {
  readonly id: string
  readonly name: string
  readonly serial: string | null
  readonly buildId: string
  readonly planName: string
  readonly planRevision: number
  /** Where its plan stands now; null where the plan is deleted. */
  readonly nowRevision: number | null
  readonly madeAt: string
  readonly lastAt: string | null
  readonly entryCount: number
  readonly doneCount: number
  /** Where it is otherwise than its plan. */
  readonly differenceCount: number
  /** What was searched for and found in it: parts and programs, in words. */
  readonly found: readonly string[]
}

/** A machine with its log and the plan that it goes by. */
export interface Machine {
  readonly id: string
  readonly buildId: string
  readonly firstRevision: number
  readonly madeAt: string
  readonly firstName: string
  readonly firstSerial: string | null
  /** What it is called now. */
  readonly name: string
  readonly plan: Build
  /** Where its plan stands now; null where the plan is deleted. */
  readonly nowRevision: number | null
  readonly entryCount: number
  readonly entries: readonly Entry[]
}

/** What became of entries that were sent. */
export interface EntriesKept {
  readonly keptCount: number
  /** Those that were there already. */
  readonly knownCount: number
  readonly entryCount: number
}

/** What became of a sheet that was given back. */
export interface SheetRead extends EntriesKept {
  /** The revision that it was written out at, where the machine goes by another one by now; else null. */
  readonly otherRevision: number | null
}
