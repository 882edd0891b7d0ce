import { nanoid } from 'nanoid'
import { apply, stepsOf } from '@/core/build/apply'
import { applyFor, tryFor } from '@/core/build/apply-for'
import type { LogEntry } from '@/core/build/history'
import type { Build } from '@/core/build/schema'
import { slotKey, type Slot } from '@/core/build/slots'
import { LoomError } from '@/core/errors'
import type { PendingEdit } from './edit-queue'

/** A build with what the log brings on top of it. */
export function replay(confirmed: Build, entries: readonly LogEntry[]): Build {
  return entries
    .filter((entry) => entry.revision > confirmed.revision)
    .reduce((build, entry) => ({ ...apply(build, entry.edit).build, revision: entry.revision }), confirmed)
}

/** What pending edits touch that others changed since they were made. */
export function clashesOf(
  theirs: Build,
  pending: readonly PendingEdit[],
  foreign: ReadonlySet<string>,
): readonly Slot[] {
  const found = new Map<string, Slot>()
  if (foreign.size === 0) return []
  let build = theirs
  for (const { edit } of pending) {
    // What others took away cannot be changed any more: that is said when the edit is put on their build.
    const outcome = tryFor(build, edit)
    for (const slot of outcome.slots) if (foreign.has(slotKey(slot))) found.set(slotKey(slot), slot)
    if ('build' in outcome) build = outcome.build
  }
  return [...found.values()]
}

/** Puts pending edits on a build that moved on; those that no longer apply are left out and named. */
export function rebase(confirmed: Build, pending: readonly PendingEdit[]) {
  let build = confirmed
  const kept: PendingEdit[] = []
  const lost: string[] = []
  for (const { id, edit } of pending) {
    try {
      const applied = applyFor(build, edit)
      build = applied.build
      kept.push({ id, edit: applied.edit })
    } catch (error) {
      if (!(error instanceof LoomError)) throw error
      lost.push(error.message)
    }
  }
  return { build, kept, lost }
}

/** The steps of our edits that have nothing to do with the slots in conflict. */
export function withoutSlots(
  theirs: Build,
  pending: readonly PendingEdit[],
  slots: readonly Slot[],
): readonly PendingEdit[] {
  const keys = new Set(slots.map(slotKey))
  let build = theirs
  return pending.flatMap(({ edit }): PendingEdit[] => {
    const steps = stepsOf(edit).filter((step) => {
      try {
        const applied = applyFor(build, step)
        if (applied.slots.some((slot) => keys.has(slotKey(slot)))) return false
        build = applied.build
        return true
      } catch (error) {
        if (error instanceof LoomError) return false
        throw error
      }
    })
    return steps.length === 0 ? [] : [{ id: nanoid(), edit: { type: 'batch', edits: steps } }]
  })
}
