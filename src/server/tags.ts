import type { BuildTags } from '../core/formats/request-schema'
import type { Tx } from './db'

/** Tags of builds, and how many builds have each, the most used first. */
export async function listTags(tx: Tx): Promise<readonly { readonly tag: string; readonly count: number }[]> {
  return tx<{ tag: string; count: number }[]>`
    select tag, count(*)::int as count from builds_here, unnest(tags) as tag
    where deleted_at is null group by tag order by count desc, tag limit 100`
}

/** Puts a tag on each of these builds, or takes it off; one that has its twelve keeps them. */
export async function tagBuilds(tx: Tx, { ids, tag, isOn }: BuildTags): Promise<void> {
  const among = tx`id in ${tx(ids as string[])} and deleted_at is null`
  if (isOn) {
    await tx`
      update builds set tags = array_append(tags, ${tag})
      where ${among} and not (tags @> array[${tag}]) and cardinality(tags) < 12`
  } else await tx`update builds set tags = array_remove(tags, ${tag}) where ${among}`
}
