import type { Edit } from '../build/edit-schema'
import type { Slot } from '../build/slots'
import type { Build, Pack } from '../build/schema'
import type { Part } from '../parts/schema'
import type { CsvFault } from './parts-csv'

/** What pages and server say to each other; requests have schemas of their own. */

export interface BuildSummary {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly itemCount: number
  readonly threadCount: number
  readonly updatedAt: string
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

/** One saved edit as it stands in the log. */
export interface LogEntry {
  readonly revision: number
  readonly editId: string
  readonly edit: Edit
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

/** What the page needs to step through a build's history. */
export interface BuildLog {
  readonly initial: Build
  readonly entries: readonly (LogEntry & { readonly savedAt: string })[]
  readonly states: readonly NamedState[]
}

/** What is told of a save to everybody who looks at builds. */
export interface Change {
  readonly id: string
  readonly revision: number
}
