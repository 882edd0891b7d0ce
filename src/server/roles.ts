import { LoomError } from '../core/errors'
import type { Tx } from './db'
import { MIGRATION_LOCK } from './migrate'

/** What the role that works on a bench may do with a table; row by row, policies say the rest (db/migrations). */
const RIGHTS: Readonly<Record<string, string>> = {
  builds: 'select, insert, update, delete',
  build_edits: 'select, insert, update',
  build_states: 'select, insert, update, delete',
  build_checkpoints: 'select, insert, delete',
  build_glances: 'select, insert, update',
  machine_plans: 'select, insert',
  machines: 'select, insert, update',
  machine_log: 'select, insert',
  machine_photos: 'select, insert',
  parts: 'select, insert, update',
  packs: 'select, insert, update',
  links: 'select, insert, delete',
  taken_off: 'select, insert, delete',
  builds_here: 'select',
  machines_here: 'select',
  parts_here: 'select',
  packs_here: 'select',
  machine_log_standing: 'select',
}

/** Two starts on two databases of one cluster may make the role at the same time. */
const MAKE_ROLE = `do $$ begin
  if not exists (select 1 from pg_roles where rolname = 'loom_bench') then create role loom_bench nologin; end if;
exception when duplicate_object or unique_violation then null;
end $$`

/** Runs words of SQL, and undoes them where this account may not do that; gives whether it may. */
async function may(tx: Tx, words: string): Promise<boolean> {
  try {
    await tx.savepoint((inner) => inner.unsafe(words))
    return true
  } catch (error) {
    if ((error as { code?: unknown }).code !== '42501') throw error
    return false
  }
}

/** Makes the role under which requests are answered, and gives it its rights. Run by the owner of the tables. */
export async function grantRights(tx: Tx): Promise<void> {
  await tx`select pg_advisory_xact_lock(${MIGRATION_LOCK})`
  // Where an administrator has granted it, this account may take the role, but grant it to nobody.
  const isReady =
    (await may(tx, MAKE_ROLE)) &&
    ((await may(tx, 'set local role loom_bench; reset role')) || (await may(tx, 'grant loom_bench to current_user')))
  if (!isReady) {
    throw new LoomError(
      'REQUEST_REFUSED',
      'The account of the database may not make the role loom_bench. Have its administrator run: create role loom_bench nologin; grant loom_bench to ACCOUNT; then start again.',
    )
  }
  await tx.unsafe('grant usage on schema public to loom_bench')
  for (const [table, rights] of Object.entries(RIGHTS)) await tx.unsafe(`grant ${rights} on ${table} to loom_bench`)
}
