import { asBuildIds } from '@/core/formats/validate'
import { deleteBuilds, listDeleted } from '@/server/builds'
import { db } from '@/server/db'
import { answer, readJson } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Builds that were deleted and can still be put back. */
export function GET(): Promise<Response> {
  return answer(async () => Response.json(await listDeleted(db())))
}

/** Takes several builds off the list; each can be put back. */
export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    await deleteBuilds(db(), asBuildIds(await readJson(request)).ids)
    return new Response(null, { status: 204 })
  })
}
