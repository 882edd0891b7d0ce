import { LIMITS } from '@/core/schema/schema-kit'
import { benchOf } from '@/server/access'
import { withActor } from '@/server/actor'
import { readIn } from '@/server/heavy'

/** A file of parts: JSON holds anything, CSV plain parts, one a row. All of it is kept or nothing. */
export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) =>
    readIn('import-parts', request, { mostBytes: LIMITS.partsFileBytes, place: benchOf(actor, 'write') }),
  )
}
