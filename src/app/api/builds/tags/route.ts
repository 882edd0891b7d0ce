import { asBuildTags } from '@/core/formats/validate'
import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { readJson } from '@/server/http'
import { tagBuilds } from '@/server/tags'

/** Puts a tag on several builds, or takes it off. */
export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const tags = asBuildTags(await readJson(request))
    await inBench(actor, 'write', (tx) => tagBuilds(tx, tags))
    return new Response(null, { status: 204 })
  })
}
