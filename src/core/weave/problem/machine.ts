import type { Build, Item, Thread } from '../../build/schema'
import { factsOf } from '../../structure/wiring/part-facts'
import { joinsLeads } from '../../structure/wiring/row-feed'
import type { Verdicts } from '../../rules/check'
import type { Severity } from '../../rules/engine/rule'

/** What is planned at a time: one machine of a build, or all of it where it holds only one. */
export interface Machine {
  /** The assembly; undefined for the whole build, and for what belongs to none. */
  readonly assemblyId: string | undefined
  readonly name: string
  readonly itemIds: ReadonlySet<string>
}

const idsOf = (items: readonly Item[]): ReadonlySet<string> => new Set(items.map(({ id }) => id))

/** The machines of a build, each planned on its own; what belongs to none of several is one more. */
export function machinesOf({ name, items, assemblies = [] }: Build): readonly Machine[] {
  if (assemblies.length < 2) return [{ assemblyId: assemblies[0]?.id, name, itemIds: idsOf(items) }]
  const own = assemblies.map((assembly) => ({
    assemblyId: assembly.id,
    name: assembly.name,
    itemIds: idsOf(items.filter(({ assemblyId }) => assemblyId === assembly.id)),
  }))
  const others = items.filter(({ assemblyId }) => !assemblies.some(({ id }) => id === assemblyId))
  return others.length === 0 ? own : [...own, { assemblyId: undefined, name: 'in no machine', itemIds: idsOf(others) }]
}

/**
 * The build with every thread pinned that no plan for the machine touches: those that leave it, and all leads of a part
 * that only joins them, where one of them is pinned.
 */
export function heldFast(build: Build, { itemIds }: Machine): Build {
  const joining = new Set(build.parts.filter((part) => joinsLeads(factsOf(part))).map(({ id }) => id))
  const isPinned = ({ pinned, from, to }: Thread) =>
    pinned === true || !itemIds.has(from.itemId) || !itemIds.has(to.itemId)
  const held = new Set(
    build.items
      .filter(({ id, partId }) => joining.has(partId) && build.threads.some((t) => t.from.itemId === id && isPinned(t)))
      .map(({ id }) => id),
  )
  const threads = build.threads.map((thread) =>
    isPinned(thread) || held.has(thread.from.itemId) ? { ...thread, pinned: true } : thread,
  )
  return { ...build, threads }
}

/** What the rules say of some items. */
export type Said = Pick<Verdicts, 'findings' | 'counts'>

/** The part of the verdicts that speaks of some items. */
export function saidOf(verdicts: Verdicts, itemIds: ReadonlySet<string>): Said {
  const findings = verdicts.findings.filter(({ at }) => at.some(({ itemId }) => itemIds.has(itemId)))
  const countOf = (wanted: Severity) => findings.filter(({ severity }) => severity === wanted).length
  const counts = {
    stop: countOf('stop'),
    warning: countOf('warning'),
    unknown: countOf('unknown'),
    note: countOf('note'),
  }
  return { findings, counts }
}
