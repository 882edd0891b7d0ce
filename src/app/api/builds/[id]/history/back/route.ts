import { inBuild } from '@/server/access'
import { withActor } from '@/server/actor'
import { wayBackTo } from '@/server/history'
import { numberAsked } from '@/server/http'

/** The edits that lead from now back to a revision, `?to=12`. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return withActor(request, async (actor) => {
    const revision = numberAsked(new URL(request.url).searchParams, 'to', 0)
    return Response.json(await inBuild(actor, (await params).id, 'read', (tx, id) => wayBackTo(tx, id, revision)))
  })
}
