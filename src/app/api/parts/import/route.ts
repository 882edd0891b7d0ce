import { randomUUID } from 'node:crypto'
import type { RowsRefused } from '@/core/formats/api-types'
import { readPartsCsv } from '@/core/formats/parts-csv'
import { LIMITS } from '@/core/formats/schema-kit'
import { readPartsFile } from '@/core/formats/validate'
import { db } from '@/server/db'
import { answer, readText } from '@/server/http'
import { importPartsFile } from '@/server/packs'

/** A file of parts: JSON holds anything, CSV plain parts, one a row. All of it is kept or nothing. */
export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const text = await readText(request, LIMITS.partsFileBytes)
    if (/^\s*[{[]/.test(text.replace(/^\uFEFF/, '')))
      return Response.json(await importPartsFile(db(), readPartsFile(text)))
    const { parts, faults, faultCount } = readPartsCsv(text, () => randomUUID())
    if (faultCount > 0) return Response.json({ faults, faultCount } satisfies RowsRefused, { status: 422 })
    return Response.json(await importPartsFile(db(), { parts }))
  })
}
