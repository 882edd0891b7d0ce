import { nanoid } from 'nanoid'
import { createStore } from 'zustand/vanilla'
import { apply } from '@/core/build/apply'
import { applyFor } from '@/core/build/apply-for'
import { describeEdit } from '@/core/wording/edit-text'
import type { LogEntry } from '@/core/build/history'
import type { Edit } from '@/core/build/edit-schema'
import type { Build } from '@/core/build/schema'
import { carrySlot } from '@/core/build/carry'
import { slotKey, type Slot } from '@/core/build/slots'
import { LoomError } from '@/core/errors'
import type { Clash, Refusal, SaveResult } from '@/core/formats/api-types'
import { notify } from '@/ui/shared/notices'
import type { EditQueue, Leftover, PendingEdit } from './edit-queue'
import { clashesOf, rebase, replay, withoutSlots } from './rebase'

interface Step {
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
export type Saving = 'opening' | 'keeping' | 'saving' | 'saved' | 'away' | 'full' | 'broken'

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

const MOST_EDITS_A_SAVE = 100
const RETRY_MS = 2_000
/** How often one edit is tried on which the server breaks, each time after twice the wait, before the next is tried. */
const MOST_BREAKS = 5

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

/** Why the server took nothing just now. */
type Trouble = 'away' | 'full' | 'broken'

class NotTaken extends Error {
  readonly trouble: Trouble

  constructor(trouble: Trouble) {
    super(`The server does not take edits: ${trouble}.`)
    this.trouble = trouble
  }
}

/** The editing of one build in one page: edits at once, saves behind, and what others save in between. */
export function createSession(initial: Build, queue?: EditQueue) {
  const store = createStore<Session>(() => ({
    confirmed: initial,
    pending: [],
    build: initial,
    saving: 'opening',
    undo: [],
    redo: [],
    conflict: null,
  }))
  const { getState: get, setState: set } = store
  let hasResumed = queue === undefined
  let isKept = true
  let trouble: Trouble | undefined
  /** Every edit that this page made or took up: what the log brings of them is none of others. */
  const ownIds = new Set<string>()

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
    await queue?.keep({ revision: conflict?.base ?? confirmed.revision, pending })
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
  const url = `/api/builds/${initial.id}/edits`
  let isBusy = false
  /** The newest revision that we were told of; our own saves are told too, often before their answer is here. */
  let heardRevision = 0
  let editsASave = MOST_EDITS_A_SAVE
  /** How often the server broke since it last took something. */
  let breakCount = 0

  const settle = (confirmed: Build, pending: readonly PendingEdit[]) => {
    const { build, kept, lost } = rebase(confirmed, pending)
    set({ confirmed, pending: kept, build })
    for (const message of lost) notify(`An edit of yours could not be kept: ${message}`, { tone: 'fault' })
  }

  const reload = async () => {
    const response = await fetch(`/api/builds/${initial.id}`)
    if (response.ok) settle((await response.json()) as Build, get().pending)
  }

  const foreignSlots = (entries: readonly LogEntry[], revision: number): ReadonlySet<string> =>
    new Set(
      entries.filter((entry) => entry.revision > revision && !ownIds.has(entry.editId)).flatMap(({ slots }) => slots),
    )

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

  const meetConflict = (clash: Clash) => {
    const { confirmed, build, pending } = get()
    const theirs = replay(confirmed, clash.entries)
    if (clash.slots.length === 0) return settle(theirs, pending)
    set({ conflict: { slots: clash.slots, theirs, mine: build, base: confirmed.revision } })
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
  const takesTheNext = async ({ id }: PendingEdit): Promise<boolean> => {
    const { confirmed, pending } = get()
    const others = pending.filter((edit) => edit.id !== id)
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
    if (response.status > 500) {
      const refusal = (await response.json().catch(() => undefined)) as Refusal | undefined
      throw new NotTaken(refusal?.error.code === 'DISK_FULL' ? 'full' : 'away')
    }
    if (response.ok || response.status === 409) {
      const result = (await response.json()) as SaveResult
      if (result.outcome === 'conflict') return meetConflict(result)
      editsASave = MOST_EDITS_A_SAVE
      breakCount = 0
      return accept(result.entries)
    }
    return refused(response, sent)
  }

  const haveTrouble = async (error: unknown) => {
    trouble = error instanceof NotTaken ? error.trouble : 'away'
    say()
    await new Promise((resolve) => setTimeout(resolve, RETRY_MS * 2 ** Math.min(breakCount, MOST_BREAKS)))
  }
  const haveNoTrouble = () => {
    trouble = undefined
    say()
  }

  const flush = async (): Promise<void> => {
    const { pending, conflict } = get()
    if (isBusy || !hasResumed || conflict !== null) return
    if (pending.length === 0) return heardRevision > get().confirmed.revision ? actions.sync() : undefined
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

  const entriesSince = async (revision: number): Promise<readonly LogEntry[] | undefined> => {
    const response = await fetch(`${url}?since=${revision}`).catch(() => undefined)
    if (response?.ok !== true) return undefined
    return ((await response.json()) as { readonly entries: readonly LogEntry[] }).entries
  }

  /** Asks until there is an answer; undefined where the server refuses to give one, since asking again would not help. */
  const forSure = async <T>(address: string): Promise<T | undefined> => {
    for (;;) {
      const response = await fetch(address).catch(() => undefined)
      if (response !== undefined && response.status < 500) {
        haveNoTrouble()
        return response.ok ? ((await response.json()) as T) : undefined
      }
      await haveTrouble(undefined)
    }
  }

  /** What the log brings on top of what is confirmed; the build as it is, where it does not go on top of that. */
  const newestBy = async (entries: readonly LogEntry[]): Promise<Build> => {
    try {
      return replay(get().confirmed, entries)
    } catch (error) {
      if (!(error instanceof LoomError)) throw error
      return (await forSure<Build>(`/api/builds/${initial.id}`)) ?? get().confirmed
    }
  }

  /**
   * Puts what earlier pages left on the newest build, as if they had just come back: each against what it had seen. What
   * others did since must be known before anything is put anywhere, and where they touched the same, our value is read
   * off the build as it stood then.
   */
  const takeUp = async (leftovers: readonly Leftover[]) => {
    const base = Math.min(...leftovers.map(({ revision }) => revision))
    const log = await forSure<{ readonly entries: readonly LogEntry[] }>(`${url}?since=${base}`)
    const entries = log?.entries ?? []
    const theirs = await newestBy(entries)
    for (const { pending } of leftovers) for (const { id } of pending) ownIds.add(id)
    const inLog = new Set(entries.map(({ editId }) => editId))
    const left = leftovers.map(({ revision, pending }) => ({
      revision,
      // An answer that was lost on its way is no loss: those edits are in the log.
      pending: pending.filter(({ id }) => !inLog.has(id)),
    }))
    // What is done here meanwhile comes after what was left, whenever it is asked for.
    const pages = () => [...left, { revision: get().confirmed.revision, pending: get().pending }]
    const all = () => pages().flatMap(({ pending }) => pending)
    const slots = pages().flatMap(({ revision, pending }) =>
      clashesOf(theirs, pending, foreignSlots(entries, revision)),
    )
    if (slots.length === 0) return settle(theirs, all())
    const then = await forSure<Build>(`/api/builds/${initial.id}/history/state?revision=${base}`)
    const mine = rebase(then ?? theirs, all()).build
    const once = [...new Map(slots.map((slot) => [slotKey(slot), slot])).values()]
    set({ pending: all(), build: mine, conflict: { slots: once, theirs, mine, base } })
  }

  const actions: SessionActions = {
    resume: async () => {
      const leftovers = (await queue?.adopt()) ?? []
      if (leftovers.length > 0) {
        await takeUp(leftovers)
        await keep()
        // What is not kept as this page's own stays where the earlier page left it.
        if (isKept) await queue?.forget()
      }
      hasResumed = true
      say()
      await flush()
      await actions.sync()
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
      // What earlier pages left is held against the log first.
      if (isBusy || !hasResumed || get().conflict !== null) return
      const entries = await entriesSince(get().confirmed.revision)
      if (entries !== undefined && entries.length > 0 && !isBusy) await accept(entries)
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
        const applied = applyFor(current, edit)
        current = applied.build
        return [{ id: nanoid(), edit: applied.edit }]
      })
      for (const { id } of [...rest, ...carried]) ownIds.add(id)
      settle(theirs, [...rest, ...carried])
      set({ conflict: null })
      void flush()
    },
  }
  return { store, actions }
}
