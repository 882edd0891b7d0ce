import { nanoid } from 'nanoid'
import type { Edit, SingleEdit } from '@/core/build/edit-schema'
import { nextMark } from '@/core/build/refs'
import type { Build } from '@/core/build/schema'
import type { ShelfPart } from '@/core/formats/api-types'
import type { Part } from '@/core/parts/schema'

const ID_LENGTH = 12

/** The copy of a shelf part that a build embeds; a later revision of the same part stands beside an older one. */
function copyFor(build: Build, { part, revision }: ShelfPart): Part {
  const copy = { ...part, shelf: { partId: part.id, revision } }
  const held = build.parts.find((candidate) => candidate.id === part.id)
  const isSame = held === undefined || (held.shelf?.partId === part.id && held.shelf.revision === revision)
  return isSame ? (held ?? copy) : { ...copy, id: `${part.id}-r${revision}` }
}

/** The edit that puts `count` of a shelf part on the bench, each with the next free mark. */
export function addPartsEdit(build: Build, shelfPart: ShelfPart, count: number): Edit {
  const part = copyFor(build, shelfPart)
  const prefix = part.markPrefix ?? 'X'
  const marks: string[] = []
  const taken = { ...build, items: [...build.items] }
  for (let made = 0; made < count; made += 1) {
    const mark = nextMark(taken, prefix)
    marks.push(mark)
    taken.items.push({ id: mark, mark, partId: part.id, stock: 'owned' })
  }
  const edits = marks.map((mark): SingleEdit => {
    return { type: 'addItem', part, item: { id: nanoid(ID_LENGTH), mark, partId: part.id, stock: 'owned' } }
  })
  // One copy is enough: the first edit brings the part, the others find it there.
  const [first, ...rest] = edits
  const bare = rest.map((edit): SingleEdit => (edit.type === 'addItem' ? { type: 'addItem', item: edit.item } : edit))
  return first !== undefined && bare.length === 0
    ? first
    : { type: 'batch', edits: first === undefined ? [] : [first, ...bare] }
}
