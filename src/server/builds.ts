import { randomUUID } from 'node:crypto'
import { adaptTo, slotKey, slotsOf, type Slot } from '../core/build/slots'
import { apply } from '../core/build/apply'
import type { Save } from '../core/build/edit-schema'
import type { Build } from '../core/build/schema'
import { LoomError } from '../core/errors'
import type { BuildSummary, LogEntry, SaveResult } from '../core/formats/api-types'
import { asBuild } from '../core/formats/validate'
import type { NewBuild } from '../core/formats/request-schema'
import { blankBuild, templateBuild } from '../core/templates/template-build'
import { tellChange } from './changes'
import type { Sql, Tx } from './db'
import { knownId } from './ids'

/** Builds that are not deleted, last changed first. */
export async function listBuilds(sql: Sql): Promise<readonly BuildSummary[]> {
  const rows = await sql<(Omit<BuildSummary, 'updatedAt'> & { updatedAt: Date })[]>`
    select id, name, revision,
      jsonb_array_length(document->'items') as "itemCount",
      jsonb_array_length(document->'threads') as "threadCount",
      updated_at as "updatedAt"
    from builds where deleted_at is null
    order by updated_at desc, id
    limit 500`
  return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }))
}

function notFound(id: string): LoomError {
  return new LoomError(
    'NOT_FOUND',
    `There is no build “${id}” here; it may have been deleted. Go back to the list of builds.`,
  )
}

/** The document of a build, or a NOT_FOUND error. */
export async function getBuild(sql: Sql, id: string): Promise<Build> {
  const [row] = await sql<
    { document: Build }[]
  >`select document from builds where id = ${knownId(id, notFound)} and deleted_at is null`
  if (row === undefined) throw notFound(id)
  return row.document
}

async function insertBuild(sql: Sql, build: Build): Promise<Build> {
  // A request sent twice carries the same id and finds its build made already.
  await sql`
    insert into builds (id, name, revision, document, initial_document)
    values (${build.id}, ${build.name}, ${build.revision}, ${sql.json(build as never)}, ${sql.json(build as never)})
    on conflict (id) do nothing`
  return getBuild(sql, build.id)
}

async function freeName(sql: Sql, name: string): Promise<string> {
  const rows = await sql<{ name: string }[]>`select name from builds where deleted_at is null`
  const taken = new Set(rows.map((row) => row.name))
  if (!taken.has(name)) return name
  const stem = name.slice(0, 100)
  for (let number = 1; ; number += 1) {
    const candidate = number === 1 ? `${stem} (copy)` : `${stem} (copy ${number})`
    if (!taken.has(candidate)) return candidate
  }
}

/** Makes a blank build, a copy, or the template build of three choices. */
export async function createBuild(sql: Sql, wish: NewBuild): Promise<Build> {
  switch (wish.from) {
    case 'blank':
      return insertBuild(sql, blankBuild(wish.id, wish.name))
    case 'template':
      return insertBuild(sql, templateBuild(wish))
    case 'copy': {
      const source = await getBuild(sql, wish.sourceId)
      return insertBuild(sql, { ...source, id: wish.id, name: await freeName(sql, source.name), revision: 0 })
    }
    default:
      return wish satisfies never
  }
}

/** Keeps an imported build as one of its own: a new id, revision 0, and a name nobody else has. */
export async function importBuild(sql: Sql, build: Build): Promise<Build> {
  return insertBuild(sql, { ...build, id: randomUUID(), name: await freeName(sql, build.name), revision: 0 })
}

/** Puts demo builds into a store that never held one. */
export async function seedBuilds(sql: Sql, builds: readonly Build[]): Promise<void> {
  const [held] = await sql`select 1 from builds limit 1`
  if (held !== undefined) return
  for (const build of builds) await insertBuild(sql, build)
}

/** Takes a build off the list; restoreBuild brings it back as it was. */
export async function deleteBuild(sql: Sql, id: string): Promise<void> {
  const rows =
    await sql`update builds set deleted_at = now() where id = ${knownId(id, notFound)} and deleted_at is null returning id`
  if (rows.length === 0) throw notFound(id)
}

export async function restoreBuild(sql: Sql, id: string): Promise<void> {
  const rows = await sql`update builds set deleted_at = null where id = ${knownId(id, notFound)} returning id`
  if (rows.length === 0) throw notFound(id)
}

type LogRow = LogEntry & { readonly slots: readonly string[] }

async function logSince(sql: Sql | Tx, id: string, revision: number): Promise<readonly LogRow[]> {
  return sql<LogRow[]>`
    select revision, edit_id as "editId", edit, slots from build_edits
    where build_id = ${id} and revision > ${revision}
    order by revision`
}

const asEntry = ({ revision, editId, edit }: LogRow): LogEntry => ({ revision, editId, edit })

/** The edits saved after a revision, oldest first. */
export async function editsSince(sql: Sql, id: string, revision: number): Promise<readonly LogEntry[]> {
  await getBuild(sql, id)
  return (await logSince(sql, id, revision)).map(asEntry)
}

interface Appended {
  readonly document: Build
  readonly rows: readonly LogRow[]
  readonly clash: { readonly slots: readonly Slot[]; readonly reason: string } | undefined
}

/** Applies edits on top of a document, as long as none touches a slot that somebody else changed meanwhile. */
function append(document: Build, edits: Save['edits'], theirSlots: ReadonlySet<string>): Appended {
  let current = document
  const rows: LogRow[] = []
  const refuse = (slots: readonly Slot[], reason: string): Appended => ({
    document,
    rows: [],
    clash: { slots, reason },
  })
  for (const { id, edit: wanted } of edits) {
    const slots = slotsOf(wanted, current)
    const clashing = slots.filter((slot) => theirSlots.has(slotKey(slot)))
    if (clashing.length > 0) return refuse(clashing, 'Somebody changed the same thing meanwhile.')
    try {
      const edit = adaptTo(current, wanted)
      current = { ...apply(current, edit).build, revision: current.revision + 1 }
      rows.push({ revision: current.revision, editId: id, edit, slots: slots.map(slotKey) })
    } catch (error) {
      if (error instanceof LoomError) return refuse([], error.message)
      throw error
    }
  }
  return { document: current, rows, clash: undefined }
}

/**
 * Appends edits to a build's log and its snapshot, under a lock on its row: all of them or none. An edit that is in the
 * log already (a resend) is not applied twice. Edits that touch other things than newer ones go on top of those.
 */
export async function saveEdits(sql: Sql, id: string, save: Save): Promise<SaveResult> {
  return sql.begin(async (tx): Promise<SaveResult> => {
    const [row] = await tx<{ document: Build; revision: number }[]>`
      select document, revision from builds where id = ${knownId(id, notFound)} and deleted_at is null for update`
    if (row === undefined) throw notFound(id)
    if (save.baseRevision > row.revision) {
      throw new LoomError(
        'REQUEST_REFUSED',
        `This build is at revision ${row.revision}, but the page has ${save.baseRevision}; reload the page.`,
      )
    }
    const ids = save.edits.map((entry) => entry.id)
    const known = new Set(
      (
        await tx<
          { edit_id: string }[]
        >`select edit_id from build_edits where build_id = ${id} and edit_id in ${tx(ids)}`
      ).map((r) => r.edit_id),
    )
    const since = await logSince(tx, id, save.baseRevision)
    const fresh = save.edits.filter((entry, index) => !known.has(entry.id) && ids.indexOf(entry.id) === index)
    const theirSlots = new Set(since.filter((entry) => !ids.includes(entry.editId)).flatMap((entry) => entry.slots))
    const { document, rows, clash } = append(row.document, fresh, theirSlots)
    if (clash !== undefined) {
      // With nothing newer in between, the edits themselves are at fault, and no choice between two values helps.
      if (theirSlots.size === 0) throw new LoomError('EDIT_NOT_POSSIBLE', clash.reason)
      return { outcome: 'conflict', revision: row.revision, entries: since.map(asEntry), ...clash }
    }
    if (rows.length > 0) {
      asBuild(document)
      await tx`insert into build_edits ${tx(
        rows.map((r) => ({
          build_id: id,
          revision: r.revision,
          edit_id: r.editId,
          edit: tx.json(r.edit as never),
          slots: r.slots as string[],
        })) as never,
      )}`
      await tx`
        update builds
        set document = ${tx.json(document as never)}, revision = ${document.revision}, name = ${document.name}, updated_at = now()
        where id = ${id}`
      await tellChange(tx, { id, revision: document.revision })
    }
    return { outcome: 'saved', revision: document.revision, entries: [...since, ...rows].map(asEntry) }
  })
}
