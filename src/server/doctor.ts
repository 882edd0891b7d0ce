import { createHash } from 'node:crypto'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { apply } from '../core/build/apply'
import type { Build } from '../core/build/schema'
import { LoomError } from '../core/errors'
import { asEntryList } from '../core/export/machine-file'
import type { LogEntry } from '../core/build/history'
import { canonicalJson } from '../core/formats/canonical'
import { asBuild, asPackSave, asPart, readBuild } from '../core/formats/validate'
import { machineState } from '../core/record/machine'
import { countOf } from '../core/wording/text'
import { damageOf, mendBuild, restartHistory } from './build-damage'
import type { StoredBuild } from './builds'
import { db, type Sql } from './db'
import { entriesAfter } from './machines'
import { migrate, migrationsDue } from './migrate'
import { grantRights } from './roles'

/** Looks through a whole store and says what is wrong with it, and what mending would do: run by ./loom doctor. */

interface Finding {
  readonly text: string
  /** What mending does, in words; undefined where only a person can help. */
  readonly remedy?: string
  readonly mend?: (sql: Sql) => Promise<unknown>
  /** Worth knowing, and nothing is wrong. */
  readonly isNote?: boolean
}

interface StoredLog extends StoredBuild {
  readonly initial: unknown
}

/** The document that the log of a build leads to, or what stands in the way. */
function replayed({ initial }: StoredLog, entries: readonly LogEntry[]): Build | string {
  try {
    const begin = asBuild(initial)
    return entries
      .filter(({ revision }) => revision > begin.revision)
      .reduce((build, { edit, revision }) => ({ ...apply(build, edit).build, revision }), begin)
  } catch (error) {
    if (error instanceof LoomError) return error.message
    throw error
  }
}

function findingOf(row: StoredLog, entries: readonly LogEntry[]): Finding | undefined {
  const { id, name, revision } = row
  const damage = damageOf(row)
  if (damage?.isNewer === true)
    return { text: `Build “${name}” was written by a newer program; nothing is wrong with it.`, isNote: true }
  if (damage !== undefined) {
    const places = damage.removals.map(({ place }) => place).slice(0, 5)
    return {
      text: `Build “${name}” (${id}) cannot be read: ${damage.fault}`,
      remedy: `take out ${countOf(damage.removals.length, 'thing')} (${places.join(', ')}) and begin its history anew`,
      mend: (sql) => sql.begin((tx) => mendBuild(tx, id)),
    }
  }
  const build = asBuild(row.document)
  if (build.id !== id || build.name !== name || build.revision !== revision) {
    return {
      text: `Build “${name}” (${id}): its row says revision ${revision}, its document “${build.name}” (${build.id}) at revision ${build.revision}.`,
      remedy: 'let document and row say the same, and begin its history anew',
      mend: (sql) => sql.begin((tx) => restartHistory(tx, id)),
    }
  }
  if (canonicalJson(readBuild(canonicalJson(build))) !== canonicalJson(build)) {
    return { text: `Build “${name}” (${id}) does not come out of a file as it went in.` }
  }
  const end = replayed(row, entries)
  if (typeof end !== 'string' && canonicalJson(end) === canonicalJson(build)) return undefined
  return {
    text: `Build “${name}” (${id}): its log does not lead to its document${typeof end === 'string' ? `: ${end}` : '.'}`,
    remedy: 'keep the document as it is and begin its history anew',
    mend: (sql) => sql.begin((tx) => restartHistory(tx, id)),
  }
}

async function* buildFindings(sql: Sql): AsyncGenerator<Finding> {
  const ids = await sql<{ id: string }[]>`select id from builds where deleted_at is null order by id`
  for (const { id } of ids) {
    // One by one and in one breath, so that a store in use is seen as it was at some moment.
    const [row, entries] = await sql.begin('isolation level repeatable read read only', async (tx) => {
      const [held] = await tx<StoredLog[]>`
        select id, name, revision, document, initial_document as initial from builds where id = ${id}`
      const log = await tx<LogEntry[]>`
        select revision, edit_id as "editId", edit, slots from build_edits where build_id = ${id} order by revision`
      return [held, log] as const
    })
    const finding = row === undefined ? undefined : findingOf(row, entries)
    if (finding !== undefined) yield finding
  }
}

async function* shelfFindings(sql: Sql): AsyncGenerator<Finding> {
  const check = (what: string, id: string, work: () => unknown): Finding | undefined => {
    try {
      work()
      return undefined
    } catch (error) {
      if (!(error instanceof LoomError)) throw error
      const table = what === 'Part' ? 'parts' : 'packs'
      return {
        text: `${what} ${id} on the shelf cannot be read: ${error.message}`,
        remedy: 'take it off the shelf; its row stays',
        mend: (store) => store`update ${store(table)} set retired_at = now() where id = ${id}`,
      }
    }
  }
  const parts = sql<{ id: string; spec: unknown }[]>`select id, spec from parts where retired_at is null order by id`
  for await (const rows of parts.cursor(500))
    for (const { id, spec } of rows) yield* [check('Part', id, () => asPart(spec)) ?? []].flat()
  const packs = await sql<
    { id: string; spec: unknown }[]
  >`select id, spec from packs where retired_at is null order by id`
  for (const { id, spec } of packs)
    yield* [check('Pack', id, () => asPackSave({ baseRevision: 0, pack: spec })) ?? []].flat()
}

/** Machines whose plan cannot be read, or whose log does not hold what it counts; a log is never mended. */
async function* machineFindings(sql: Sql): AsyncGenerator<Finding> {
  const machines = await sql<{ id: string; name: string; moreCount: number; document: unknown }[]>`
    select m.id, m.name, p.document,
      (select count(*)::int from machine_log l where l.machine_id = m.id) - m.entry_count as "moreCount"
    from machines m join machine_plans p on p.build_id = m.build_id and p.revision = m.plan_revision order by m.id`
  for (const { id, name, moreCount, document } of machines) {
    if (moreCount !== 0)
      yield { text: `Machine “${name}” (${id}): its log has ${moreCount} entries more than it counts.` }
    try {
      machineState(asBuild(document), asEntryList(await sql.begin((tx) => entriesAfter(tx, id, 0))))
    } catch (error) {
      if (!(error instanceof LoomError)) throw error
      yield { text: `Machine “${name}” (${id}) cannot be read: ${error.message}` }
    }
  }
}

/** Everything that is wrong in a store, as it is found. */
async function* findings(sql: Sql): AsyncGenerator<Finding> {
  yield* buildFindings(sql)
  yield* shelfFindings(sql)
  yield* machineFindings(sql)
}

/** What every build comes to when it is read, one that cannot be as it stands: digests by id. */
async function digests(sql: Sql): Promise<ReadonlyMap<string, string>> {
  const found = new Map<string, string>()
  const digestOf = (document: unknown) => createHash('sha256').update(canonicalJson(document)).digest('base64')
  for await (const rows of sql<{ id: string; document: unknown }[]>`select id, document from builds`.cursor(200)) {
    for (const { id, document } of rows) {
      try {
        found.set(id, digestOf(asBuild(document)))
      } catch (error) {
        if (!(error instanceof LoomError)) throw error
        found.set(id, digestOf(document))
      }
    }
  }
  return found
}

/** Brings a copy of a store up to date; an error where any build is then not what it was. */
async function updateCopy(sql: Sql, folder: string): Promise<void> {
  const due = await migrationsDue(sql, folder)
  if (due.length > 0) {
    const before = await digests(sql)
    await migrate(sql, folder)
    const after = await digests(sql)
    const changed = [...before.keys()].filter((id) => after.get(id) !== before.get(id))
    if (changed.length > 0)
      throw new LoomError(
        'REQUEST_REFUSED',
        `The update (${due.join(', ')}) would change ${countOf(changed.length, 'build')}: ${changed.slice(0, 5).join(', ')}.`,
      )
  }
  await sql.begin(grantRights)
}

/** Says what is wrong, mends it if asked to; gives whether anything is left that is wrong. */
async function lookThrough(root: string, wishes: ReadonlySet<string>): Promise<boolean> {
  const sql = db()
  const folder = join(root, 'db/migrations')
  if (wishes.has('--migrate')) await updateCopy(sql, folder)
  const due = await migrationsDue(sql, folder)
  if (due.length > 0) {
    console.log(
      `The store is of an older version; the next ./loom start brings it up to date (${due.join(', ')}). Run this again after it.`,
    )
    return false
  }
  const [counts] = await sql<{ builds: number; deleted: number; edits: number; parts: number; machines: number }[]>`
    select (select count(*) from builds where deleted_at is null)::int as builds,
      (select count(*) from builds where deleted_at is not null)::int as deleted,
      (select count(*) from build_edits)::int as edits, (select count(*) from parts where origin = 'own')::int as parts,
      (select count(*) from machines)::int as machines`
  const { builds, deleted, edits, parts, machines } = counts!
  console.log(
    `The store holds ${countOf(builds, 'build')} (${deleted} deleted beside them), ${countOf(edits, 'edit')} in their logs, ${countOf(machines, 'machine')} and ${countOf(parts, 'part')} of your own, after ${countOf(readdirSync(folder).length, 'migration')}.`,
  )
  let foundCount = 0
  let leftCount = 0
  for await (const { text, remedy, mend, isNote } of findings(sql)) {
    console.log(`- ${text}`)
    if (isNote === true) continue
    foundCount += 1
    if (mend === undefined || remedy === undefined) leftCount += 1
    else if (wishes.has('--mend')) {
      await mend(sql)
      console.log(`  Mended: ${remedy}.`)
    } else {
      leftCount += 1
      console.log(`  --mend would ${remedy}.`)
    }
  }
  if (foundCount === 0)
    console.log('Nothing is wrong: every document can be read, and every log leads to its document.')
  else console.log(`${countOf(foundCount, 'thing')} found, ${leftCount} left.`)
  return leftCount > 0
}

const [root = process.cwd(), ...wishes] = process.argv.slice(2)
try {
  process.exitCode = (await lookThrough(root, new Set(wishes))) ? 1 : 0
} catch (error) {
  console.error(error instanceof LoomError ? error.message : `The store cannot be looked through: ${String(error)}`)
  process.exitCode = 2
}
await db().end()
