import type { Desk, Saving } from './desk'
import type { EditQueue } from './edit-queue'

/** Why the server took nothing just now. */
export type Trouble = 'away' | 'full' | 'broken' | 'signedOut'

/** How safe the edits of a page are, told as it changes. */
export interface Safety {
  readonly hasResumed: () => boolean
  /** What earlier pages left is found and taken up. */
  readonly resumed: () => void
  /** Keeps what is pending in the browser. */
  readonly keep: () => Promise<void>
  readonly isKept: () => boolean
  readonly haveTrouble: (trouble: Trouble | undefined) => void
}

export function watchSafety({ store, get, set, ownIds }: Desk, queue: EditQueue | undefined): Safety {
  let hasResumed = queue === undefined
  let isKept = true
  let trouble: Trouble | undefined
  const savingNow = (): Saving => {
    if (trouble !== undefined) return trouble
    if (!hasResumed) return 'opening'
    if (get().pending.length === 0) return 'saved'
    return isKept ? 'saving' : 'keeping'
  }
  const say = () => {
    const saving = savingNow()
    if (saving !== get().saving) set({ saving })
  }
  const keep = async () => {
    const { pending, confirmed, conflict } = get()
    await queue?.keep(pending.length === 0 ? undefined : { revision: conflict?.base ?? confirmed.revision, pending })
    isKept = queue?.isKept() ?? true
    say()
  }
  store.subscribe(({ pending, conflict }, before) => {
    if (pending === before.pending && conflict === before.conflict) return
    for (const { id } of pending) ownIds.add(id)
    if (queue !== undefined) {
      isKept = false
      void keep()
    }
    say()
  })
  return {
    hasResumed: () => hasResumed,
    resumed: () => {
      hasResumed = true
      say()
    },
    keep,
    isKept: () => isKept,
    haveTrouble: (now) => {
      trouble = now
      say()
    },
  }
}
