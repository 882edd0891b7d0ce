import type { Edit } from '@/core/build/edit-schema'
import { openKeptQueue, type KeptQueue } from '@/ui/shared/kept-queue'

export interface PendingEdit {
  readonly id: string
  readonly edit: Edit
}

/** What a page had not got acknowledged, and the revision it had seen then. */
export interface Leftover {
  readonly revision: number
  readonly pending: readonly PendingEdit[]
}

/** Edits that are not acknowledged yet. */
export type EditQueue = KeptQueue<Leftover>

/** The queue of this page for a build; undefined where the browser keeps nothing or tells no pages apart. */
export const openQueue = (buildId: string): EditQueue | undefined => openKeptQueue('gentle-loom-edits', buildId)
