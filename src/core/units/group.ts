/** The entries of a list by what they have in common, in the order in which each group is first met. */
export function groupBy<K, T>(list: readonly T[], keyOf: (entry: T) => K): ReadonlyMap<K, readonly T[]> {
  const groups = new Map<K, T[]>()
  for (const entry of list) {
    const key = keyOf(entry)
    const group = groups.get(key)
    if (group === undefined) groups.set(key, [entry])
    else group.push(entry)
  }
  return groups
}
