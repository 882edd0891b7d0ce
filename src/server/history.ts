import { LoomError } from '../core/errors'
import type { Build } from '../core/build/schema'
import type { BuildLog, LogEntry, NamedState } from '../core/formats/api-types'
import type { NameState } from '../core/formats/request-schema'
import { getBuild } from './builds'
import type { Sql } from './db'

const MOST_STATES = 200

/** The beginning of a build, every edit since, and the states that have a name. */
export async function buildLog(sql: Sql, id: string): Promise<BuildLog> {
  await getBuild(sql, id)
  const [[held], entries, states] = await Promise.all([
    sql<{ initial: Build }[]>`select initial_document as initial from builds where id = ${id}`,
    sql<(LogEntry & { savedAt: Date })[]>`
      select revision, edit_id as "editId", edit, saved_at as "savedAt" from build_edits
      where build_id = ${id} order by revision`,
    sql<NamedState[]>`select revision, name from build_states where build_id = ${id} order by revision`,
  ])
  const { initial } = held!
  return {
    initial,
    // A build from before the log was kept whole begins where it stood then.
    entries: entries
      .filter(({ revision }) => revision > initial.revision)
      .map((entry) => ({ ...entry, savedAt: entry.savedAt.toISOString() })),
    states,
  }
}

/** Gives a state of a build a name, or takes its name away. */
export async function nameState(sql: Sql, id: string, { revision, name }: NameState): Promise<void> {
  const build = await getBuild(sql, id)
  if (revision > build.revision) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `This build is at revision ${build.revision}; it has no state ${revision} yet.`,
    )
  }
  if (name === null) {
    await sql`delete from build_states where build_id = ${id} and revision = ${revision}`
    return
  }
  const [counted] = await sql<{ count: number }[]>`
    select count(*)::int as count from build_states where build_id = ${id} and revision <> ${revision}`
  if ((counted?.count ?? 0) >= MOST_STATES) {
    throw new LoomError('REQUEST_REFUSED', `A build keeps ${MOST_STATES} named states; take a name away first.`)
  }
  await sql`
    insert into build_states (build_id, revision, name) values (${id}, ${revision}, ${name})
    on conflict (build_id, revision) do update set name = excluded.name, named_at = now()`
}
