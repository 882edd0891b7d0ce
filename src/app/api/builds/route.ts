import { asNewBuild } from '@/core/formats/validate'
import { BUILD_ORDERS, createBuild, listBuilds } from '@/server/builds'
import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { numberAsked, readJson, wordAsked, wordsAsked } from '@/server/http'

export const dynamic = 'force-dynamic'

/** A page of the builds: `?q=WORDS&order=changed&page=2`. */
export function GET(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const params = new URL(request.url).searchParams
    const order = wordAsked(params, 'order', BUILD_ORDERS) ?? 'changed'
    const wish = { words: wordsAsked(params), order, page: numberAsked(params, 'page', 1) }
    return Response.json(await inBench(actor, 'read', (tx) => listBuilds(tx, wish)))
  })
}

export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const wish = asNewBuild(await readJson(request))
    const build = await inBench(actor, 'write', (tx) => createBuild(tx, wish))
    return Response.json({ id: build.id, name: build.name, revision: build.revision }, { status: 201 })
  })
}
