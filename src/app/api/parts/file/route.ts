import { canonicalJson } from '@/core/formats/canonical'
import { writePartsCsv } from '@/core/formats/parts-csv'
import { PARTS_FORMAT, PARTS_VERSION } from '@/core/formats/parts-file'
import { db } from '@/server/db'
import { answer, asDownload } from '@/server/http'
import { ownPacks } from '@/server/packs'
import { ownParts } from '@/server/parts'

export const dynamic = 'force-dynamic'

/** One's own parts as a file: `?form=csv` for plain ones, else JSON for all, with the packs. */
export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const parts = await ownParts(db())
    if (new URL(request.url).searchParams.get('form') === 'csv') {
      return asDownload(writePartsCsv(parts).text, 'own parts.csv', 'text/csv')
    }
    const packs = await ownPacks(db())
    return asDownload(
      canonicalJson({ format: PARTS_FORMAT, version: PARTS_VERSION, parts, packs }),
      'own parts.json',
      'application/json',
    )
  })
}
