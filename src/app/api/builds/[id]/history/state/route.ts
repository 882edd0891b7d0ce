import { inBuild } from '@/server/access'
import { withActor } from '@/server/actor'
import { stateAt } from '@/server/history'
import { numberAsked } from '@/server/http'

/** The build as it stood at a revision, `?revision=12`. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return withActor(request, async (actor) => {
    const revision = numberAsked(new URL(request.url).searchParams, 'revision', 0)
    return Response.json(await inBuild(actor, (await params).id, 'read', (tx, id) => stateAt(tx, id, revision)))
  })
}
