import { nanoid } from 'nanoid'
import type { Edit, SingleEdit } from '@/core/build/edit-schema'
import { nextMark } from '@/core/build/refs'
import type { Build, Item, Pack } from '@/core/build/schema'
import type { ShelfPack, ShelfPart } from '@/core/formats/api-types'
import type { Part } from '@/core/parts/schema'

const ID_LENGTH = 12

/** The copy of a shelf part that a build embeds; a later revision of the same part stands beside an older one. */
export function copyFor(build: Build, { part, revision }: ShelfPart): Part {
  const copy = { ...part, shelf: { partId: part.id, revision } }
  const held = build.parts.find((candidate) => candidate.id === part.id)
  const isSame = held === undefined || (held.shelf?.partId === part.id && held.shelf.revision === revision)
  return isSame ? (held ?? copy) : { ...copy, id: `${part.id}-r${revision}` }
}

const withoutId = ({ id: _id, ...rest }: Part) => JSON.stringify(rest)

/** A part made here; one that this build holds already, the same but for its id, is taken instead. */
export function ownFor(build: Build, part: Part): Part {
  return build.parts.find((held) => withoutId(held) === withoutId(part)) ?? part
}

interface Wanted {
  readonly part: Part
  readonly count: number
  readonly stock?: Item['stock']
  readonly packId?: string
}

/** The steps that put things on the bench, each with the next free mark; a part comes with its first item. */
function stepsFor(build: Build, wanted: readonly Wanted[]): readonly SingleEdit[] {
  const taken = { ...build, items: [...build.items] }
  const held = new Set(build.parts.map((part) => part.id))
  return wanted.flatMap(({ part, count, stock = 'owned', packId }) =>
    Array.from({ length: count }, (): SingleEdit => {
      const mark = nextMark(taken, part.markPrefix ?? 'X')
      const item = { id: nanoid(ID_LENGTH), mark, partId: part.id, stock, ...(packId === undefined ? {} : { packId }) }
      taken.items.push(item)
      const isNew = !held.has(part.id)
      held.add(part.id)
      return isNew ? { type: 'addItem', part, item } : { type: 'addItem', item }
    }),
  )
}

/** The edit that puts parts on the bench. */
export function addPartsEdit(build: Build, wanted: readonly Wanted[]): Edit {
  return { type: 'batch', edits: [...stepsFor(build, wanted)] }
}

/** The edit that buys a pack: all of its content goes on the bench, to be bought, and the pack is written down. */
export function buyPackEdit(build: Build, { pack, parts }: ShelfPack): Edit {
  const copies = new Map(parts.map((shelfPart) => [shelfPart.part.id, copyFor(build, shelfPart)]))
  const contents = pack.contents.flatMap(({ partId, count }) => {
    const part = copies.get(partId)
    return part === undefined ? [] : [{ part, count }]
  })
  const own: Pack = {
    ...pack,
    id: nanoid(ID_LENGTH),
    contents: contents.map(({ part, count }) => ({ partId: part.id, count })),
  }
  const wanted = contents.map((entry) => ({ ...entry, stock: 'toBuy' as const, packId: own.id }))
  return { type: 'batch', edits: [{ type: 'addPack', pack: own }, ...stepsFor(build, wanted)] }
}
