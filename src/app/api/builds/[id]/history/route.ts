import { asNameState } from '@/core/formats/validate'
import { inBuild } from '@/server/access'
import { withActor } from '@/server/actor'
import { historyPage, nameState } from '@/server/history'
import { numberAsked, readJson } from '@/server/http'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** Steps of the history, the newest first: those before `?before=60`, or the newest; with the states that have a name. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const before = numberAsked(new URL(request.url).searchParams, 'before', undefined)
    return Response.json(await inBuild(actor, (await params).id, 'read', (tx, id) => historyPage(tx, id, before)))
  })
}

/** Names a state. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const wish = asNameState(await readJson(request))
    await inBuild(actor, (await params).id, 'write', (tx, id) => nameState(tx, id, wish))
    return new Response(null, { status: 204 })
  })
}
