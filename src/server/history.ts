import { apply } from '../core/build/apply'
import { describeEdit } from '../core/wording/edit-text'
import { historyOf, wayBack, type LogEntry } from '../core/build/history'
import type { Build } from '../core/build/schema'
import { LoomError } from '../core/errors'
import type { HistoryPage, NamedState, WayBack } from '../core/formats/api-types'
import type { NameState } from '../core/formats/request-schema'
import { asBuild } from '../core/formats/validate'
import { mustExist } from './builds'
import { keepCheckpoint } from './checkpoints'
import type { Tx } from './db'

const MOST_STATES = 200
const STEPS_A_PAGE = 60

async function entriesBetween(tx: Tx, id: string, after: number, upTo: number): Promise<readonly LogEntry[]> {
  return tx<LogEntry[]>`
    select revision, edit_id as "editId", edit, slots from build_edits
    where build_id = ${id} and revision > ${after} and revision <= ${upTo} order by revision`
}

function noState(revision: number, first: number, last: number): LoomError {
  return new LoomError(
    'REQUEST_REFUSED',
    `The history of this build goes from revision ${first} to ${last}; it has no state ${revision}.`,
  )
}

async function reachOf(tx: Tx, id: string): Promise<{ readonly first: number; readonly last: number }> {
  await mustExist(tx, id)
  const [row] = await tx<{ first: number; last: number }[]>`
    select coalesce((initial_document->>'revision')::int, 0) as first, revision as last from builds where id = ${id}`
  return row!
}

/** The build as it stood at a revision, made again from the nearest state that was kept. */
export async function stateAt(tx: Tx, id: string, revision: number): Promise<Build> {
  const { first, last } = await reachOf(tx, id)
  if (revision < first || revision > last) throw noState(revision, first, last)
  const [kept] = await tx<{ document: unknown }[]>`
    select document from build_checkpoints where build_id = ${id} and revision <= ${revision} and revision >= ${first}
    order by revision desc limit 1`
  const [held] =
    kept === undefined
      ? await tx<{ document: unknown }[]>`select initial_document as document from builds where id = ${id}`
      : [kept]
  let build = asBuild(held!.document)
  for (const entry of await entriesBetween(tx, id, build.revision, revision)) {
    const before = build.revision
    build = { ...apply(build, entry.edit).build, revision: entry.revision }
    await keepCheckpoint(tx, id, before, build)
  }
  return build
}

interface StepRow {
  readonly revision: number
  readonly label: string | null
  readonly savedAt: Date
}

/** Words for edits that were saved before words were kept with them. */
async function labelOlder(tx: Tx, id: string, rows: readonly StepRow[]): Promise<ReadonlyMap<number, string>> {
  const bare = rows.filter(({ label }) => label === null).map(({ revision }) => revision)
  const labels = new Map<number, string>()
  if (bare.length === 0) return labels
  let build = await stateAt(tx, id, Math.min(...bare) - 1)
  for (const { edit, revision } of await entriesBetween(tx, id, build.revision, Math.max(...bare))) {
    labels.set(revision, describeEdit(edit, build))
    build = { ...apply(build, edit).build, revision }
  }
  for (const [revision, label] of labels)
    await tx`update build_edits set label = ${label} where build_id = ${id} and revision = ${revision} and label is null`
  return labels
}

/** Steps of a build's history, the newest first, those before a revision; and the states that have a name. */
export async function historyPage(tx: Tx, id: string, before: number | undefined): Promise<HistoryPage> {
  const { first, last } = await reachOf(tx, id)
  const end = Math.min(before ?? last + 1, last + 1)
  const [rows, states] = await Promise.all([
    tx<StepRow[]>`
      select revision, label, saved_at as "savedAt" from build_edits
      where build_id = ${id} and revision < ${end} and revision > ${first} order by revision desc limit ${STEPS_A_PAGE}`,
    tx<NamedState[]>`
      select revision, name from build_states where build_id = ${id} and revision >= ${first} order by revision desc`,
  ])
  const older = await labelOlder(tx, id, rows)
  const oldest = rows.at(-1)?.revision ?? end
  return {
    firstRevision: first,
    revision: last,
    steps: rows.map(({ revision, label, savedAt }) => ({
      revision,
      label: label ?? older.get(revision) ?? '',
      savedAt: savedAt.toISOString(),
    })),
    states,
    hasOlder: oldest > first + 1,
  }
}

/** The edits that lead from now back to a state, to be put on top of the log. */
export async function wayBackTo(tx: Tx, id: string, revision: number): Promise<WayBack> {
  const state = await stateAt(tx, id, revision)
  const { last } = await reachOf(tx, id)
  const history = historyOf(state, await entriesBetween(tx, id, revision, last))
  return { revision: last, edits: wayBack(history, revision) }
}

/** Gives a state of a build a name, or takes its name away. */
export async function nameState(tx: Tx, id: string, { revision, name }: NameState): Promise<void> {
  const { first, last } = await reachOf(tx, id)
  if (revision < first || revision > last) throw noState(revision, first, last)
  if (name === null) {
    await tx`delete from build_states where build_id = ${id} and revision = ${revision}`
    return
  }
  // Names given at once are counted one after the other.
  await tx`select 1 from builds where id = ${id} for update`
  const [counted] = await tx<{ count: number }[]>`
    select count(*)::int as count from build_states where build_id = ${id} and revision <> ${revision}`
  if ((counted?.count ?? 0) >= MOST_STATES) {
    throw new LoomError('REQUEST_REFUSED', `A build keeps ${MOST_STATES} named states; take a name away first.`)
  }
  await tx`
    insert into build_states (build_id, revision, name) values (${id}, ${revision}, ${name})
    on conflict (build_id, revision) do update set name = excluded.name, named_at = now()`
}
