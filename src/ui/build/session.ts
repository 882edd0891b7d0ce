import { nanoid } from 'nanoid'
import { createStore } from 'zustand/vanilla'
import { apply, stepsOf } from '@/core/build/apply'
import { describeEdit } from '@/core/build/describe'
import type { Edit } from '@/core/build/edit-schema'
import type { Build } from '@/core/build/schema'
import { carrySlot } from '@/core/build/carry'
import { adaptTo, slotKey, slotsOf, type Slot } from '@/core/build/slots'
import { LoomError } from '@/core/errors'
import type { Clash, LogEntry, Refusal, SaveResult } from '@/core/formats/api-types'
import { notify } from '@/ui/shared/notices'
import type { EditQueue, Leftover, PendingEdit } from './edit-queue'

interface Step {
  readonly label: string
  readonly edit: Edit
}

/** Two people changed the same thing: their build, ours, and the slots that differ. */
export interface Conflict {
  readonly slots: readonly Slot[]
  readonly theirs: Build
  readonly mine: Build
}

export interface Session {
  /** As the store acknowledged it. */
  readonly confirmed: Build
  /** Edits made here and not acknowledged yet, oldest first. */
  readonly pending: readonly PendingEdit[]
  /** What the page shows: confirmed with the pending edits on top. */
  readonly build: Build
  readonly saving: 'saved' | 'saving' | 'away'
  readonly undo: readonly Step[]
  readonly redo: readonly Step[]
  readonly conflict: Conflict | null
}

const MOST_EDITS_A_SAVE = 100
const RETRY_MS = 2_000

export interface SessionActions {
  /** Takes up what pages of this build left unsaved when they went. */
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

function replay(confirmed: Build, entries: readonly LogEntry[]): Build {
  return entries
    .filter((entry) => entry.revision > confirmed.revision)
    .reduce((build, entry) => ({ ...apply(build, entry.edit).build, revision: entry.revision }), confirmed)
}

/** Puts pending edits on a build that moved on; those that no longer apply are left out and named. */
function rebase(confirmed: Build, pending: readonly PendingEdit[]) {
  let build = confirmed
  const kept: PendingEdit[] = []
  const lost: string[] = []
  for (const { id, edit } of pending) {
    try {
      const adapted = adaptTo(build, edit)
      build = apply(build, adapted).build
      kept.push({ id, edit: adapted })
    } catch (error) {
      if (!(error instanceof LoomError)) throw error
      lost.push(error.message)
    }
  }
  return { build, kept, lost }
}

/** The steps of our edits that have nothing to do with the slots in conflict. */
function withoutSlots(theirs: Build, pending: readonly PendingEdit[], slots: readonly Slot[]): readonly PendingEdit[] {
  const keys = new Set(slots.map(slotKey))
  let build = theirs
  return pending.flatMap(({ edit }): PendingEdit[] => {
    const steps = stepsOf(edit).filter((step) => {
      try {
        if (slotsOf(step, build).some((slot) => keys.has(slotKey(slot)))) return false
        build = apply(build, adaptTo(build, step)).build
        return true
      } catch (error) {
        if (error instanceof LoomError) return false
        throw error
      }
    })
    return steps.length === 0 ? [] : [{ id: nanoid(), edit: { type: 'batch', edits: steps } }]
  })
}

/** The editing of one build in one page: edits at once, saves behind, and what others save in between. */
export function createSession(initial: Build, queue?: EditQueue) {
  const store = createStore<Session>(() => ({
    confirmed: initial,
    pending: [],
    build: initial,
    saving: 'saved',
    undo: [],
    redo: [],
    conflict: null,
  }))
  const { getState: get, setState: set } = store
  store.subscribe(({ pending, confirmed }, before) => {
    if (pending !== before.pending) void queue?.keep({ revision: confirmed.revision, pending })
  })
  const url = `/api/builds/${initial.id}/edits`
  let isBusy = false
  /** The newest revision that we were told of; our own saves are told too, often before their answer is here. */
  let heardRevision = 0
  let editsASave = MOST_EDITS_A_SAVE

  const settle = (confirmed: Build, pending: readonly PendingEdit[]) => {
    const { build, kept, lost } = rebase(confirmed, pending)
    set({ confirmed, pending: kept, build, saving: kept.length === 0 ? 'saved' : 'saving' })
    for (const message of lost) notify(`An edit of yours could not be kept: ${message}`, { tone: 'fault' })
  }

  const reload = async () => {
    const response = await fetch(`/api/builds/${initial.id}`)
    if (response.ok) settle((await response.json()) as Build, get().pending)
  }

  const accept = async (entries: readonly LogEntry[]) => {
    const acknowledged = new Set(entries.map((entry) => entry.editId))
    const pending = get().pending.filter((edit) => !acknowledged.has(edit.id))
    try {
      settle(replay(get().confirmed, entries), pending)
    } catch (error) {
      if (!(error instanceof LoomError)) throw error
      set({ pending })
      await reload()
    }
  }

  const meetConflict = (clash: Clash) => {
    const theirs = replay(get().confirmed, clash.entries)
    if (clash.slots.length === 0) return settle(theirs, get().pending)
    set({ conflict: { slots: clash.slots, theirs, mine: get().build } })
  }

  const refused = async (response: Response, sent: readonly PendingEdit[]) => {
    const { error } = (await response.json()) as Refusal
    if (sent.length > 1) {
      editsASave = 1
      return
    }
    const ids = new Set(sent.map((edit) => edit.id))
    notify(`An edit could not be saved: ${error.message}`, { tone: 'fault' })
    settle(
      get().confirmed,
      get().pending.filter((edit) => !ids.has(edit.id)),
    )
  }

  const send = async (sent: readonly PendingEdit[]) => {
    const body = JSON.stringify({ baseRevision: get().confirmed.revision, edits: sent })
    const response = await fetch(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body })
    if (response.status >= 500) throw new Error(`The server answered ${response.status}`)
    if (response.ok || response.status === 409) {
      const result = (await response.json()) as SaveResult
      if (result.outcome === 'conflict') return meetConflict(result)
      editsASave = MOST_EDITS_A_SAVE
      return accept(result.entries)
    }
    return refused(response, sent)
  }

  const flush = async (): Promise<void> => {
    const { pending, conflict } = get()
    if (isBusy || conflict !== null) return
    if (pending.length === 0) return heardRevision > get().confirmed.revision ? actions.sync() : undefined
    isBusy = true
    set({ saving: get().saving === 'away' ? 'away' : 'saving' })
    try {
      await send(pending.slice(0, editsASave))
    } catch {
      set({ saving: 'away' })
      await new Promise((resolve) => setTimeout(resolve, RETRY_MS))
    } finally {
      isBusy = false
    }
    return flush()
  }

  const perform = (edit: Edit): Step | undefined => {
    const { build, pending } = get()
    try {
      const applied = apply(build, edit)
      set({ build: applied.build, pending: [...pending, { id: nanoid(), edit }] })
      void flush()
      return { label: describeEdit(edit, build), edit: applied.inverse }
    } catch (error) {
      if (!(error instanceof LoomError)) throw error
      notify(error.message, { tone: 'fault' })
      return undefined
    }
  }

  const goBack = (from: 'undo' | 'redo', to: 'undo' | 'redo') => {
    const last = get()[from].at(-1)
    if (last === undefined) return
    const done = perform(last.edit)
    const rest = get()[from].slice(0, -1)
    set(done === undefined ? { [from]: rest } : { [from]: rest, [to]: [...get()[to], { ...done, label: last.label }] })
  }

  /** The edits of leftovers that neither the store nor this page has: an answer that was lost on its way is no loss. */
  const unknownOf = async (leftovers: readonly Leftover[]): Promise<readonly PendingEdit[]> => {
    const since = Math.min(...leftovers.map(({ revision }) => revision))
    const response = await fetch(`${url}?since=${since}`).catch(() => undefined)
    const body =
      response?.ok === true ? ((await response.json()) as { readonly entries: readonly LogEntry[] }) : undefined
    const known = new Set([...(body?.entries.map(({ editId }) => editId) ?? []), ...get().pending.map(({ id }) => id)])
    return leftovers.flatMap(({ pending }) => pending).filter(({ id }) => !known.has(id))
  }

  const actions: SessionActions = {
    resume: async () => {
      const leftovers = (await queue?.adopt()) ?? []
      if (leftovers.length === 0) return
      const left = await unknownOf(leftovers)
      settle(get().confirmed, [...left, ...get().pending])
      await queue?.keep({ revision: get().confirmed.revision, pending: get().pending })
      await queue?.forget()
      void flush()
    },
    dispatch: (edit) => {
      const done = perform(edit)
      if (done !== undefined) set({ undo: [...get().undo, done], redo: [] })
      return done !== undefined
    },
    undoLast: () => goBack('undo', 'redo'),
    redoLast: () => goBack('redo', 'undo'),
    hear: (revision) => {
      heardRevision = Math.max(heardRevision, revision)
      // What is on its way may bring just this; if it does not, it is asked for afterwards.
      if (!isBusy && revision > get().confirmed.revision) void actions.sync()
    },
    sync: async () => {
      if (isBusy || get().conflict !== null) return
      const response = await fetch(`${url}?since=${get().confirmed.revision}`).catch(() => undefined)
      if (response?.ok !== true) return
      const { entries } = (await response.json()) as { readonly entries: readonly LogEntry[] }
      if (entries.length > 0 && !isBusy) await accept(entries)
    },
    resolve: (keepMine) => {
      const { conflict, pending } = get()
      if (conflict === null) return
      const { theirs, mine, slots } = conflict
      const rest = withoutSlots(theirs, pending, slots)
      let current = rebase(theirs, rest).build
      const carried = slots.flatMap((slot): PendingEdit[] => {
        const edit = keepMine.has(slotKey(slot)) ? carrySlot(slot, mine, current) : undefined
        if (edit === undefined) return []
        const adapted = adaptTo(current, edit)
        current = apply(current, adapted).build
        return [{ id: nanoid(), edit: adapted }]
      })
      set({ conflict: null })
      settle(theirs, [...rest, ...carried])
      void flush()
    },
  }
  return { store, actions }
}
