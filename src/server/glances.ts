import { basename } from 'node:path'
import { glanceOf, type Glance } from '../core/export/glance'
import { asBuild } from '../core/formats/validate'
import type { Tx } from './db'

/** The application's own version: its folder is named by what it was built from. Another one may judge otherwise. */
const SEEN_BY = basename(process.cwd())

/** So long is judged for one answer; whoever wants the rest asks again. */
const MOST_MS = 300

/** Glances by build, and whether some are still to come. A damaged build has none. */
export interface Glances {
  readonly glances: Readonly<Record<string, Glance>>
  readonly isMore: boolean
}

interface Row {
  readonly id: string
  readonly revision: number
  readonly glance: Glance | null
}

function judged(document: unknown): Glance | undefined {
  try {
    return glanceOf(asBuild(document))
  } catch {
    // The list says nothing of a build that cannot be read; its own page says where it is damaged.
    return undefined
  }
}

/** What the list shows of these builds: as kept where nothing changed since, else judged anew and kept. */
export async function glancesOf(tx: Tx, ids: readonly string[]): Promise<Glances> {
  const rows = await tx<Row[]>`
    select b.id, b.revision, g.glance
    from builds b
      left join build_glances g on g.build_id = b.id and g.revision = b.revision and g.seen_by = ${SEEN_BY}
    where b.id in ${tx(ids as string[])} and b.deleted_at is null`
  const glances: Record<string, Glance> = {}
  for (const { id, glance } of rows) if (glance !== null) glances[id] = glance
  const until = performance.now() + MOST_MS
  let isMore = false
  for (const { id, revision } of rows.filter(({ glance }) => glance === null)) {
    if (performance.now() > until) {
      isMore = true
      break
    }
    const [held] = await tx<{ document: unknown }[]>`
      select document from builds where id = ${id} and revision = ${revision}`
    const glance = held === undefined ? undefined : judged(held.document)
    if (glance === undefined) continue
    glances[id] = glance
    await tx`
      insert into build_glances (build_id, revision, seen_by, glance)
      select ${id}, ${revision}, ${SEEN_BY}, ${tx.json(glance as never)} where exists (select 1 from builds where id = ${id})
      on conflict (build_id) do update
        set revision = excluded.revision, seen_by = excluded.seen_by, glance = excluded.glance`
  }
  return { glances, isMore }
}
