import { createHash, randomUUID } from 'node:crypto'
import { adaptTo, slotKey, slotsOf, type Slot } from '../core/build/slots'
import { apply } from '../core/build/apply'
import { describeEdit } from '../core/build/describe'
import type { Edit, Save } from '../core/build/edit-schema'
import type { Build } from '../core/build/schema'
import { LoomError } from '../core/errors'
import type { BuildSummary, Damage, DeletedBuild, LogEntry, Page, SaveResult } from '../core/formats/api-types'
import { canonicalJson } from '../core/formats/canonical'
import { tooLarge } from '../core/formats/json-text'
import { mendDocument } from '../core/formats/mend-document'
import { LIMITS } from '../core/formats/schema-kit'
import { asBuild, asNewest, isNewerBuild } from '../core/formats/validate'
import type { NewBuild } from '../core/formats/request-schema'
import { blankBuild, templateBuild } from '../core/templates/template-build'
import { cut } from '../core/units/cut'
import { tellChange } from './changes'
import { keepCheckpoint } from './checkpoints'
import type { Sql, Tx } from './db'
import { knownId } from './ids'
import { namesHold, pageAt } from './pages'

const BUILDS_A_PAGE = 30
/** A deleted build can be put back for so many days; then it goes for good, with all that hangs on it. */
const DAYS_DELETED_ARE_KEPT = 30

const ORDERS = {
  changed: 'updated_at desc, id',
  made: 'created_at desc, id',
  name: 'lower(name), id',
} as const
export type BuildOrder = keyof typeof ORDERS
export const BUILD_ORDERS = Object.keys(ORDERS) as readonly BuildOrder[]

/** Builds that are not deleted and whose names hold every word, a page of them. */
export async function listBuilds(
  sql: Sql,
  { words, order, page }: { readonly words: string; readonly order: BuildOrder; readonly page: number },
): Promise<Page<BuildSummary>> {
  const filter = sql`deleted_at is null and ${namesHold(sql, words)}`
  const [counted] = await sql<{ count: number }[]>`select count(*)::int as count from builds where ${filter}`
  const at = pageAt(counted!.count, page, BUILDS_A_PAGE)
  const rows = await sql<(Omit<BuildSummary, 'updatedAt'> & { updatedAt: Date })[]>`
    select id, name, revision, ${lengthOf(sql, 'items')} as "itemCount", ${lengthOf(sql, 'threads')} as "threadCount",
      updated_at as "updatedAt"
    from builds where ${filter}
    order by ${sql.unsafe(ORDERS[order])}
    limit ${BUILDS_A_PAGE} offset ${at.offset}`
  const { page: shown, pageCount } = at
  return {
    rows: rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() })),
    count: counted!.count,
    page: shown,
    pageCount,
  }
}

/** How many entries a list of the document has; 0 where a damaged document has no such list. */
const lengthOf = (sql: Sql, list: 'items' | 'threads') =>
  sql`case jsonb_typeof(document->${list}) when 'array' then jsonb_array_length(document->${list}) else 0 end`

/** Builds that were deleted and can still be put back, the last deleted first. */
export async function listDeleted(sql: Sql): Promise<readonly DeletedBuild[]> {
  const rows = await sql<{ id: string; name: string; deletedAt: Date; goesAt: Date }[]>`
    select id, name, deleted_at as "deletedAt", deleted_at + ${DAYS_DELETED_ARE_KEPT} * interval '1 day' as "goesAt"
    from builds where deleted_at is not null order by deleted_at desc, id limit 200`
  return rows.map(({ deletedAt, goesAt, ...row }) => ({
    ...row,
    deletedAt: deletedAt.toISOString(),
    goesAt: goesAt.toISOString(),
  }))
}

function notFound(id: string): LoomError {
  return new LoomError(
    'NOT_FOUND',
    `There is no build “${id}” here; it may have been deleted. Go back to the list of builds.`,
  )
}

/** A build as its row holds it: the document as it was written, sound or not. */
export interface StoredBuild {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly document: unknown
}

/** The row of a build, or a NOT_FOUND error; the document is as it was written, and nobody has looked at it. */
export async function getStored(sql: Sql, id: string): Promise<StoredBuild> {
  const [row] = await sql<
    StoredBuild[]
  >`select id, name, revision, document from builds where id = ${knownId(id, notFound)} and deleted_at is null`
  if (row === undefined) throw notFound(id)
  return row
}

/** The stored document as a sound build of the newest version, or a DOCUMENT_BROKEN error that names the place. */
export function asStored({ name, document }: Pick<StoredBuild, 'name' | 'document'>): Build {
  try {
    return asBuild(document)
  } catch (error) {
    if (!(error instanceof LoomError)) throw error
    throw new LoomError(
      'DOCUMENT_BROKEN',
      `The stored build “${name}” cannot be read. ${error.message} Open its page to mend it or to take it out as a file.`,
      error.place,
    )
  }
}

/** The sound document of a build; a NOT_FOUND or a DOCUMENT_BROKEN error. */
export async function getBuild(sql: Sql, id: string): Promise<Build> {
  return asStored(await getStored(sql, id))
}

async function insertBuild(sql: Sql | Tx, build: Build): Promise<void> {
  // A request sent twice carries the same id and finds its build made already.
  await sql`
    insert into builds (id, name, revision, document, initial_document)
    values (${build.id}, ${build.name}, ${build.revision}, ${sql.json(build as never)}, ${sql.json(build as never)})
    on conflict (id) do nothing`
}

/** Any number, the same for every server of this database: names are given one after the other. */
const NAMING_LOCK = 7_261_945
/** What “ (copy 1234)” takes of a name. */
const ROOM_FOR_NUMBER = 16

async function freeName(tx: Tx, name: string): Promise<string> {
  await tx`select pg_advisory_xact_lock(${NAMING_LOCK})`
  const stem = cut(name.replace(/ \(copy(?: \d+)?\)$/, ''), LIMITS.nameLength - ROOM_FOR_NUMBER)
  const rows = await tx<{ name: string }[]>`
    select name from builds where deleted_at is null and (name = ${name} or starts_with(name, ${`${stem} (copy`}))`
  const taken = new Set(rows.map((row) => row.name))
  if (!taken.has(name)) return name
  for (let number = 1; ; number += 1) {
    const candidate = number === 1 ? `${stem} (copy)` : `${stem} (copy ${number})`
    if (!taken.has(candidate)) return candidate
  }
}

/** Keeps a build as a new one, under a name that nobody else has. */
async function insertNamed(sql: Sql, build: Build): Promise<Build> {
  return sql.begin(async (tx) => {
    const named = { ...build, name: await freeName(tx, build.name), revision: 0 }
    await insertBuild(tx, named)
    return named
  })
}

/** Makes a blank build, a copy, or the template build of three choices. */
export async function createBuild(sql: Sql, wish: NewBuild): Promise<Build> {
  switch (wish.from) {
    case 'blank':
      await insertBuild(sql, blankBuild(wish.id, wish.name))
      break
    case 'template':
      await insertBuild(sql, templateBuild(wish))
      break
    case 'copy':
      await insertNamed(sql, { ...(await getBuild(sql, wish.sourceId)), id: wish.id })
      break
    default:
      return wish satisfies never
  }
  return getBuild(sql, wish.id)
}

/** Keeps an imported build as one of its own: a new id, revision 0, and a name nobody else has. */
export async function importBuild(sql: Sql, build: Build): Promise<Build> {
  return insertNamed(sql, { ...build, id: randomUUID() })
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

/** Deletes a build for good, with its log and all that hangs on it. Only one that is deleted already. */
export async function forgetBuild(sql: Sql, id: string): Promise<void> {
  const rows = await sql`delete from builds where id = ${knownId(id, notFound)} and deleted_at is not null returning id`
  if (rows.length > 0) return
  await getStored(sql, id)
  throw new LoomError('REQUEST_REFUSED', 'Only a build that is deleted already can go for good; delete it first.')
}

/** Forgets every build whose days in the list of deleted ones are over; gives how many. */
export async function forgetOldBuilds(sql: Sql): Promise<number> {
  const rows = await sql`
    delete from builds where deleted_at < now() - ${DAYS_DELETED_ARE_KEPT} * interval '1 day' returning id`
  return rows.length
}

/** Puts a deleted build back on the list. */
export async function restoreBuild(sql: Sql, id: string): Promise<void> {
  const rows = await sql`update builds set deleted_at = null where id = ${knownId(id, notFound)} returning id`
  if (rows.length === 0) throw notFound(id)
}

async function logSince(sql: Sql | Tx, id: string, revision: number): Promise<readonly LogEntry[]> {
  return sql<LogEntry[]>`
    select revision, edit_id as "editId", edit, slots from build_edits
    where build_id = ${id} and revision > ${revision}
    order by revision`
}

/** The edits saved after a revision, oldest first. */
export async function editsSince(sql: Sql, id: string, revision: number): Promise<readonly LogEntry[]> {
  await getStored(sql, id)
  return logSince(sql, id, revision)
}

/** What is kept of a saved edit beside what pages are told. */
interface LogRow extends LogEntry {
  readonly label: string
  readonly digest: string
}

interface Appended {
  readonly document: Build
  readonly rows: readonly LogRow[]
  readonly clash: { readonly slots: readonly Slot[]; readonly reason: string; readonly index: number } | undefined
}

/** Applies edits on top of a document, as long as none touches a slot that somebody else changed meanwhile. */
function append(document: Build, edits: Save['edits'], theirSlots: ReadonlySet<string>): Appended {
  let current = document
  const rows: LogRow[] = []
  const refuse = (slots: readonly Slot[], reason: string, index: number): Appended => ({
    document,
    rows: [],
    clash: { slots, reason, index },
  })
  for (const [index, { id, edit: wanted }] of edits.entries()) {
    try {
      const slots = slotsOf(wanted, current)
      const clashing = slots.filter((slot) => theirSlots.has(slotKey(slot)))
      if (clashing.length > 0) return refuse(clashing, 'Somebody changed the same thing meanwhile.', index)
      const edit = adaptTo(current, wanted)
      const label = describeEdit(edit, current)
      current = { ...apply(current, edit).build, revision: current.revision + 1 }
      rows.push({
        revision: current.revision,
        editId: id,
        edit,
        slots: slots.map(slotKey),
        label,
        digest: digestOf(wanted),
      })
    } catch (error) {
      if (error instanceof LoomError) return refuse([], error.message, index)
      throw error
    }
  }
  return { document: current, rows, clash: undefined }
}

const digestOf = (edit: Edit): string => createHash('sha256').update(canonicalJson(edit)).digest('hex')

/** The ids among these edits that are in the log; an error where one of them stood for another edit. */
async function knownAmong(tx: Tx, buildId: string, edits: Save['edits']): Promise<ReadonlySet<string>> {
  const held = await tx<{ editId: string; digest: string | null }[]>`
    select edit_id as "editId", sent_digest as digest from build_edits
    where build_id = ${buildId} and edit_id = any(${edits.map(({ id }) => id)})`
  const digests = new Map(held.map(({ editId, digest }) => [editId, digest]))
  for (const [index, { id, edit }] of edits.entries()) {
    const digest = digests.get(id)
    if (digest !== undefined && digest !== null && digest !== digestOf(edit)) {
      const place = `/edits/${index}/id`
      throw new LoomError(
        'REQUEST_REFUSED',
        `At ${place}: the id “${id}” stands for another edit already. Nothing was saved; give each edit an id of its own.`,
        place,
      )
    }
    if (digest === undefined) digests.set(id, digestOf(edit))
  }
  return new Set(held.map(({ editId }) => editId))
}

/** A document over this size is written out to see whether its file would be too large to be read again. */
const SURELY_READABLE_LENGTH = LIMITS.fileBytes / 8

function mustBeReadable(document: Build): void {
  if (JSON.stringify(document).length < SURELY_READABLE_LENGTH) return
  const bytes = Buffer.byteLength(canonicalJson(document))
  if (bytes > LIMITS.fileBytes) throw tooLarge(bytes)
}

/**
 * A stored document with edits on top, validated once, at the end. Where that goes wrong, it is the document that is to
 * blame if it was not sound before.
 */
function appended(row: StoredBuild, fresh: Save['edits'], theirSlots: ReadonlySet<string>): Appended {
  try {
    const outcome = append(asNewest(row.document) as Build, fresh, theirSlots)
    if (outcome.rows.length > 0) asBuild(outcome.document)
    return outcome
  } catch (error) {
    asStored(row)
    throw error
  }
}

/**
 * Appends edits to a build's log and its snapshot, under a lock on its row: all of them or none. An edit that is in the
 * log already (a resend) is not applied twice. Edits that touch other things than newer ones go on top of those.
 */
export async function saveEdits(sql: Sql, id: string, save: Save): Promise<SaveResult> {
  return sql.begin(async (tx): Promise<SaveResult> => {
    const row = await lockStored(tx, id)
    if (save.baseRevision > row.revision) {
      throw new LoomError(
        'REQUEST_REFUSED',
        `This build is at revision ${row.revision}, but the page has ${save.baseRevision}; reload the page.`,
      )
    }
    const ids = save.edits.map((entry) => entry.id)
    const known = await knownAmong(tx, id, save.edits)
    const since = await logSince(tx, id, save.baseRevision)
    const fresh = save.edits.filter((entry, index) => !known.has(entry.id) && ids.indexOf(entry.id) === index)
    const theirSlots = new Set(since.filter((entry) => !ids.includes(entry.editId)).flatMap((entry) => entry.slots))
    const { document, rows, clash } = appended(row, fresh, theirSlots)
    if (clash !== undefined) {
      // With nothing newer in between, the edits themselves are at fault, and no choice between two values helps.
      const { slots, reason, index } = clash
      if (theirSlots.size === 0) {
        const place = `/edits/${save.edits.indexOf(fresh[index]!)}`
        throw new LoomError('EDIT_NOT_POSSIBLE', reason, place)
      }
      return { outcome: 'conflict', revision: row.revision, entries: since, slots, reason }
    }
    if (rows.length > 0) {
      mustBeReadable(document)
      await tx`insert into build_edits ${tx(
        rows.map((r) => ({
          build_id: id,
          revision: r.revision,
          edit_id: r.editId,
          edit: tx.json(r.edit as never),
          slots: r.slots as string[],
          label: r.label,
          sent_digest: r.digest,
        })) as never,
      )}`
      await tx`
        update builds
        set document = ${tx.json(document as never)}, revision = ${document.revision}, name = ${document.name}, updated_at = now()
        where id = ${id}`
      await keepCheckpoint(tx, row.revision, document)
      await tellChange(tx, { id, revision: document.revision })
    }
    return { outcome: 'saved', revision: document.revision, entries: [...since, ...rows.map(asEntry)] }
  })
}

const asEntry = ({ revision, editId, edit, slots }: LogRow): LogEntry => ({ revision, editId, edit, slots })

/** What stands in the way of reading a stored build, and what mending it would take out; undefined for a sound one. */
export function damageOf(stored: StoredBuild): Damage | undefined {
  try {
    asBuild(stored.document)
    return undefined
  } catch (error) {
    if (!(error instanceof LoomError)) throw error
    const { id, name, revision, document } = stored
    const isNewer = isNewerBuild(document)
    return {
      id,
      name,
      revision,
      isNewer,
      fault: error.message,
      removals: isNewer ? [] : mendDocument(document, stored).removals,
    }
  }
}

/** A row with its lock; a NOT_FOUND error. */
async function lockStored(tx: Tx, id: string): Promise<StoredBuild> {
  const [row] = await tx<StoredBuild[]>`
    select id, name, document, revision from builds where id = ${knownId(id, notFound)} and deleted_at is null for update`
  if (row === undefined) throw notFound(id)
  return row
}

/** Puts a document in place of a stored one, as the beginning of a new history. */
async function beginAnew(tx: Tx, build: Build): Promise<void> {
  const document = tx.json(build as never)
  await tx`
    update builds set document = ${document}, initial_document = ${document}, revision = ${build.revision},
      name = ${build.name}, updated_at = now()
    where id = ${build.id}`
  await tx`delete from build_checkpoints where build_id = ${build.id}`
  await tellChange(tx, { id: build.id, revision: build.revision })
}

/** Mends a stored build by what `damageOf` said; its history begins anew there. */
export async function mendBuild(sql: Sql, id: string): Promise<void> {
  await sql.begin(async (tx) => {
    const row = await lockStored(tx, id)
    if (damageOf(row) === undefined) return
    if (isNewerBuild(row.document)) {
      throw new LoomError('REQUEST_REFUSED', 'A newer program wrote this build; open it with that one.')
    }
    const revision = row.revision + 1
    await beginAnew(tx, { ...mendDocument(row.document, { ...row, revision }).build, id, revision })
  })
}

/** Keeps the document of a build as it stands and forgets how it came to that; the log stays in the store. */
export async function restartHistory(sql: Sql, id: string): Promise<void> {
  await sql.begin(async (tx) => {
    const row = await lockStored(tx, id)
    const build = asStored(row)
    await beginAnew(tx, { ...build, id, revision: Math.max(row.revision, build.revision) + 1 })
  })
}
