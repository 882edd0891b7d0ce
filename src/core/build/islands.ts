import { groupBy } from '../units/group'
import { aboutOf, entriesOf } from './attached'
import { alsoOf, FACET_NAMES, FACETS, facetsWithin } from './facets'
import { namesOfOne } from './refs'
import type { Build } from './schema'

/** Items that nothing ties to others, as a build of their own: one machine of several, as a rule. */
export interface Island {
  readonly build: Build
  /** Everything it was made of, in a fixed order: where each is the same object as before, so is the island. */
  readonly madeOf: readonly unknown[]
}

/** Which things belong together, as sets that are joined (Galler and Fischer, 1964). */
class Sets {
  readonly #parent = new Map<string, string>()

  rootOf(key: string): string {
    let root = key
    for (let up = this.#parent.get(root); up !== undefined; up = this.#parent.get(root)) root = up
    for (let at = key; at !== root;) {
      const up = this.#parent.get(at)!
      this.#parent.set(at, root)
      at = up
    }
    return root
  }

  join(a: string, b: string): void {
    const [rootA, rootB] = [this.rootOf(a), this.rootOf(b)]
    if (rootA !== rootB) this.#parent.set(rootA, rootB)
  }
}

const itemKey = (itemId: string) => `item ${itemId}`

function tiesIn(build: Build): Sets {
  const sets = new Sets()
  const tie = (a: string, b: string) => sets.join(itemKey(a), itemKey(b))
  // What is said to be of no machine might go into any of them, but for the rules it is one machine.
  for (const { id, assemblyId } of build.items) sets.join(itemKey(id), `assembly ${assemblyId ?? ''}`)
  for (const { from, to } of build.threads) tie(from.itemId, to.itemId)
  for (const { itemIds } of build.groups ?? []) for (const id of itemIds) tie(id, itemIds[0]!)
  for (const list of FACET_NAMES) {
    for (const entry of entriesOf(build, list)) tie(aboutOf(entry).itemId, alsoOf(list, entry) ?? aboutOf(entry).itemId)
  }
  return sets
}

/**
 * The build in pieces that have nothing to do with one another: no thread, case, group or machine ties them. What is
 * accepted and what is sold together stays with the whole. A build of one machine is one island, itself.
 */
export function islandsOf(build: Build): readonly Island[] {
  const sets = tiesIn(build)
  const rootOf = (itemId: string) => sets.rootOf(itemKey(itemId))
  const itemsBy = groupBy(build.items, ({ id }) => rootOf(id))
  if (itemsBy.size < 2) return [{ build, madeOf: [build] }]
  const threadsBy = groupBy(build.threads, ({ from }) => rootOf(from.itemId))
  const groupsBy = groupBy(build.groups ?? [], ({ itemIds }) => (itemIds[0] === undefined ? '' : rootOf(itemIds[0])))
  const facetsBy = (within: 'choices' | 'build') =>
    facetsWithin(within).map(
      (list) => [list, groupBy(entriesOf(build, list), (entry) => rootOf(aboutOf(entry).itemId))] as const,
    )
  const [inChoices, inBuild] = [facetsBy('choices'), facetsBy('build')]
  const partById = new Map(build.parts.map((part) => [part.id, part]))
  const said = Object.entries(build.choices).filter(([key]) => !(key in FACETS))
  const names = namesOfOne(build)
  return [...itemsBy].map(([root, items]): Island => {
    const parts = [...new Set(items.map(({ partId }) => partById.get(partId)!))]
    const threads = threadsBy.get(root) ?? []
    const groups = groupsBy.get(root) ?? []
    const ofFacets = (facets: ReturnType<typeof facetsBy>) =>
      facets.flatMap(([list, by]) => (by.has(root) ? [[list, by.get(root)!] as const] : []))
    const [choices, lists] = [ofFacets(inChoices), ofFacets(inBuild)]
    const { places: _places, groups: _groups, accepted: _accepted, packs: _packs, ...rest } = build
    return {
      build: {
        ...rest,
        parts,
        items,
        threads,
        ...(groups.length === 0 ? {} : { groups }),
        ...Object.fromEntries(lists),
        choices: Object.fromEntries([...said, ...choices]) as unknown as Build['choices'],
      },
      madeOf: [
        names,
        build.assemblies,
        ...said.flat(),
        ...items,
        ...parts,
        ...threads,
        ...groups,
        ...[...choices, ...lists].flatMap(([list, entries]) => [list, ...entries]),
      ],
    }
  })
}
