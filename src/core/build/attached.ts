import type { About, Attached, Choice, FindingRef } from './edit-schema'
import { alsoOf, FACET_NAMES, FACETS, type FacetName } from './facets'
import { findingKey } from './refs'
import type { Build } from './schema'

type ListName = Exclude<Attached['list'], 'groupMembers'>
type EntryOf<L extends ListName> =
  Extract<Attached, { readonly list: L }> extends { readonly entry: infer E } ? E : never

/** Where a list of entries that speak of items stands in the build, and whether an entry speaks of this item. */
interface Shelf<L extends ListName> {
  readonly read: (build: Build) => readonly EntryOf<L>[]
  readonly write: (build: Build, list: readonly EntryOf<L>[]) => Build
  readonly speaksOf: (entry: EntryOf<L>, itemId: string) => boolean
}

/** An empty list is left out of the document, so that taking back the first entry leaves no trace. */
export function without<T extends object, K extends keyof T>(holder: T, key: K): T {
  const { [key]: _dropped, ...rest } = holder
  return rest as T
}

/** The holder with this list in it, or without it where it is empty. */
const withList = <T extends object>(holder: T, key: string, list: readonly unknown[]): T =>
  list.length === 0 ? without(holder, key as keyof T) : { ...holder, [key]: list }

/** What an entry of a facet is about: its port, or its item as a whole. */
export function aboutOf(entry: Choice['entry']): About {
  return 'at' in entry ? entry.at : entry
}

function ofFacet<F extends FacetName>(name: F): Shelf<F> {
  const { within } = FACETS[name]
  const holderOf = (build: Build) => (within === 'build' ? build : build.choices) as Readonly<Record<string, unknown>>
  return {
    read: (build) => (holderOf(build)[name] as readonly EntryOf<F>[] | undefined) ?? [],
    write: (build, list) =>
      within === 'build' ? withList(build, name, list) : { ...build, choices: withList(build.choices, name, list) },
    speaksOf: (entry, itemId) => aboutOf(entry as Choice['entry']).itemId === itemId || alsoOf(name, entry) === itemId,
  }
}

const SHELVES: { readonly [L in ListName]: Shelf<L> } = {
  threads: {
    read: (build) => build.threads,
    write: (build, threads) => ({ ...build, threads }),
    speaksOf: (thread, itemId) => thread.from.itemId === itemId || thread.to.itemId === itemId,
  },
  accepted: {
    read: (build) => build.accepted ?? [],
    write: (build, list) => withList(build, 'accepted', list),
    speaksOf: (entry, itemId) =>
      entry.at.some((ref) => ref.itemId === itemId) || entry.itemIds?.includes(itemId) === true,
  },
  ...(Object.fromEntries(FACET_NAMES.map((name) => [name, ofFacet(name)])) as unknown as {
    readonly [F in FacetName]: Shelf<F>
  }),
}
const LIST_NAMES = Object.keys(SHELVES) as readonly ListName[]

function detachFrom<L extends ListName>(build: Build, list: L, itemId: string): { build: Build; attached: Attached[] } {
  const shelf: Shelf<L> = SHELVES[list]
  const entries = shelf.read(build)
  const attached = entries.flatMap((entry, index) =>
    shelf.speaksOf(entry, itemId) ? [{ list, index, entry } as unknown as Attached] : [],
  )
  if (attached.length === 0) return { build, attached }
  return {
    build: shelf.write(
      build,
      entries.filter((entry) => !shelf.speaksOf(entry, itemId)),
    ),
    attached,
  }
}

/** Takes out of every list what speaks of the item; `attached` is what putBack needs to restore it in place. */
export function detach(
  build: Build,
  itemId: string,
): { readonly build: Build; readonly attached: readonly Attached[] } {
  let rest = build
  const attached: Attached[] = []
  for (const list of LIST_NAMES) {
    const step = detachFrom(rest, list, itemId)
    rest = step.build
    attached.push(...step.attached)
  }
  const groups = rest.groups?.map((group) => {
    const index = group.itemIds.indexOf(itemId)
    if (index < 0) return group
    attached.push({ list: 'groupMembers', index, groupId: group.id })
    return { ...group, itemIds: group.itemIds.filter((id) => id !== itemId) }
  })
  return { build: groups === undefined ? rest : { ...rest, groups }, attached }
}

export function insertAt<T>(list: readonly T[], index: number, entry: T): readonly T[] {
  return [...list.slice(0, index), entry, ...list.slice(index)]
}

function putBackOne<L extends ListName>(build: Build, list: L, index: number, entry: EntryOf<L>): Build {
  const shelf: Shelf<L> = SHELVES[list]
  return shelf.write(build, insertAt(shelf.read(build), index, entry))
}

/** Puts back what detach took out; entries come in the order of their old places. */
export function putBack(build: Build, itemId: string, attached: readonly Attached[]): Build {
  return attached.reduce((rest, piece) => {
    if (piece.list !== 'groupMembers') return putBackOne(rest, piece.list, piece.index, piece.entry as never)
    const groups = rest.groups?.map((group) =>
      group.id === piece.groupId ? { ...group, itemIds: insertAt(group.itemIds, piece.index, itemId) } : group,
    )
    return groups === undefined ? rest : { ...rest, groups }
  }, build)
}

function isAbout(entry: Choice['entry'], about: About): boolean {
  const { itemId, portId } = aboutOf(entry)
  return itemId === about.itemId && portId === about.portId
}

const choicesOf = (list: FacetName) => SHELVES[list] as unknown as Shelf<FacetName>

/** The entries of a facet in a build. */
export const entriesOf = (build: Build, name: FacetName): readonly Choice['entry'][] => choicesOf(name).read(build)

/** Where a list of choices says something about this port or item; -1 where it does not. */
export function choiceIndex(build: Build, list: FacetName, about: About): number {
  return entriesOf(build, list).findIndex((candidate) => isAbout(candidate, about))
}

/** The entry of a list of choices that is about this port or item. */
export function choiceAbout(build: Build, list: FacetName, about: About): Choice | undefined {
  const entry = entriesOf(build, list)[choiceIndex(build, list, about)]
  return entry === undefined ? undefined : ({ list, entry } as Choice)
}

/** The list with its entry at `before` replaced or (with undefined) dropped; a new one (-1) stands last, or at `index`. */
function replaced<T>(list: readonly T[], before: number, entry: T | undefined, index?: number): readonly T[] {
  const others = list.filter((_entry, at) => at !== before)
  return entry === undefined ? others : insertAt(others, before < 0 ? (index ?? others.length) : before, entry)
}

/** Drops the one entry of a list of choices that is about this port or item. */
export function dropChoice(build: Build, list: FacetName, about: About): Build {
  const shelf = choicesOf(list)
  return shelf.write(build, replaced(shelf.read(build), choiceIndex(build, list, about), undefined))
}

/** Sets or replaces the one entry of a list that is about the same port or item; a new one stands last, or at `index`. */
export function setChoice(build: Build, { list, entry }: Choice, index: number | undefined): Build {
  const shelf = choicesOf(list)
  return shelf.write(build, replaced(shelf.read(build), choiceIndex(build, list, aboutOf(entry)), entry, index))
}

/** Where the list of warnings taken on speaks of this one; -1 where it does not. */
export function acceptedIndex(build: Build, warning: FindingRef): number {
  return SHELVES.accepted.read(build).findIndex((entry) => findingKey(entry) === findingKey(warning))
}

/** The build with a warning taken on, or (with undefined) not any more; a new one stands last, or at `index`. */
export function setAccepted(
  build: Build,
  warning: FindingRef,
  entry: EntryOf<'accepted'> | undefined,
  index?: number,
): Build {
  const shelf = SHELVES.accepted
  return shelf.write(build, replaced(shelf.read(build), acceptedIndex(build, warning), entry, index))
}
