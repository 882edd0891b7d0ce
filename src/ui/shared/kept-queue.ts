import { createStore, del, delMany, entries, set } from 'idb-keyval'
import { nanoid } from 'nanoid'

/** What a page has not got acknowledged yet, kept where a reload or a crash of the page does not reach it. */
export interface KeptQueue<T> {
  /** Keeps this instead of what was kept before; nothing, where all is acknowledged. */
  readonly keep: (left: T | undefined) => Promise<void>
  /** Whether all that was to be kept is: not while it is being written, and not where the browser refuses. */
  readonly isKept: () => boolean
  /** What pages of the same subject that are gone have left behind, oldest first. */
  readonly adopt: () => Promise<readonly T[]>
  /** Forgets what was adopted, once it is kept as this page's own. */
  readonly forget: () => Promise<void>
}

const lockOf = (key: string) => `gentle-loom ${key}`

/** Whether the page that wrote under this key is gone: it holds a lock for as long as it lives. */
const isGone = (key: string): Promise<boolean> =>
  navigator.locks.request(lockOf(key), { ifAvailable: true }, (lock) => lock !== null)

/** The queue of this page for a build or a machine; undefined where the browser keeps nothing or tells no pages apart. */
export function openKeptQueue<T>(storeName: string, subjectId: string): KeptQueue<T> | undefined {
  if (typeof indexedDB === 'undefined' || typeof navigator === 'undefined' || !('locks' in navigator)) return undefined
  const store = createStore(storeName, 'pages')
  const own = `${subjectId}/${Date.now()}-${nanoid()}`
  void navigator.locks.request(lockOf(own), () => new Promise(() => undefined))
  let adopted: readonly string[] = []
  let writes = { begun: 0, done: 0 }
  return {
    isKept: () => writes.begun === writes.done,
    keep: async (left) => {
      const turn = writes.begun + 1
      writes = { ...writes, begun: turn }
      try {
        await (left === undefined ? del(own, store) : set(own, left, store))
        writes = { ...writes, done: turn }
      } catch {
        // A browser that keeps nothing (private, full) is as one without a queue: the page warns before it goes.
      }
    },
    adopt: async () => {
      const all = await entries<string, T>(store).catch(() => [])
      const others = all.filter(([key]) => key.startsWith(`${subjectId}/`) && key !== own)
      const gone = await Promise.all(others.map(async ([key]) => ((await isGone(key)) ? [key] : [])))
      adopted = gone.flat()
      return others.filter(([key]) => adopted.includes(key)).map(([, left]) => left)
    },
    forget: () => delMany([...adopted], store).catch(() => undefined),
  }
}
