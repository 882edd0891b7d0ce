import type { PortRef } from '../formats/schema-kit'
import type { About, Attached, Choice, ChoiceList } from './edit-schema'
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
function without<T extends object, K extends keyof T>(holder: T, key: K): T {
  const { [key]: _dropped, ...rest } = holder
  return rest as T
}

function ofChoices<L extends Exclude<ChoiceList, 'places'>>(list: L, speaksOf: Shelf<L>['speaksOf']): Shelf<L> {
  return {
    read: (build) => (build.choices[list] ?? []) as readonly EntryOf<L>[],
    write: (build, entries) => ({
      ...build,
      choices: entries.length === 0 ? without(build.choices, list) : { ...build.choices, [list]: entries },
    }),
    speaksOf,
  }
}

function ofBuild<L extends 'places' | 'accepted'>(list: L, speaksOf: Shelf<L>['speaksOf']): Shelf<L> {
  return {
    read: (build) => (build[list] ?? []) as readonly EntryOf<L>[],
    write: (build, entries) => (entries.length === 0 ? without(build, list) : { ...build, [list]: entries }),
    speaksOf,
  }
}

const atItem = (entry: { readonly at: PortRef }, itemId: string) => entry.at.itemId === itemId
const isItem = (entry: { readonly itemId: string }, itemId: string) => entry.itemId === itemId

const SHELVES: { readonly [L in ListName]: Shelf<L> } = {
  threads: {
    read: (build) => build.threads,
    write: (build, threads) => ({ ...build, threads }),
    speaksOf: (thread, itemId) => thread.from.itemId === itemId || thread.to.itemId === itemId,
  },
  // What sits in a case that goes has no place any more.
  places: ofBuild('places', (place, itemId) => place.itemId === itemId || place.mount?.caseItemId === itemId),
  accepted: ofBuild('accepted', (entry, itemId) => entry.at.some((ref) => ref.itemId === itemId)),
  modes: ofChoices('modes', atItem),
  parked: ofChoices('parked', atItem),
  flatOut: ofChoices('flatOut', atItem),
  syncSettings: ofChoices('syncSettings', atItem),
  declaredModels: ofChoices('declaredModels', atItem),
  addresses: ofChoices('addresses', isItem),
  covered: ofChoices('covered', isItem),
  curves: ofChoices('curves', atItem),
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

/** What an entry of choices is about: its port, or its item as a whole. */
export function aboutOf(entry: Choice['entry']): About {
  return 'at' in entry ? entry.at : entry
}

function isAbout(entry: Choice['entry'], about: About): boolean {
  const { itemId, portId } = aboutOf(entry)
  return itemId === about.itemId && portId === about.portId
}

/** The entry of a list of choices that is about this port or item. */
export function choiceAbout(build: Build, list: ChoiceList, about: About): Choice | undefined {
  const shelf = SHELVES[list] as unknown as Shelf<ChoiceList>
  const entry = shelf.read(build).find((candidate) => isAbout(candidate, about))
  return entry === undefined ? undefined : ({ list, entry } as Choice)
}

/** Sets, replaces or (with undefined) drops the one entry of a list of choices that is about this port or item. */
export function setChoice(build: Build, list: ChoiceList, about: About, choice: Choice | undefined): Build {
  const shelf = SHELVES[list] as unknown as Shelf<ChoiceList>
  const entries = shelf.read(build)
  const index = entries.findIndex((candidate) => isAbout(candidate, about))
  const others = entries.filter((_entry, at) => at !== index)
  const next = choice === undefined ? others : insertAt(others, index < 0 ? others.length : index, choice.entry)
  return shelf.write(build, next)
}
