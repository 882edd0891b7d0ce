import type { LogEntry } from '@/core/build/history'
import type { Build } from '@/core/build/schema'
import { LoomError } from '@/core/errors'
import type { Refusal, SaveResult } from '@/core/formats/api-types'
import { notify } from '@/ui/shared/notices'
import { meetConflict } from './conflict'
import type { Desk } from './desk'
import type { PendingEdit } from './edit-queue'
import { clashesOf, rebase, replay } from './rebase'
import type { Safety, Trouble } from './safety'

const MOST_EDITS_A_SAVE = 100
const RETRY_MS = 2_000
/** How often one edit is tried on which the server breaks, each time after twice the wait, before the next is tried. */
const MOST_BREAKS = 5

class NotTaken extends Error {
  readonly trouble: Trouble

  constructor(trouble: Trouble) {
    super(`The server does not take edits: ${trouble}.`)
    this.trouble = trouble
  }
}

/** Saves what is pending, bit by bit and in order, and fetches what others saved. */
export function syncOn(desk: Desk, safety: Safety) {
  const { get, set, settle, foreignSlots } = desk
  const { id } = get().confirmed
  const url = `/api/builds/${id}/edits`
  let isBusy = false
  /** The newest revision that we were told of; our own saves are told too, often before their answer is here. */
  let heardRevision = 0
  let editsASave = MOST_EDITS_A_SAVE
  /** How often the server broke since it last took something. */
  let breakCount = 0

  const reload = async () => {
    const response = await fetch(`/api/builds/${id}`)
    if (response.ok) settle((await response.json()) as Build, get().pending)
  }

  /** Takes in what the log brought: our edits on top of it, or, where others changed the same, both for somebody to choose. */
  const accept = async (entries: readonly LogEntry[]) => {
    const acknowledged = new Set(entries.map((entry) => entry.editId))
    const pending = get().pending.filter((edit) => !acknowledged.has(edit.id))
    const { confirmed, build } = get()
    try {
      const theirs = replay(confirmed, entries)
      // Our own edits, in our order, on what we had: the build stands as it is, and nobody has to look at it anew.
      const isEcho = entries.every(({ editId }, index) => editId === get().pending[index]?.id)
      if (isEcho) return set({ confirmed: theirs, pending })
      const slots = clashesOf(theirs, pending, foreignSlots(entries, confirmed.revision))
      if (slots.length === 0) settle(theirs, pending)
      else set({ pending, conflict: { slots, theirs, mine: build, base: confirmed.revision } })
    } catch (error) {
      if (!(error instanceof LoomError)) throw error
      set({ pending })
      await reload()
    }
  }

  const takeBack = (sent: readonly PendingEdit[], reason: string) => {
    const ids = new Set(sent.map((edit) => edit.id))
    notify(`An edit could not be saved: ${reason}`, { tone: 'fault' })
    settle(
      get().confirmed,
      get().pending.filter((edit) => !ids.has(edit.id)),
    )
  }

  const refused = async (response: Response, sent: readonly PendingEdit[]) => {
    const { error } = (await response.json()) as Refusal
    if (sent.length > 1) editsASave = 1
    else takeBack(sent, error.message)
  }

  const post = (edits: readonly PendingEdit[]) => {
    const body = JSON.stringify({ baseRevision: get().confirmed.revision, edits })
    return fetch(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body })
  }

  /** Whether the server takes what comes after an edit on which it breaks: then that edit is at fault, and not the server. */
  const takesTheNext = async (broken: PendingEdit): Promise<boolean> => {
    const { confirmed, pending } = get()
    const others = pending.filter((edit) => edit.id !== broken.id)
    const [next] = rebase(confirmed, others).kept
    return next !== undefined && (await post([next])).ok
  }

  /** The server breaks on something: one edit after the other shows on which, and that one holds the others up no longer. */
  const broke = async (sent: readonly PendingEdit[]) => {
    const [edit] = sent
    editsASave = 1
    breakCount += 1
    const isAlone = edit !== undefined && sent.length === 1 && breakCount >= MOST_BREAKS
    if (!isAlone || !(await takesTheNext(edit))) throw new NotTaken('broken')
    breakCount = 0
    takeBack(sent, 'the server breaks on it again and again. Everything else is safe; please report it.')
  }

  const send = async (sent: readonly PendingEdit[]) => {
    const response = await post(sent)
    if (response.status === 500) return broke(sent)
    if (response.status === 401) throw new NotTaken('signedOut')
    if (response.status === 429) throw new NotTaken('away')
    if (response.status > 500) {
      const refusal = (await response.json().catch(() => undefined)) as Refusal | undefined
      throw new NotTaken(refusal?.error.code === 'DISK_FULL' ? 'full' : 'away')
    }
    if (response.ok || response.status === 409) {
      const result = (await response.json()) as SaveResult
      if (result.outcome === 'conflict') return meetConflict(desk, result)
      editsASave = MOST_EDITS_A_SAVE
      breakCount = 0
      return accept(result.entries)
    }
    return refused(response, sent)
  }

  const haveTrouble = async (error: unknown) => {
    safety.haveTrouble(error instanceof NotTaken ? error.trouble : 'away')
    await new Promise((resolve) => setTimeout(resolve, RETRY_MS * 2 ** Math.min(breakCount, MOST_BREAKS)))
  }
  const haveNoTrouble = () => safety.haveTrouble(undefined)

  const flush = async (): Promise<void> => {
    const { pending, conflict } = get()
    if (isBusy || !safety.hasResumed() || conflict !== null) return
    if (pending.length === 0) return heardRevision > get().confirmed.revision ? sync() : undefined
    isBusy = true
    try {
      await send(pending.slice(0, editsASave))
      haveNoTrouble()
    } catch (error) {
      await haveTrouble(error)
    } finally {
      isBusy = false
    }
    return flush()
  }

  const entriesSince = async (revision: number): Promise<readonly LogEntry[] | undefined> => {
    const response = await fetch(`${url}?since=${revision}`).catch(() => undefined)
    if (response?.ok !== true) return undefined
    return ((await response.json()) as { readonly entries: readonly LogEntry[] }).entries
  }

  /** Asks until there is an answer; undefined where the server refuses to give one, since asking again would not help. */
  const forSure = async <T>(address: string): Promise<T | undefined> => {
    for (;;) {
      const response = await fetch(address).catch(() => undefined)
      if (response !== undefined && response.status < 500 && response.status !== 401 && response.status !== 429) {
        haveNoTrouble()
        return response.ok ? ((await response.json()) as T) : undefined
      }
      await haveTrouble(response?.status === 401 ? new NotTaken('signedOut') : undefined)
    }
  }

  const sync = async () => {
    // What earlier pages left is held against the log first.
    if (isBusy || !safety.hasResumed() || get().conflict !== null) return
    const entries = await entriesSince(get().confirmed.revision)
    if (entries !== undefined && entries.length > 0 && !isBusy) await accept(entries)
  }
  const hear = (revision: number) => {
    heardRevision = Math.max(heardRevision, revision)
    // What is on its way may bring just this; if it does not, it is asked for afterwards.
    if (!isBusy && revision > get().confirmed.revision) void sync()
  }
  return { flush, sync, hear, forSure }
}
