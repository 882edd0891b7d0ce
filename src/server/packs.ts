import { LoomError } from '../core/errors'
import type { Page, PartsRead, ShelfOrigin, ShelfPack } from '../core/formats/api-types'
import type { Pack } from '../core/build/schema'
import type { PackOffer } from '../core/weave/problem/problem'
import { PARTS_VERSION, type PartsFile } from '../core/formats/parts-file'
import { PACK_STEPS, upgraded } from '../core/formats/upgrade'
import type { Tx } from './db'
import { knownId } from './ids'
import { namesHold, pageAt } from './pages'
import { takeOff } from './taken-off'
import { importParts, MOST_OFFERED, OFFERED_KINDS, partsById } from './parts'

interface Row {
  readonly revision: number
  readonly origin: ShelfOrigin
  readonly spec: unknown
  readonly formatVersion: number
}

const columns = (tx: Tx) => tx`revision, origin, spec, format_version as "formatVersion"`

/** The pack of a row, brought up to date where an older program wrote it. */
const packIn = ({ spec, formatVersion }: Pick<Row, 'spec' | 'formatVersion'>): Pack =>
  upgraded(spec, formatVersion, PACK_STEPS) as Pack

const rowOf = (tx: Tx, pack: Pack, origin: 'own' | 'demo') => ({
  id: pack.id,
  origin,
  name: pack.name,
  spec: tx.json(pack as never),
  format_version: PARTS_VERSION,
})

async function withParts(tx: Tx, rows: readonly Row[]): Promise<readonly ShelfPack[]> {
  const packs = rows.map((row) => ({ ...row, pack: packIn(row) }))
  const ids = new Set(packs.flatMap(({ pack }) => pack.contents.map(({ partId }) => partId)))
  const parts = new Map((await partsById(tx, [...ids])).map((shelfPart) => [shelfPart.part.id, shelfPart]))
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
  tx: Tx,
  { words, page }: { readonly words: string; readonly page: number },
): Promise<Page<ShelfPack>> {
  const filter = tx`not is_retired and ${namesHold(tx, words)}`
  const [counted] = await tx<{ count: number }[]>`select count(*)::int as count from packs_here where ${filter}`
  const { offset, ...at } = pageAt(counted!.count, page, PACKS_A_PAGE)
  const rows = await tx<Row[]>`
    select ${columns(tx)} from packs_here where ${filter}
    order by lower(name), id limit ${PACKS_A_PAGE} offset ${offset}`
  return { rows: await withParts(tx, rows), count: counted!.count, ...at }
}

/** Packs of the shelf with something in them that a plan may propose to buy, each with its parts. */
export async function packsToOffer(tx: Tx): Promise<readonly Omit<PackOffer, 'priceCents'>[]> {
  const rows = await tx<Row[]>`
    select ${columns(tx)} from packs_here packs
    where not is_retired and exists (
      select 1 from jsonb_array_elements(spec->'contents') as entry join parts_here parts on parts.id = entry->>'partId'
      where parts.kind in ${tx([...OFFERED_KINDS])})
    order by origin = 'own' desc, name, id limit ${MOST_OFFERED}`
  return (await withParts(tx, rows)).map(({ pack, parts }) => ({ pack, parts: parts.map(({ part }) => part) }))
}

function packMissing(id: string): LoomError {
  return new LoomError('NOT_FOUND', `There is no pack “${id}” on this shelf.`)
}

async function missingParts(tx: Tx, pack: Pack): Promise<void> {
  const ids = [...new Set(pack.contents.map(({ partId }) => partId))]
  if (ids.length === 0)
    throw new LoomError('FORMAT_WRONG', 'At /contents: a pack holds at least one part.', '/contents')
  const held = new Set(
    (await tx<{ id: string }[]>`select id from parts_here where id = any(${ids})`).map(({ id }) => id),
  )
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
export async function savePack(tx: Tx, pack: Pack, baseRevision: number): Promise<ShelfPack> {
  await missingParts(tx, pack)
  const [held] = await tx<Row[]>`select ${columns(tx)} from packs_here where id = ${knownId(pack.id, packMissing)}`
  if (held !== undefined && held.origin !== 'own') {
    throw new LoomError('REQUEST_REFUSED', `“${packIn(held).name}” comes with the program and stays as it is.`)
  }
  if ((held?.revision ?? 0) !== baseRevision) throw packChanged(pack)
  // Two that make a pack of one id at once both find none; the second of them must not go over the first.
  const kept = await tx`
    insert into packs ${tx(rowOf(tx, pack, 'own') as never)}
    on conflict (id, bench_id) do update
    set name = excluded.name, spec = excluded.spec, format_version = excluded.format_version, revision = packs.revision + 1, retired_at = null, updated_at = now()
    where packs.revision = ${baseRevision} returning id`
  if (kept.length === 0) throw packChanged(pack)
  return getPack(tx, pack.id)
}

async function getPack(tx: Tx, id: string): Promise<ShelfPack> {
  const rows = await tx<Row[]>`select ${columns(tx)} from packs_here where id = ${id}`
  const [found] = await withParts(tx, rows)
  if (found === undefined) throw packMissing(id)
  return found
}

/** Takes a pack off the shelf, or puts it back. */
export async function retirePack(tx: Tx, id: string, isRetired: boolean): Promise<void> {
  const { origin } = await getPack(tx, knownId(id, packMissing))
  if (origin === 'own') {
    await tx`update packs set retired_at = ${isRetired ? tx`now()` : null} where id = ${id} and origin = 'own'`
  } else await takeOff(tx, 'pack', id, isRetired)
}

/** Puts the packs that come with the program on the shelf, those that are not there yet. */
export async function seedPacks(tx: Tx, packs: readonly Pack[]): Promise<void> {
  for (const pack of packs) {
    await tx`
      insert into packs ${tx(rowOf(tx, pack, 'demo') as never)}
      on conflict (id, bench_id) do nothing`
  }
}

/** Keeps the parts and packs of a file as one's own: all of it or nothing. */
export async function importPartsFile(
  tx: Tx,
  { parts, packs = [] }: Pick<PartsFile, 'parts' | 'packs'>,
): Promise<PartsRead> {
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
      on conflict (id, bench_id) do nothing returning id`
    packCount += rows.length
  }
  return { ...counts, packCount }
}

/** Every pack of one's own that is not retired. */
export async function ownPacks(tx: Tx): Promise<readonly Pack[]> {
  return (
    await tx<Row[]>`select ${columns(tx)} from packs_here where origin = 'own' and not is_retired order by name, id`
  ).map(packIn)
}
