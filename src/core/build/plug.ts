import type { PortRef } from '../schema/schema-kit'
import type { Edit, SingleEdit } from './edit-schema'
import { freshThreadId, sameRef } from './refs'
import type { Build, Thread } from './schema'

/** The edit that pulls threads out, as one step. */
export const unplugEdit = (threads: readonly Thread[]): Edit => ({
  type: 'batch',
  edits: threads.map(({ id }): SingleEdit => ({ type: 'disconnect', threadId: id })),
})

/** The edit that puts a lead into a port, out of wherever it is now, as one step. */
export function plugEdit(
  build: Build,
  lead: PortRef,
  to: PortRef,
  options: { readonly asOnBench?: boolean } = {},
): Edit {
  const away = build.threads
    .filter((thread) => sameRef(thread.from, lead))
    .map((thread): SingleEdit => ({ type: 'disconnect', threadId: thread.id }))
  const bare: Thread = { id: freshThreadId(build, lead), from: lead, to }
  const thread = options.asOnBench === true ? { ...bare, asOnBench: true } : bare
  return { type: 'batch', edits: [...away, { type: 'connect', thread }] }
}
