import type { Edit } from '@/core/build/edit-schema'
import type { Build } from '@/core/build/schema'
import { resolveConflict } from './conflict'
import { layDesk } from './desk'
import type { EditQueue } from './edit-queue'
import { watchSafety } from './safety'
import { syncOn } from './sync'
import { takeUp } from './take-up'
import { undoOn } from './undo'
import { keepUndo } from './undo-keep'

export interface SessionActions {
  /** Takes up what pages of this build left unsaved when they went, and what this tab could undo before a reload. */
  readonly resume: () => Promise<void>
  /** Does an edit at once and saves it behind; false (with a notice) where it is not possible. */
  readonly dispatch: (edit: Edit) => boolean
  readonly undoLast: () => void
  readonly redoLast: () => void
  /** Takes note that the build was saved at a revision, here or elsewhere. */
  readonly hear: (revision: number) => void
  /** Fetches what others saved since. */
  readonly sync: () => Promise<void>
  /** Ends a conflict: the slots named here keep our value, the others take theirs. */
  readonly resolve: (keepMine: ReadonlySet<string>) => void
}

/**
 * The editing of one build in one page: edits at once, saves behind, and what others save in between. With a refusal it is
 * only looked at, and the refusal is what an edit meets.
 */
export function createSession(initial: Build, queue?: EditQueue, refusal?: string) {
  const desk = layDesk(initial)
  const safety = watchSafety(desk, queue)
  const { flush, sync, hear, forSure } = syncOn(desk, safety)
  const actions: SessionActions = {
    resume: async () => {
      keepUndo(desk)
      const leftovers = (await queue?.adopt()) ?? []
      if (leftovers.length > 0) {
        await takeUp(desk, forSure, leftovers)
        await safety.keep()
        // What is not kept as this page's own stays where the earlier page left it.
        if (safety.isKept()) await queue?.forget()
      }
      safety.resumed()
      await flush()
      await sync()
    },
    ...undoOn(desk, flush, refusal),
    hear,
    sync,
    resolve: (keepMine) => {
      if (resolveConflict(desk, keepMine)) void flush()
    },
  }
  return { store: desk.store, actions }
}
