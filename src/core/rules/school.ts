import type { Choices } from '../build/schema'
import type { Harness } from '../harness/derive'

export type Schools = NonNullable<Choices['schools']>

/** What was chosen for an item, and for what: by the first of its groups that chose, else by the build. */
export function chosenFor<T>(
  harness: Harness,
  itemId: string,
  ofGroup: (schools: Schools) => T | undefined,
  ofBuild: (schools: Schools) => T | undefined = ofGroup,
): { readonly wanted: T; readonly of: string } | undefined {
  const { groups, choices } = harness.build
  const group = groups?.find((g) => g.itemIds.includes(itemId) && ofGroup(g.schools ?? {}) !== undefined)
  const wanted = group === undefined ? ofBuild(choices.schools ?? {}) : ofGroup(group.schools ?? {})
  return wanted === undefined ? undefined : { wanted, of: group?.name ?? 'this build' }
}
