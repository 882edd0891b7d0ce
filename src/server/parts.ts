import { createHash, randomUUID } from 'node:crypto'
import { LoomError } from '../core/errors'
import type { PartsRead, ShelfFound, ShelfOrigin, ShelfPart } from '../core/formats/api-types'
import { canonicalJson } from '../core/formats/canonical'
import { PARTS_VERSION } from '../core/formats/parts-file'
import type { PartSave } from '../core/formats/request-schema'
import { PART_STEPS, upgraded } from '../core/formats/upgrade'
import { FAMILY_FACTS } from '../core/parts/connectors'
import { KINDS } from '../core/parts/kinds'
import type { Part } from '../core/parts/schema'
import type { Sql, Tx } from './db'
import { knownId } from './ids'
import { takeOff } from './taken-off'

const MOST_FOUND = 60
const MOST_WORDS = 8
/** How alike a word and a part's text must be to come near; PostgreSQL's own measure from 0 to 1. */
const LEAST_LIKENESS = 0.35
const ROWS_AT_ONCE = 1000

interface Row {
  readonly revision: number
  readonly origin: ShelfOrigin
  readonly isRetired: boolean
  readonly spec: unknown
  readonly formatVersion: number
}

/** The part of a row, brought up to date where an older program wrote it. */
const partIn = ({ spec, formatVersion }: Pick<Row, 'spec' | 'formatVersion'>): Part =>
  upgraded(spec, formatVersion, PART_STEPS) as Part

const asShelfPart = ({ revision, origin, isRetired, ...row }: Row): ShelfPart => ({
  revision,
  origin,
  isRetired,
  part: partIn(row),
})

/** What search looks through: everything a person might read on the thing or in its name. */
function searchText(part: Part): string {
  const size = part.mechanical?.sizeMm?.value
  const ports = part.ports.flatMap(({ name, connector }) => [
    name,
    FAMILY_FACTS[connector.family].name,
    connector.maker ?? '',
    connector.label ?? '',
  ])
  const words = [part.name, part.maker ?? '', part.kind, part.note ?? '', ...new Set(ports)]
  return [...words, ...(size === undefined ? [] : [`${size} mm ${size}mm`])].join(' ').toLowerCase()
}

/** Equal exactly for parts that are the same but for their ids. */
function digestOf({ id: _id, shelf: _shelf, ...rest }: Part): string {
  return createHash('sha256').update(canonicalJson(rest)).digest('hex')
}

function columnsOf(part: Part, origin: ShelfOrigin) {
  return {
    id: part.id,
    origin,
    name: part.name,
    kind: part.kind,
    kind_rank: KINDS.indexOf(part.kind),
    size_mm: part.mechanical?.sizeMm?.value ?? null,
    families: [...new Set(part.ports.map(({ connector }) => connector.family))],
    digest: digestOf(part),
    spec: part,
    format_version: PARTS_VERSION,
    search_text: searchText(part),
  }
}

/** Inserts parts whose ids are free; those that are taken are left as they are. */
async function insertParts(tx: Tx, parts: readonly Part[], origin: ShelfOrigin): Promise<void> {
  for (let from = 0; from < parts.length; from += ROWS_AT_ONCE) {
    const rows = parts.slice(from, from + ROWS_AT_ONCE).map((part) => columnsOf(part, origin))
    await tx`insert into parts ${tx(rows.map((row) => ({ ...row, spec: tx.json(row.spec as never) })) as never)} on conflict (id, bench_id) do nothing`
  }
}

/** Puts the parts that come with the program on the shelf, those that are not there yet. */
export async function seedParts(tx: Tx, parts: readonly Part[], origin: 'demo' | 'template'): Promise<void> {
  await insertParts(tx, parts, origin)
}

export interface ShelfQuery {
  readonly text: string
  readonly kind?: string
  readonly family?: string
  readonly sizeMm?: number
  readonly origin?: string
  readonly isRetired?: boolean
}

/** Letters and digits of the words, so that none of them is an operator of the search. */
function wordsOf(text: string): readonly string[] {
  return text
    .toLowerCase()
    .split(/[^\p{L}\p{N}.]+/u)
    .map((word) => word.replaceAll(/^\.+|\.+$/g, ''))
    .filter((word) => word !== '')
    .slice(0, MOST_WORDS)
}

const columns = (tx: Tx) => tx`revision, origin, is_retired as "isRetired", spec, format_version as "formatVersion"`

function filters(tx: Tx, { kind, family, sizeMm, origin, isRetired }: ShelfQuery) {
  return tx`
    is_retired = ${isRetired === true}
    ${kind === undefined ? tx`` : tx`and kind = ${kind}`}
    ${family === undefined ? tx`` : tx`and families @> ${[family]}`}
    ${sizeMm === undefined ? tx`` : tx`and size_mm = ${sizeMm}`}
    ${origin === undefined ? tx`` : tx`and origin = ${origin}`}`
}

/** Parts whose text holds a word that begins like each word of the query, by kind and name; all for an empty query. */
async function holding(tx: Tx, query: ShelfQuery): Promise<readonly Row[]> {
  const wanted = wordsOf(query.text)
    .map((word) => `'${word}':*`)
    .join(' & ')
  return tx<Row[]>`
    select ${columns(tx)} from parts_here
    where ${filters(tx, query)} ${wanted === '' ? tx`` : tx`and search @@ to_tsquery('simple', ${wanted})`}
    order by kind_rank, name, id
    limit ${MOST_FOUND + 1}`
}

/** Parts whose text comes near the query, the nearest first: for a slip of the pen. */
async function near(tx: Tx, query: ShelfQuery): Promise<readonly Row[]> {
  const text = wordsOf(query.text).join(' ')
  // The operator finds its rows by the index, down to the likeness set for this transaction.
  await tx`select set_config('pg_trgm.word_similarity_threshold', ${String(LEAST_LIKENESS)}, true)`
  return tx<Row[]>`
    select ${columns(tx)} from parts_here
    where ${filters(tx, query)} and search_text %> ${text}
    order by search_text <->> ${text}, kind_rank, name, id
    limit ${MOST_FOUND}`
}

/** Searches the shelf; where nothing holds all the words, what comes near them. */
export async function searchParts(tx: Tx, query: ShelfQuery): Promise<ShelfFound> {
  const rows = await holding(tx, query)
  if (rows.length > 0 || wordsOf(query.text).length === 0) {
    return { parts: rows.slice(0, MOST_FOUND).map(asShelfPart), isNear: false, hasMore: rows.length > MOST_FOUND }
  }
  const found = await near(tx, query)
  return { parts: found.map(asShelfPart), isNear: found.length > 0, hasMore: false }
}

function partMissing(id: string): LoomError {
  return new LoomError('NOT_FOUND', `There is no part “${id}” on this shelf. Go back to the shelf and search for it.`)
}

/** A part of the shelf, retired ones too, or a NOT_FOUND error. */
export async function getPart(tx: Tx, id: string): Promise<ShelfPart> {
  const [row] = await tx<Row[]>`select ${columns(tx)} from parts_here where id = ${knownId(id, partMissing)}`
  if (row === undefined) throw partMissing(id)
  return asShelfPart(row)
}

/** Kinds of parts that a plan may propose to buy. */
export const OFFERED_KINDS = ['splitter', 'hub', 'controller', 'cable'] as const
/** So many things to buy are thought of at once; more would make planning slow. */
export const MOST_OFFERED = 40

/** Things of the shelf that a plan may propose to buy: splitters, hubs, boxes and cables, one's own first. */
export async function partsToOffer(tx: Tx): Promise<readonly Part[]> {
  const rows = await tx<Row[]>`
    select ${columns(tx)} from parts_here
    where not is_retired and kind in ${tx([...OFFERED_KINDS])}
    order by origin = 'own' desc, origin = 'demo' desc, name, id
    limit ${MOST_OFFERED}`
  return rows.map((row) => asShelfPart(row).part)
}

/** The parts with these ids, as far as the shelf holds them. */
export async function partsById(tx: Tx, ids: readonly string[]): Promise<readonly ShelfPart[]> {
  if (ids.length === 0) return []
  const rows = await tx<Row[]>`select ${columns(tx)} from parts_here where id = any(${[...ids]})`
  return rows.map(asShelfPart)
}

/** Keeps a new part of one's own. A request sent twice finds its part there already. */
export async function addPart(tx: Tx, { part }: PartSave): Promise<ShelfPart> {
  const { shelf: _shelf, ...own } = part
  const held = await partsById(tx, [part.id])
  if (held.length === 0) await insertParts(tx, [own], 'own')
  const kept = await getPart(tx, part.id)
  if (digestOf(kept.part) !== digestOf(own)) {
    throw new LoomError(
      'CONFLICT',
      `The shelf holds another part under the id “${part.id}”. Nothing was changed; choose another id.`,
    )
  }
  return kept
}

/** Puts a new version of one's own part in the place of the one it was made from. */
export async function changePart(tx: Tx, id: string, { part, baseRevision }: PartSave): Promise<ShelfPart> {
  const [held] = await tx<Row[]>`
    select ${columns(tx)} from parts_here where id = ${knownId(id, partMissing)}`
  if (held === undefined) throw partMissing(id)
  const { name } = partIn(held)
  if (held.origin !== 'own') {
    throw new LoomError(
      'REQUEST_REFUSED',
      `“${name}” comes with the program and stays as it is; make a copy and change that.`,
    )
  }
  const { shelf: _shelf, ...rest } = part
  const row = columnsOf({ ...rest, id }, 'own')
  const kept = await tx`
    update parts set ${tx({ ...row, spec: tx.json(row.spec as never) } as never)}, revision = revision + 1, updated_at = now()
    where id = ${id} and origin = 'own' and revision = ${baseRevision} returning id`
  if (kept.length === 0) {
    const { revision } = await getPart(tx, id)
    throw new LoomError(
      'CONFLICT',
      `Somebody changed “${name}” meanwhile: it is at revision ${revision}, yours began at ${baseRevision}. Nothing was changed; open it again.`,
    )
  }
  const [changed] = await tx<Row[]>`select ${columns(tx)} from parts_here where id = ${id}`
  return asShelfPart(changed!)
}

/** Takes a part off the shelf, or puts it back; builds that hold a copy keep it. */
export async function retirePart(tx: Tx, id: string, isRetired: boolean): Promise<ShelfPart> {
  const { origin } = await getPart(tx, id)
  if (origin === 'own') {
    await tx`update parts set retired_at = ${isRetired ? tx`now()` : null} where id = ${id} and origin = 'own'`
  } else await takeOff(tx, 'part', id, isRetired)
  return getPart(tx, id)
}

/** Every part of one's own that is not retired, by kind and name, some at a time. */
export async function* ownPartsInBatches(tx: Tx): AsyncGenerator<readonly Part[]> {
  const rows = tx<Row[]>`
    select ${columns(tx)} from parts_here where origin = 'own' and not is_retired order by kind_rank, name, id`
  for await (const batch of rows.cursor(500)) yield batch.map(partIn)
}

/** A large file changes what the planner should know of the shelf, long before the database looks by itself. */
export async function lookAfter(sql: Sql, addedCount: number): Promise<void> {
  if (addedCount >= ROWS_AT_ONCE) await sql`analyze parts`
}

/** What reading a file of parts did, and under which id each part of the file now stands. */
export interface Imported extends Omit<PartsRead, 'packCount'> {
  readonly idOf: ReadonlyMap<string, string>
}

/**
 * Keeps the parts of a file as one's own, all of them or none. One that the shelf holds already, the same but for its
 * id, is not kept twice; one whose id is taken by another part gets an id of its own.
 */
export async function importParts(tx: Tx, parts: readonly Part[]): Promise<Imported> {
  const bare = parts.map(({ shelf: _shelf, ...part }): Part => part)
  const digests = bare.map(digestOf)
  const ids = bare.map(({ id }) => id)
  const held = await tx<{ id: string; digest: string }[]>`
    select id, digest from parts_here where not is_retired and (digest = any(${digests}) or id = any(${ids}))`
  const idByDigest = new Map(held.map(({ id, digest }) => [digest, id]))
  const taken = new Set(held.map(({ id }) => id))
  const retired = await tx<{ id: string }[]>`select id from parts_here where is_retired and id = any(${ids})`
  for (const { id } of retired) taken.add(id)
  const idOf = new Map<string, string>()
  const fresh: Part[] = []
  for (const [index, part] of bare.entries()) {
    const known = idByDigest.get(digests[index]!)
    const id = known ?? (taken.has(part.id) ? randomUUID() : part.id)
    idOf.set(part.id, id)
    if (known !== undefined) continue
    idByDigest.set(digests[index]!, id)
    fresh.push({ ...part, id })
  }
  await insertParts(tx, fresh, 'own')
  return { addedCount: fresh.length, knownCount: parts.length - fresh.length, idOf }
}
