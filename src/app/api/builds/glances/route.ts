import { asBuildIds } from '@/core/formats/validate'
import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { glancesOf } from '@/server/glances'
import { readJson } from '@/server/http'

/** Builds at a glance, judged, by a list of ids. A POST, since an address is too short for it. */
export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const { ids } = asBuildIds(await readJson(request))
    return Response.json(await inBench(actor, 'read', (tx) => glancesOf(tx, ids)))
  })
}
