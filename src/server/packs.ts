import { LoomError } from '../core/errors'
import type { PartsRead, ShelfOrigin, ShelfPack } from '../core/formats/api-types'
import type { Pack } from '../core/build/schema'
import type { PackOffer } from '../core/weave/problem'
import type { PartsFile } from '../core/formats/parts-file'
import type { Sql, Tx } from './db'
import { knownId } from './ids'
import { importParts, MOST_OFFERED, OFFERED_KINDS, partsById } from './parts'

interface Row {
  readonly revision: number
  readonly origin: ShelfOrigin
  readonly spec: Pack
}

async function withParts(sql: Sql, rows: readonly Row[]): Promise<readonly ShelfPack[]> {
  const ids = new Set(rows.flatMap(({ spec }) => spec.contents.map(({ partId }) => partId)))
  const parts = new Map((await partsById(sql, [...ids])).map((shelfPart) => [shelfPart.part.id, shelfPart]))
  return rows.map(({ revision, origin, spec }) => ({
    revision,
    origin,
    pack: spec,
    parts: spec.contents.flatMap(({ partId }) => parts.get(partId) ?? []),
  }))
}

/** Every pack that is not retired, by name, with its parts. */
export async function listPacks(sql: Sql): Promise<readonly ShelfPack[]> {
  return withParts(
    sql,
    await sql<Row[]>`select revision, origin, spec from packs where retired_at is null order by name, id limit 500`,
  )
}

/** Packs of the shelf with something in them that a plan may propose to buy, each with its parts. */
export async function packsToOffer(sql: Sql): Promise<readonly Omit<PackOffer, 'priceCents'>[]> {
  const packs = (await listPacks(sql)).map(({ pack, parts }) => ({ pack, parts: parts.map(({ part }) => part) }))
  return packs
    .filter(({ parts }) => parts.some(({ kind }) => OFFERED_KINDS.some((offered) => offered === kind)))
    .slice(0, MOST_OFFERED)
}

function packMissing(id: string): LoomError {
  return new LoomError('NOT_FOUND', `There is no pack “${id}” on this shelf.`)
}

async function missingParts(sql: Sql | Tx, pack: Pack): Promise<void> {
  const ids = [...new Set(pack.contents.map(({ partId }) => partId))]
  if (ids.length === 0)
    throw new LoomError('FORMAT_WRONG', 'At /contents: a pack holds at least one part.', '/contents')
  const held = new Set((await sql<{ id: string }[]>`select id from parts where id in ${sql(ids)}`).map(({ id }) => id))
  const index = pack.contents.findIndex(({ partId }) => !held.has(partId))
  if (index < 0) return
  throw new LoomError(
    'FORMAT_WRONG',
    `At /contents/${index}/partId: the shelf has no part “${pack.contents[index]!.partId}”.`,
    `/contents/${index}/partId`,
  )
}

/** Keeps a pack of one's own, new or in the place of the one it was made from (its revision, or 0). */
export async function savePack(sql: Sql, pack: Pack, baseRevision: number): Promise<ShelfPack> {
  await sql.begin(async (tx) => {
    await missingParts(tx, pack)
    const [held] = await tx<
      Row[]
    >`select revision, origin, spec from packs where id = ${knownId(pack.id, packMissing)} for update`
    if (held !== undefined && held.origin !== 'own') {
      throw new LoomError('REQUEST_REFUSED', `“${held.spec.name}” comes with the program and stays as it is.`)
    }
    if ((held?.revision ?? 0) !== baseRevision) {
      throw new LoomError(
        'CONFLICT',
        `Somebody changed the pack “${pack.name}” meanwhile. Nothing was changed; open it again.`,
      )
    }
    await tx`
      insert into packs (id, origin, name, spec) values (${pack.id}, 'own', ${pack.name}, ${tx.json(pack as never)})
      on conflict (id) do update
      set name = excluded.name, spec = excluded.spec, revision = packs.revision + 1, retired_at = null, updated_at = now()`
  })
  return getPack(sql, pack.id)
}

async function getPack(sql: Sql, id: string): Promise<ShelfPack> {
  const rows = await sql<Row[]>`select revision, origin, spec from packs where id = ${id}`
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
      insert into packs (id, origin, name, spec) values (${pack.id}, 'demo', ${pack.name}, ${sql.json(pack as never)})
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
        insert into packs (id, origin, name, spec) values (${own.id}, 'own', ${own.name}, ${tx.json(own as never)})
        on conflict (id) do nothing returning id`
      packCount += rows.length
    }
    return { ...counts, packCount }
  })
}

/** Every pack of one's own that is not retired. */
export async function ownPacks(sql: Sql): Promise<readonly Pack[]> {
  return (
    await sql<
      Row[]
    >`select revision, origin, spec from packs where origin = 'own' and retired_at is null order by name, id`
  ).map(({ spec }) => spec)
}
