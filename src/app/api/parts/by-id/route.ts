import { asIdList } from '@/core/formats/validate'
import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { readJson } from '@/server/http'
import { partsById } from '@/server/parts'

/** Parts of the shelf by a list of ids; those that are not there are left out. A POST, since an address is too short for it. */
export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const { ids } = asIdList(await readJson(request))
    return Response.json(await inBench(actor, 'read', (tx) => partsById(tx, ids)))
  })
}
