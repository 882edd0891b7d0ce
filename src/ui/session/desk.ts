import { createStore, type StoreApi } from 'zustand/vanilla'
import type { Edit } from '@/core/build/edit-schema'
import type { LogEntry } from '@/core/build/history'
import type { Build } from '@/core/build/schema'
import type { Slot } from '@/core/build/slots'
import { notify } from '@/ui/shared/notices'
import type { PendingEdit } from './edit-queue'
import { rebase } from './rebase'

/** Something done here that can be taken back. */
export interface Step {
  readonly label: string
  readonly edit: Edit
}

/** Two people changed the same thing: their build, ours, and the slots that differ. */
export interface Conflict {
  readonly slots: readonly Slot[]
  readonly theirs: Build
  readonly mine: Build
  /** The revision that our edits were made on: where a page that takes them up again has to look from. */
  readonly base: number
}

/**
 * How safe the edits of a page are. opening: what an earlier page left is being looked for. keeping: on its way into the
 * browser's store. saving: kept there, on its way to the server. away, full, broken: kept there, and the server does not
 * take it.
 */
export type Saving = 'opening' | 'keeping' | 'saving' | 'saved' | 'away' | 'full' | 'broken' | 'signedOut'

export interface Session {
  /** As the store acknowledged it. */
  readonly confirmed: Build
  /** Edits made here and not acknowledged yet, oldest first. */
  readonly pending: readonly PendingEdit[]
  /** What the page shows: confirmed with the pending edits on top. It keeps the revision that it was last put on. */
  readonly build: Build
  readonly saving: Saving
  readonly undo: readonly Step[]
  readonly redo: readonly Step[]
  readonly conflict: Conflict | null
}

/** What a page holds of a build, before anything is saved or fetched. */
export interface Desk {
  readonly store: StoreApi<Session>
  readonly get: () => Session
  readonly set: (change: Partial<Session>) => void
  /** Every edit that this page made or took up: what the log brings of them is none of others. */
  readonly ownIds: Set<string>
  /** Puts pending edits on what is confirmed; those that are not possible there are told and left out. */
  readonly settle: (confirmed: Build, pending: readonly PendingEdit[]) => void
  /** What others touched after a revision. */
  readonly foreignSlots: (entries: readonly LogEntry[], revision: number) => ReadonlySet<string>
}

export function layDesk(initial: Build): Desk {
  const store = createStore<Session>(() => ({
    confirmed: initial,
    pending: [],
    build: initial,
    saving: 'opening',
    undo: [],
    redo: [],
    conflict: null,
  }))
  const ownIds = new Set<string>()
  return {
    store,
    get: store.getState,
    set: store.setState,
    ownIds,
    settle: (confirmed, pending) => {
      const { build, kept, lost } = rebase(confirmed, pending)
      store.setState({ confirmed, pending: kept, build })
      for (const message of lost) notify(`An edit of yours could not be kept: ${message}`, { tone: 'fault' })
    },
    foreignSlots: (entries, revision) =>
      new Set(
        entries.filter((entry) => entry.revision > revision && !ownIds.has(entry.editId)).flatMap(({ slots }) => slots),
      ),
  }
}
