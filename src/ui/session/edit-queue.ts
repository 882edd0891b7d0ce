import { createStore, del, delMany, entries, set } from 'idb-keyval'
import { nanoid } from 'nanoid'
import type { Edit } from '@/core/build/edit-schema'

export interface PendingEdit {
  readonly id: string
  readonly edit: Edit
}

/** What a page had not got acknowledged, and the revision it had seen then. */
export interface Leftover {
  readonly revision: number
  readonly pending: readonly PendingEdit[]
}

/** Edits that are not acknowledged yet, kept where a reload or a crash of the page does not reach them. */
export interface EditQueue {
  readonly keep: (leftover: Leftover) => Promise<void>
  /** Whether all that was to be kept is: not while it is being written, and not where the browser refuses. */
  readonly isKept: () => boolean
  /** What pages of this build that are gone have left behind, oldest first. */
  readonly adopt: () => Promise<readonly Leftover[]>
  /** Forgets what was adopted, once it is kept as this page's own. */
  readonly forget: () => Promise<void>
}

const lockOf = (key: string) => `gentle-loom ${key}`

/** Whether the page that wrote under this key is gone: it holds a lock for as long as it lives. */
const isGone = (key: string): Promise<boolean> =>
  navigator.locks.request(lockOf(key), { ifAvailable: true }, (lock) => lock !== null)

/** The queue of this page for a build; undefined where the browser keeps nothing or tells no pages apart. */
export function openQueue(buildId: string): EditQueue | undefined {
  if (typeof indexedDB === 'undefined' || typeof navigator === 'undefined' || !('locks' in navigator)) return undefined
  const store = createStore('gentle-loom-edits', 'pages')
  const own = `${buildId}/${Date.now()}-${nanoid()}`
  void navigator.locks.request(lockOf(own), () => new Promise(() => undefined))
  let adopted: readonly string[] = []
  let writes = { begun: 0, done: 0 }
  return {
    isKept: () => writes.begun === writes.done,
    keep: async (leftover) => {
      const turn = writes.begun + 1
      writes = { ...writes, begun: turn }
      try {
        await (leftover.pending.length === 0 ? del(own, store) : set(own, leftover, store))
        writes = { ...writes, done: turn }
      } catch {
        // A browser that keeps nothing (private, full) is as one without a queue: the page warns before it goes.
      }
    },
    adopt: async () => {
      const all = await entries<string, Leftover>(store).catch(() => [])
      const others = all.filter(([key]) => key.startsWith(`${buildId}/`) && key !== own)
      const gone = await Promise.all(others.map(async ([key]) => ((await isGone(key)) ? [key] : [])))
      adopted = gone.flat()
      return others.filter(([key]) => adopted.includes(key)).map(([, leftover]) => leftover)
    },
    forget: () => delMany([...adopted], store).catch(() => undefined),
  }
}
