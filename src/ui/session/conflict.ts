import { nanoid } from 'nanoid'
import { applyFor } from '@/core/build/apply-for'
import { carrySlot } from '@/core/build/carry'
import { slotKey } from '@/core/build/slots'
import type { Clash } from '@/core/formats/api-types'
import type { Desk } from './desk'
import type { PendingEdit } from './edit-queue'
import { rebase, replay, withoutSlots } from './rebase'

/** The server holds our edits against what others did: both values are shown, or ours go on top where none is the same. */
export function meetConflict({ get, set, settle }: Desk, clash: Clash): void {
  const { confirmed, build, pending } = get()
  const theirs = replay(confirmed, clash.entries)
  if (clash.slots.length === 0) return settle(theirs, pending)
  set({ conflict: { slots: clash.slots, theirs, mine: build, base: confirmed.revision } })
}

/** Ends a conflict: the slots named here keep our value, the others take theirs. False where there is none. */
export function resolveConflict({ get, set, settle, ownIds }: Desk, keepMine: ReadonlySet<string>): boolean {
  const { conflict, pending } = get()
  if (conflict === null) return false
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
  return true
}
