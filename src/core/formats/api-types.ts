import type { Edit } from '../build/edit-schema'
import type { Slot } from '../build/slots'
import type { Part } from '../parts/schema'

/** What pages and server say to each other; requests have schemas of their own. */

export interface BuildSummary {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly itemCount: number
  readonly threadCount: number
  readonly updatedAt: string
}

export interface ShelfPart {
  readonly revision: number
  readonly part: Part
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
