import type { ShelfPart } from '../core/formats/api-types'
import { KINDS, type Part } from '../core/parts/schema'
import type { Sql } from './db'

const MOST_FOUND = 60

/** What plain search looks through: everything a person might read on the thing or in its name. */
function searchText(part: Part): string {
  const ports = part.ports.flatMap((port) => [port.name, port.connector.family, port.connector.maker ?? ''])
  const size = part.mechanical?.sizeMm?.value
  const words = [
    part.name,
    part.maker ?? '',
    part.kind,
    part.note ?? '',
    ...ports,
    size === undefined ? '' : `${size} mm`,
  ]
  return words.join(' ').toLowerCase()
}

/** Puts demo parts on an empty shelf; a shelf that holds anything is left alone. */
export async function seedParts(sql: Sql, parts: readonly Part[]): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`lock table parts in share row exclusive mode`
    const [held] = await tx`select 1 from parts limit 1`
    if (held !== undefined) return
    for (const part of parts) {
      await tx`
        insert into parts (id, origin, name, kind, spec, search_text)
        values (${part.id}, 'demo', ${part.name}, ${part.kind}, ${tx.json(part as never)}, ${searchText(part)})`
    }
  })
}

/** Parts that hold every word of the query somewhere, by kind and name; all of them for an empty query. */
export async function searchParts(sql: Sql, query: string): Promise<readonly ShelfPart[]> {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8)
  const patterns = words.map((word) => `%${word.replaceAll(/[\\%_]/g, (char) => `\\${char}`)}%`)
  const rows = await sql<{ revision: number; spec: Part }[]>`
    select revision, spec from parts
    where search_text like all (${patterns})
    order by array_position(${[...KINDS]}, kind), name, id
    limit ${MOST_FOUND}`
  return rows.map((row) => ({ revision: row.revision, part: row.spec }))
}
