import { nanoid } from 'nanoid'
import { createStore } from 'zustand/vanilla'
import type { Refusal } from '@/core/formats/api-types'
import type { EntriesKept, Machine } from '@/core/record/answers'
import type { Entry, What } from '@/core/record/entry-schema'
import type { KeptQueue } from '@/ui/shared/kept-queue'
import { notify } from '@/ui/shared/notices'

/** An entry that the server has not acknowledged, with the photo that it speaks of where that is to be sent too. */
export interface PendingEntry {
  readonly entry: Entry
  readonly photo?: Blob
}

/**
 * How safe what was written is. keeping: on its way into the browser's store. saving: kept there, on its way to the server.
 * away: kept there, and the server cannot be reached. signedOut: kept there, until somebody signs in again.
 */
export type RecordSaving = 'keeping' | 'saving' | 'saved' | 'away' | 'signedOut'

export interface Recording {
  /** As the server has it. */
  readonly machine: Machine
  readonly pending: readonly PendingEntry[]
  readonly saving: RecordSaving
}

const MOST_ENTRIES_A_SAVE = 100
const RETRY_MS = 2000

class Refused extends Error {}
class SignedOut extends Error {}

/** Refuses what is at fault itself; any other trouble is the server's or the network's, and passes. */
async function mustTake(answer: Response): Promise<Response> {
  if (answer.ok) return answer
  const refusal = (await answer.json().catch(() => undefined)) as Refusal | undefined
  if (answer.status === 401) throw new SignedOut(refusal?.error.message)
  if (answer.status < 500 && answer.status !== 429)
    throw new Refused(refusal?.error.message ?? `The server answered ${answer.status}.`)
  throw new Error('The server is away.')
}

/** By their ids, each once; what is held already stays as it is. */
const merged = (held: readonly Entry[], more: readonly Entry[]): readonly Entry[] => {
  const ids = new Set(held.map(({ id }) => id))
  return [...held, ...more.filter(({ id }) => !ids.has(id))]
}

/** The log of a machine on this page: what is written here is kept in the browser first and sent behind, each entry once. */
export function createRecording(initial: Machine, queue: KeptQueue<readonly PendingEntry[]> | undefined) {
  const store = createStore<Recording>(() => ({ machine: initial, pending: [], saving: 'saved' }))
  const { getState: get, setState: set } = store
  const url = `/api/machines/${initial.id}`
  let isBusy = false
  let isResumed = false
  let entriesASave = MOST_ENTRIES_A_SAVE
  /** So many of the log's entries, in the order in which they came in, are here. */
  let seenCount = initial.entries.length
  let lastAt = 0

  const keep = () => {
    const { pending } = get()
    return queue?.keep(pending.length === 0 ? undefined : pending) ?? Promise.resolve()
  }

  /** Asks for the whole machine: its plan, and where that stands now, may be others than before. */
  const reload = async () => {
    const whole = (await (await mustTake(await fetch(url))).json()) as Machine
    seenCount = whole.entries.length
    // What was acknowledged while this was on its way is not in it.
    set({ machine: { ...whole, entries: merged(whole.entries, get().machine.entries) } })
  }

  const pull = async () => {
    const answer = await mustTake(await fetch(`${url}/log?after=${seenCount}`))
    const { entries } = (await answer.json()) as { readonly entries: readonly Entry[] }
    seenCount += entries.length
    const { machine, pending } = get()
    const ids = new Set(entries.map(({ id }) => id))
    set({
      machine: { ...machine, entries: merged(machine.entries, entries) },
      pending: pending.filter(({ entry }) => !ids.has(entry.id)),
    })
    const isReplanned = entries.some(({ what, corrects }) => what.kind === 'replanned' || corrects !== undefined)
    if (isReplanned) await reload()
  }

  const drop = async (refused: PendingEntry, why: string) => {
    notify(`What you wrote could not be kept: ${why}`, { tone: 'fault' })
    set({ pending: get().pending.filter(({ entry }) => entry.id !== refused.entry.id) })
    await keep()
  }

  /** Photos go ahead of the entries that speak of them. */
  const sendPhoto = async ({ entry, photo }: PendingEntry) => {
    if (photo === undefined || entry.what.kind !== 'photo') return
    await mustTake(await fetch(`${url}/photos/${entry.what.photoId}`, { method: 'PUT', body: photo }))
    const without = (one: PendingEntry) => (one.entry.id === entry.id ? { entry } : one)
    set({ pending: get().pending.map(without) })
  }

  const send = async (sent: readonly PendingEntry[]) => {
    try {
      for (const one of sent) await sendPhoto(one)
      const body = JSON.stringify({ entries: sent.map(({ entry }) => entry) })
      const headers = { 'content-type': 'application/json' }
      const answer = await mustTake(await fetch(`${url}/log`, { method: 'POST', headers, body }))
      const { entryCount } = (await answer.json()) as EntriesKept
      entriesASave = MOST_ENTRIES_A_SAVE
      const ids = new Set(sent.map(({ entry }) => entry.id))
      const { machine, pending } = get()
      const entries = merged(
        machine.entries,
        sent.map(({ entry }) => entry),
      )
      set({ machine: { ...machine, entryCount, entries }, pending: pending.filter(({ entry }) => !ids.has(entry.id)) })
      await keep()
      await pull()
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      if (sent.length > 1) entriesASave = 1
      else await drop(sent[0]!, error.message)
    }
  }

  const flush = async (): Promise<void> => {
    if (isBusy || !isResumed || get().pending.length === 0) return
    isBusy = true
    try {
      await send(get().pending.slice(0, entriesASave))
      set({ saving: get().pending.length === 0 ? 'saved' : 'saving' })
    } catch (error) {
      set({ saving: error instanceof SignedOut ? 'signedOut' : 'away' })
      await new Promise((resolve) => setTimeout(resolve, RETRY_MS))
    } finally {
      isBusy = false
    }
    return flush()
  }

  const put = async (more: readonly PendingEntry[]) => {
    set({ pending: [...get().pending, ...more], saving: get().saving === 'away' ? 'away' : 'keeping' })
    await keep()
    if (get().saving === 'keeping') set({ saving: 'saving' })
    await flush()
  }

  /** Written when it is written, and never before what was written on this page already. */
  const timeNow = () => {
    lastAt = Math.max(Date.now(), lastAt + 1)
    return new Date(lastAt).toISOString()
  }

  return {
    store,
    /** Writes down something of the machine; gives the id of the entry. */
    write: (
      what: What,
      more: { readonly corrects?: string; readonly by?: string; readonly photo?: Blob } = {},
    ): string => {
      const { photo, corrects, by } = more
      const entry: Entry = {
        id: nanoid(),
        at: timeNow(),
        ...(by === undefined || by === '' ? {} : { by }),
        ...(corrects === undefined ? {} : { corrects }),
        what,
      }
      void put([{ entry, ...(photo === undefined ? {} : { photo }) }])
      return entry.id
    },
    /** Takes up what earlier pages of this machine left, then sends what there is. */
    resume: async () => {
      const left = ((await queue?.adopt()) ?? []).flat()
      const ids = new Set(get().machine.entries.map(({ id }) => id))
      const open = left.filter(({ entry }) => !ids.has(entry.id))
      if (open.length > 0) set({ pending: [...open, ...get().pending], saving: 'saving' })
      await keep()
      await queue?.forget()
      isResumed = true
      await flush()
    },
    /** What does not come now comes with the next visit. */
    reload: () => reload().catch(() => undefined),
    /** Asks for what others wrote; what does not come now comes with the next word. */
    sync: () => (isBusy ? Promise.resolve() : pull().catch(() => undefined)),
    isSafe: () => get().pending.length === 0 || queue?.isKept() === true,
  }
}
