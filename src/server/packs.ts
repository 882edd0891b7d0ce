import { LoomError } from '../core/errors'
import type { Page, PartsRead, ShelfOrigin, ShelfPack } from '../core/formats/api-types'
import type { Pack } from '../core/build/schema'
import type { PackOffer } from '../core/weave/problem/problem'
import { PARTS_VERSION, type PartsFile } from '../core/formats/parts-file'
import { PACK_STEPS, upgraded } from '../core/formats/upgrade'
import type { Sql, Tx } from './db'
import { knownId } from './ids'
import { namesHold, pageAt } from './pages'
import { importParts, MOST_OFFERED, OFFERED_KINDS, partsById } from './parts'

interface Row {
  readonly revision: number
  readonly origin: ShelfOrigin
  readonly spec: unknown
  readonly formatVersion: number
}

const columns = (sql: Sql | Tx) => sql`revision, origin, spec, format_version as "formatVersion"`

/** The pack of a row, brought up to date where an older program wrote it. */
const packIn = ({ spec, formatVersion }: Pick<Row, 'spec' | 'formatVersion'>): Pack =>
  upgraded(spec, formatVersion, PACK_STEPS) as Pack

const rowOf = (sql: Sql | Tx, pack: Pack, origin: 'own' | 'demo') => ({
  id: pack.id,
  origin,
  name: pack.name,
  spec: sql.json(pack as never),
  format_version: PARTS_VERSION,
})

async function withParts(sql: Sql, rows: readonly Row[]): Promise<readonly ShelfPack[]> {
  const packs = rows.map((row) => ({ ...row, pack: packIn(row) }))
  const ids = new Set(packs.flatMap(({ pack }) => pack.contents.map(({ partId }) => partId)))
  const parts = new Map((await partsById(sql, [...ids])).map((shelfPart) => [shelfPart.part.id, shelfPart]))
  return packs.map(({ revision, origin, pack }) => ({
    revision,
    origin,
    pack,
    parts: pack.contents.flatMap(({ partId }) => parts.get(partId) ?? []),
  }))
}

const PACKS_A_PAGE = 50

/** Packs that are not retired and whose names hold every word, by name and with their parts, a page of them. */
export async function listPacks(
  sql: Sql,
  { words, page }: { readonly words: string; readonly page: number },
): Promise<Page<ShelfPack>> {
  const filter = sql`retired_at is null and ${namesHold(sql, words)}`
  const [counted] = await sql<{ count: number }[]>`select count(*)::int as count from packs where ${filter}`
  const { offset, ...at } = pageAt(counted!.count, page, PACKS_A_PAGE)
  const rows = await sql<Row[]>`
    select ${columns(sql)} from packs where ${filter}
    order by lower(name), id limit ${PACKS_A_PAGE} offset ${offset}`
  return { rows: await withParts(sql, rows), count: counted!.count, ...at }
}

/** Packs of the shelf with something in them that a plan may propose to buy, each with its parts. */
export async function packsToOffer(sql: Sql): Promise<readonly Omit<PackOffer, 'priceCents'>[]> {
  const rows = await sql<Row[]>`
    select ${columns(sql)} from packs
    where retired_at is null and exists (
      select 1 from jsonb_array_elements(spec->'contents') as entry join parts on parts.id = entry->>'partId'
      where parts.kind in ${sql([...OFFERED_KINDS])})
    order by origin = 'own' desc, name, id limit ${MOST_OFFERED}`
  return (await withParts(sql, rows)).map(({ pack, parts }) => ({ pack, parts: parts.map(({ part }) => part) }))
}

function packMissing(id: string): LoomError {
  return new LoomError('NOT_FOUND', `There is no pack “${id}” on this shelf.`)
}

async function missingParts(sql: Sql | Tx, pack: Pack): Promise<void> {
  const ids = [...new Set(pack.contents.map(({ partId }) => partId))]
  if (ids.length === 0)
    throw new LoomError('FORMAT_WRONG', 'At /contents: a pack holds at least one part.', '/contents')
  const held = new Set((await sql<{ id: string }[]>`select id from parts where id = any(${ids})`).map(({ id }) => id))
  const index = pack.contents.findIndex(({ partId }) => !held.has(partId))
  if (index < 0) return
  throw new LoomError(
    'FORMAT_WRONG',
    `At /contents/${index}/partId: the shelf has no part “${pack.contents[index]!.partId}”.`,
    `/contents/${index}/partId`,
  )
}

function packChanged(pack: Pack): LoomError {
  return new LoomError(
    'CONFLICT',
    `Somebody changed the pack “${pack.name}” meanwhile. Nothing was changed; open it again.`,
  )
}

/** Keeps a pack of one's own, new or in the place of the one it was made from (its revision, or 0). */
export async function savePack(sql: Sql, pack: Pack, baseRevision: number): Promise<ShelfPack> {
  await sql.begin(async (tx) => {
    await missingParts(tx, pack)
    const [held] = await tx<
      Row[]
    >`select ${columns(sql)} from packs where id = ${knownId(pack.id, packMissing)} for update`
    if (held !== undefined && held.origin !== 'own') {
      throw new LoomError('REQUEST_REFUSED', `“${packIn(held).name}” comes with the program and stays as it is.`)
    }
    if ((held?.revision ?? 0) !== baseRevision) throw packChanged(pack)
    // Two that make a pack of one id at once both find none; the second of them must not go over the first.
    const kept = await tx`
      insert into packs ${tx(rowOf(tx, pack, 'own') as never)}
      on conflict (id) do update
      set name = excluded.name, spec = excluded.spec, format_version = excluded.format_version, revision = packs.revision + 1, retired_at = null, updated_at = now()
      where packs.revision = ${baseRevision} returning id`
    if (kept.length === 0) throw packChanged(pack)
  })
  return getPack(sql, pack.id)
}

async function getPack(sql: Sql, id: string): Promise<ShelfPack> {
  const rows = await sql<Row[]>`select ${columns(sql)} from packs where id = ${id}`
  const [found] = await withParts(sql, rows)
  if (found === undefined) throw packMissing(id)
  return found
}

/** Takes a pack off the shelf, or puts it back. */
export async function retirePack(sql: Sql, id: string, isRetired: boolean): Promise<void> {
  const rows = await sql`
    update packs set retired_at = ${isRetired ? sql`now()` : null} where id = ${knownId(id, packMissing)} returning id`
  if (rows.length === 0) throw packMissing(id)
}

/** Puts the packs that come with the program on the shelf, those that are not there yet. */
export async function seedPacks(sql: Sql, packs: readonly Pack[]): Promise<void> {
  for (const pack of packs) {
    await sql`
      insert into packs ${sql(rowOf(sql, pack, 'demo') as never)}
      on conflict (id) do nothing`
  }
}

/** Keeps the parts and packs of a file as one's own: all of it or nothing. */
export async function importPartsFile(
  sql: Sql,
  { parts, packs = [] }: Pick<PartsFile, 'parts' | 'packs'>,
): Promise<PartsRead> {
  return sql.begin(async (tx) => {
    const { idOf, ...counts } =
      parts.length === 0
        ? { idOf: new Map<string, string>(), addedCount: 0, knownCount: 0 }
        : await importParts(tx, parts)
    let packCount = 0
    for (const pack of packs) {
      const contents = pack.contents.map((entry) => ({ ...entry, partId: idOf.get(entry.partId) ?? entry.partId }))
      const own = { ...pack, contents }
      await missingParts(tx, own)
      const rows = await tx`
        insert into packs ${tx(rowOf(tx, own, 'own') as never)}
        on conflict (id) do nothing returning id`
      packCount += rows.length
    }
    return { ...counts, packCount }
  })
}

/** Every pack of one's own that is not retired. */
export async function ownPacks(sql: Sql): Promise<readonly Pack[]> {
  return (
    await sql<Row[]>`select ${columns(sql)} from packs where origin = 'own' and retired_at is null order by name, id`
  ).map(packIn)
}
