import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { LoomError } from '../core/errors'
import type { Sql, Tx } from './db'

/** Any number, the same for every server of this database: it keeps two starts from migrating at once. */
export const MIGRATION_LOCK = 7_261_944

/** The numbered migrations that this database has not seen; an error where it has seen some that are not there yet. */
export async function migrationsDue(sql: Sql | Tx, folder: string): Promise<readonly string[]> {
  const files = readdirSync(folder)
    .filter((file) => /^\d{4}_.*\.sql$/.test(file))
    .toSorted()
  await sql`create table if not exists schema_migrations (name text primary key, run_at timestamptz not null default now())`
  const done = new Set((await sql<{ name: string }[]>`select name from schema_migrations`).map((row) => row.name))
  const newer = [...done].filter((name) => !files.includes(name)).toSorted()
  if (newer.length > 0) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `This store was made by a newer Gentle Loom (it has ${newer.join(', ')}). Nothing was changed: use that version, or restore a backup from before.`,
    )
  }
  return files.filter((file) => !done.has(file))
}

/** Runs every migration that is due, all in one transaction; gives the names it ran. */
export async function migrate(sql: Sql, folder: string): Promise<readonly string[]> {
  return sql.begin(async (tx) => {
    // Of a large store this takes longer than any page would wait.
    await tx`set local statement_timeout = 0`
    await tx`select pg_advisory_xact_lock(${MIGRATION_LOCK})`
    const due = await migrationsDue(tx, folder)
    for (const file of due) {
      await tx.unsafe(readFileSync(join(folder, file), 'utf8'))
      await tx`insert into schema_migrations (name) values (${file})`
    }
    return due
  })
}
