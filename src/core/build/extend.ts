import type { PortRef } from '../formats/schema-kit'
import type { Part } from '../parts/schema'
import type { Edit, SingleEdit } from './edit-schema'
import { freshThreadId, nextMark, sameRef } from './refs'
import type { Build } from './schema'

/** An id for a new item, free in this build; made of its mark, since the core has no chance. */
function freshItemId(build: Build, mark: string): string {
  const taken = new Set(build.items.map((item) => item.id))
  const id = mark.toLowerCase()
  if (!taken.has(id)) return id
  for (let number = 1; ; number += 1) if (!taken.has(`${id}_${number}`)) return `${id}_${number}`
}

/** Puts a cable that makes a lead longer between the lead and the port it goes to: one more thing to buy. */
export function extendEdit(
  build: Build,
  { lead, to, part }: { readonly lead: PortRef; readonly to: PortRef; readonly part: Part },
): Edit {
  const [near, far] = [
    part.ports.find(({ side }) => side === 'takes')!,
    part.ports.find(({ side }) => side === 'gives')!,
  ]
  const mark = nextMark(build, part.markPrefix ?? 'X')
  const item = { id: freshItemId(build, mark), mark, partId: part.id, stock: 'toBuy' as const }
  const isHeld = build.parts.some(({ id }) => id === part.id)
  const end = { itemId: item.id, portId: far.id }
  const start = { itemId: item.id, portId: near.id }
  const old = build.threads.filter((thread) => sameRef(thread.from, lead) && sameRef(thread.to, to))
  const edits: readonly SingleEdit[] = [
    ...old.map(({ id }) => ({ type: 'disconnect', threadId: id }) as const),
    isHeld ? { type: 'addItem', item } : { type: 'addItem', item, part },
    { type: 'connect', thread: { id: freshThreadId(build, lead), from: lead, to: end } },
    { type: 'connect', thread: { id: freshThreadId(build, start), from: start, to } },
  ]
  return { type: 'batch', edits }
}
