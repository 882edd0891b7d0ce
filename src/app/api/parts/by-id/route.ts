import { LoomError } from '@/core/errors'
import { LIMITS } from '@/core/formats/schema-kit'
import { db } from '@/server/db'
import { answer } from '@/server/http'
import { partsById } from '@/server/parts'

/** Parts of the shelf by their ids, `?ids=a,b,c`; those that are not there are left out. */
export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const ids = (new URL(request.url).searchParams.get('ids') ?? '')
      .split(',')
      .filter((id) => /^[A-Za-z0-9_-]{1,64}$/.test(id))
    if (ids.length > LIMITS.partsPerBuild) {
      throw new LoomError('REQUEST_REFUSED', `At most ${LIMITS.partsPerBuild} ids can be asked for at once.`)
    }
    return Response.json(await partsById(db(), ids))
  })
}
