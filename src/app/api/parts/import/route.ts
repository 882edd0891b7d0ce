import { LIMITS } from '@/core/schema/schema-kit'
import { answer } from '@/server/http'
import { readIn } from '@/server/heavy'

/** A file of parts: JSON holds anything, CSV plain parts, one a row. All of it is kept or nothing. */
export function POST(request: Request): Promise<Response> {
  return answer(() => readIn('import-parts', request, LIMITS.partsFileBytes))
}
