import { randomUUID } from 'node:crypto'
import type { Build } from '../core/build/schema'
import { LoomError } from '../core/errors'
import { DAYS_DELETED_ARE_KEPT, type BuildSummary, type DeletedBuild, type Page } from '../core/formats/api-types'
import { LIMITS } from '../core/schema/schema-kit'
import { asBuild } from '../core/formats/validate'
import type { NewBuild } from '../core/formats/request-schema'
import { startedBuild } from '../core/start/started-build'
import { blankBuild } from '../core/templates/template-build'
import { cut } from '../core/units/cut'
import type { Tx } from './db'
import { knownId } from './ids'
import { namesHold, pageAt } from './pages'

const BUILDS_A_PAGE = 30

const ORDERS = {
  changed: 'updated_at desc, id',
  made: 'created_at desc, id',
  name: 'lower(name), id',
} as const
export type BuildOrder = keyof typeof ORDERS
export const BUILD_ORDERS = Object.keys(ORDERS) as readonly BuildOrder[]

/** What of the list is wanted; no tag is all of them. */
export interface BuildsWish {
  readonly words: string
  readonly order: BuildOrder
  readonly page: number
  readonly tag?: string
}

/** Builds that are not deleted and whose names hold every word, a page of them. */
export async function listBuilds(tx: Tx, { words, order, page, tag }: BuildsWish): Promise<Page<BuildSummary>> {
  const tagged = tag === undefined ? tx`` : tx`and tags @> array[${tag}]`
  const filter = tx`deleted_at is null and ${namesHold(tx, words)} ${tagged}`
  const [counted] = await tx<{ count: number }[]>`select count(*)::int as count from builds_here where ${filter}`
  const { offset, ...at } = pageAt(counted!.count, page, BUILDS_A_PAGE)
  const rows = await tx<(Omit<BuildSummary, 'updatedAt'> & { updatedAt: Date })[]>`
    select id, name, revision, item_count as "itemCount", thread_count as "threadCount", tags, updated_at as "updatedAt"
    from builds_here where ${filter}
    order by ${tx.unsafe(ORDERS[order])}
    limit ${BUILDS_A_PAGE} offset ${offset}`
  return {
    rows: rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() })),
    count: counted!.count,
    ...at,
  }
}

/** Builds that were deleted and can still be put back, the last deleted first. */
export async function listDeleted(tx: Tx): Promise<readonly DeletedBuild[]> {
  const rows = await tx<{ id: string; name: string; deletedAt: Date; goesAt: Date }[]>`
    select id, name, deleted_at as "deletedAt", deleted_at + ${DAYS_DELETED_ARE_KEPT} * interval '1 day' as "goesAt"
    from builds_here where deleted_at is not null order by deleted_at desc, id limit 200`
  return rows.map(({ deletedAt, goesAt, ...row }) => ({
    ...row,
    deletedAt: deletedAt.toISOString(),
    goesAt: goesAt.toISOString(),
  }))
}

/** The error that says that a build is not there. */
export function noBuild(id: string): LoomError {
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
export async function getStored(tx: Tx, id: string): Promise<StoredBuild> {
  const [row] = await tx<
    StoredBuild[]
  >`select id, name, revision, document from builds where id = ${knownId(id, noBuild)} and deleted_at is null`
  if (row === undefined) throw noBuild(id)
  return row
}

/** An error where a build is not there or deleted; its document stays in the store. */
export async function mustExist(tx: Tx, id: string): Promise<void> {
  const rows = await tx`select 1 from builds where id = ${knownId(id, noBuild)} and deleted_at is null`
  if (rows.length === 0) throw noBuild(id)
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
export async function getBuild(tx: Tx, id: string): Promise<Build> {
  return asStored(await getStored(tx, id))
}

/** A row with its lock; a NOT_FOUND error. */
export async function lockStored(tx: Tx, id: string): Promise<StoredBuild> {
  const [row] = await tx<StoredBuild[]>`
    select id, name, document, revision from builds where id = ${knownId(id, noBuild)} and deleted_at is null for update`
  if (row === undefined) throw noBuild(id)
  return row
}

async function insertBuild(tx: Tx, build: Build): Promise<void> {
  // A request sent twice carries the same id and finds its build made already.
  await tx`
    insert into builds (id, name, revision, document, initial_document)
    values (${build.id}, ${build.name}, ${build.revision}, ${tx.json(build as never)}, ${tx.json(build as never)})
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
    select name from builds_here where deleted_at is null and (name = ${name} or starts_with(name, ${`${stem} (copy`}))`
  const taken = new Set(rows.map((row) => row.name))
  if (!taken.has(name)) return name
  for (let number = 1; ; number += 1) {
    const candidate = number === 1 ? `${stem} (copy)` : `${stem} (copy ${number})`
    if (!taken.has(candidate)) return candidate
  }
}

/** Keeps a build as a new one, under a name that nobody else has. */
async function insertNamed(tx: Tx, build: Build): Promise<Build> {
  const named = { ...build, name: await freeName(tx, build.name), revision: 0 }
  await insertBuild(tx, named)
  return named
}

/** Makes a blank build, a copy, or one with what typed lines say on its bench. */
export async function createBuild(tx: Tx, wish: NewBuild): Promise<Build> {
  switch (wish.from) {
    case 'blank':
      await insertBuild(tx, blankBuild(wish.id, wish.name))
      break
    case 'lines':
      await insertBuild(tx, asBuild(startedBuild(wish)))
      break
    case 'copy':
      await insertNamed(tx, { ...(await getBuild(tx, wish.sourceId)), id: wish.id })
      break
    default:
      return wish satisfies never
  }
  return getBuild(tx, wish.id)
}

/** Keeps an imported build as one of its own: a new id, revision 0, and a name nobody else has. */
export async function importBuild(tx: Tx, build: Build): Promise<Build> {
  return insertNamed(tx, { ...build, id: randomUUID() })
}

/** Puts demo builds into a store that never held one. */
export async function seedBuilds(tx: Tx, builds: readonly Build[]): Promise<void> {
  const [held] = await tx`select 1 from builds limit 1`
  if (held !== undefined) return
  for (const build of builds) await insertBuild(tx, build)
  await tx`update builds set tags = '{demo}'`
}

/** Takes several builds off the list; those that are gone already stay gone. */
export async function deleteBuilds(tx: Tx, ids: readonly string[]): Promise<void> {
  await tx`update builds set deleted_at = now() where id in ${tx(ids as string[])} and deleted_at is null`
}

/** Puts several deleted builds back on the list. */
export async function restoreBuilds(tx: Tx, ids: readonly string[]): Promise<void> {
  await tx`update builds set deleted_at = null where id in ${tx(ids as string[])}`
}

/** Takes a build off the list; restoreBuild brings it back as it was. */
export async function deleteBuild(tx: Tx, id: string): Promise<void> {
  const rows =
    await tx`update builds set deleted_at = now() where id = ${knownId(id, noBuild)} and deleted_at is null returning id`
  if (rows.length === 0) throw noBuild(id)
}

/** Deletes a build for good, with its log and all that hangs on it. Only one that is deleted already. */
export async function forgetBuild(tx: Tx, id: string): Promise<void> {
  const rows = await tx`delete from builds where id = ${knownId(id, noBuild)} and deleted_at is not null returning id`
  if (rows.length > 0) return
  await mustExist(tx, id)
  throw new LoomError('REQUEST_REFUSED', 'Only a build that is deleted already can go for good; delete it first.')
}

/** Forgets every build whose days in the list of deleted ones are over; gives how many. */
export async function forgetOldBuilds(tx: Tx): Promise<number> {
  const rows = await tx`
    delete from builds where deleted_at < now() - ${DAYS_DELETED_ARE_KEPT} * interval '1 day' returning id`
  return rows.length
}

/** Puts a deleted build back on the list. */
export async function restoreBuild(tx: Tx, id: string): Promise<void> {
  const rows = await tx`update builds set deleted_at = null where id = ${knownId(id, noBuild)} returning id`
  if (rows.length === 0) throw noBuild(id)
}
