import { asBuildIds } from '@/core/formats/validate'
import { restoreBuilds } from '@/server/builds'
import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { readJson } from '@/server/http'

/** Puts several deleted builds back on the list. */
export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const { ids } = asBuildIds(await readJson(request))
    await inBench(actor, 'write', (tx) => restoreBuilds(tx, ids))
    return new Response(null, { status: 204 })
  })
}
