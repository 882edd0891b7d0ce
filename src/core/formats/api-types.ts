import type { LogEntry } from '../build/history'
import type { Edit } from '../build/edit-schema'
import type { Slot } from '../build/slots'
import type { Pack } from '../build/schema'
import type { Part } from '../parts/schema'
import type { Removal } from './mend-document'
import type { CsvFault } from './parts-csv'

/** What pages and server say to each other; requests have schemas of their own. */

/** So many letters the tag of a build may have. */
export const TAG_LENGTH = 32

export interface BuildSummary {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly itemCount: number
  readonly threadCount: number
  readonly tags: readonly string[]
  readonly updatedAt: string
}

/** One page of a list that is searched and sorted on the server. */
export interface Page<T> {
  readonly rows: readonly T[]
  /** How many there are on all pages. */
  readonly count: number
  /** The number of this page, from 1 on. */
  readonly page: number
  readonly pageCount: number
}

/** A deleted build can be put back for so many days; then it goes for good, with all that hangs on it. */
export const DAYS_DELETED_ARE_KEPT = 30

/** A build that was deleted and can still be put back, until the day it goes for good. */
export interface DeletedBuild {
  readonly id: string
  readonly name: string
  readonly deletedAt: string
  readonly goesAt: string
}

/** A stored build that cannot be read: what is wrong, and what mending would take out. */
export interface Damage {
  readonly id: string
  readonly name: string
  readonly revision: number
  /** A newer program wrote it: it is not damaged, and not to be touched here. */
  readonly isNewer: boolean
  readonly fault: string
  readonly removals: readonly Removal[]
}

/** demo: came with the program. template: a general class, to be corrected. own: made, read in or copied here. */
export type ShelfOrigin = 'demo' | 'template' | 'own'

export interface ShelfPart {
  readonly revision: number
  readonly origin: ShelfOrigin
  readonly isRetired: boolean
  readonly part: Part
}

export interface ShelfFound {
  readonly parts: readonly ShelfPart[]
  /** Nothing held all the words, and these only come near. */
  readonly isNear: boolean
  readonly hasMore: boolean
}

/** A pack with those of its parts that the shelf still holds. */
export interface ShelfPack {
  readonly revision: number
  readonly origin: ShelfOrigin
  readonly pack: Pack
  readonly parts: readonly ShelfPart[]
}

/** What became of a file of parts. */
export interface PartsRead {
  readonly addedCount: number
  /** Parts that stood on the shelf already, the same but for their id. */
  readonly knownCount: number
  readonly packCount: number
}

/** A file of plain parts whose rows hold faults; nothing of it was kept. */
export interface RowsRefused {
  readonly faults: readonly CsvFault[]
  readonly faultCount: number
}

interface Saved {
  readonly outcome: 'saved'
  readonly revision: number
  readonly entries: readonly LogEntry[]
}

/** Nothing was saved: somebody changed the same slots meanwhile, or took away what the edits speak of. */
export interface Clash {
  readonly outcome: 'conflict'
  readonly revision: number
  readonly entries: readonly LogEntry[]
  readonly slots: readonly Slot[]
  readonly reason: string
}

export type SaveResult = Saved | Clash

/** The body of an error answer. */
export interface Refusal {
  readonly error: { readonly code: string; readonly message: string; readonly place?: string }
}

/** A state that somebody gave a name. */
export interface NamedState {
  readonly revision: number
  readonly name: string
}

/** One step of a build's history in words. */
export interface LoggedStep {
  readonly revision: number
  readonly label: string
  readonly savedAt: string
}

/** A page of a build's history, the newest step first. */
export interface HistoryPage {
  /** Where the log begins: the state before its first edit. */
  readonly firstRevision: number
  /** Where the build stands now. */
  readonly revision: number
  readonly steps: readonly LoggedStep[]
  readonly hasOlder: boolean
  /** All states that have a name, the newest first. */
  readonly states: readonly NamedState[]
}

/** The edits that lead from a revision back to an older state. */
export interface WayBack {
  readonly revision: number
  readonly edits: readonly Edit[]
}

/** What is told of a save to everybody who looks at builds. */
export interface Change {
  readonly id: string
  readonly revision: number
}
