import type { LogEntry } from '@/core/build/history'
import type { Build } from '@/core/build/schema'
import { slotKey } from '@/core/build/slots'
import { LoomError } from '@/core/errors'
import type { Desk } from './desk'
import type { Leftover } from './edit-queue'
import { clashesOf, rebase, replay } from './rebase'

/** Asks until there is an answer; undefined where the server refuses to give one. */
type ForSure = <T>(address: string) => Promise<T | undefined>

/** What the log brings on top of what is confirmed; the build as it is, where it does not go on top of that. */
async function newestBy({ get }: Desk, forSure: ForSure, entries: readonly LogEntry[]): Promise<Build> {
  const { confirmed } = get()
  try {
    return replay(confirmed, entries)
  } catch (error) {
    if (!(error instanceof LoomError)) throw error
    return (await forSure<Build>(`/api/builds/${confirmed.id}`)) ?? get().confirmed
  }
}

/**
 * Puts what earlier pages left on the newest build, as if they had just come back: each against what it had seen. What
 * others did since must be known before anything is put anywhere, and where they touched the same, our value is read
 * off the build as it stood then.
 */
export async function takeUp(desk: Desk, forSure: ForSure, leftovers: readonly Leftover[]): Promise<void> {
  const { get, set, settle, ownIds, foreignSlots } = desk
  const { id: buildId } = get().confirmed
  const base = Math.min(...leftovers.map(({ revision }) => revision))
  const log = await forSure<{ readonly entries: readonly LogEntry[] }>(`/api/builds/${buildId}/edits?since=${base}`)
  const entries = log?.entries ?? []
  const theirs = await newestBy(desk, forSure, entries)
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
  const slots = pages().flatMap(({ revision, pending }) => clashesOf(theirs, pending, foreignSlots(entries, revision)))
  if (slots.length === 0) return settle(theirs, all())
  const then = await forSure<Build>(`/api/builds/${buildId}/history/state?revision=${base}`)
  const mine = rebase(then ?? theirs, all()).build
  const once = [...new Map(slots.map((slot) => [slotKey(slot), slot])).values()]
  set({ pending: all(), build: mine, conflict: { slots: once, theirs, mine, base } })
}
