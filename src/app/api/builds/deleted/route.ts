import { asBuildIds } from '@/core/formats/validate'
import { deleteBuilds, listDeleted } from '@/server/builds'
import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { readJson } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Builds that were deleted and can still be put back. */
export function GET(request: Request): Promise<Response> {
  return withActor(request, async (actor) => Response.json(await inBench(actor, 'read', (tx) => listDeleted(tx))))
}

/** Takes several builds off the list; each can be put back. */
export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const { ids } = asBuildIds(await readJson(request))
    await inBench(actor, 'write', (tx) => deleteBuilds(tx, ids))
    return new Response(null, { status: 204 })
  })
}
