import { asPart } from '@/core/formats/validate'
import { withActor } from '@/server/actor'
import { readJson } from '@/server/http'

/** Whether a part is sound, without keeping it: an empty answer, or the first fault with its place. */
export function POST(request: Request): Promise<Response> {
  return withActor(request, async () => {
    asPart(await readJson(request))
    return new Response(null, { status: 204 })
  })
}
