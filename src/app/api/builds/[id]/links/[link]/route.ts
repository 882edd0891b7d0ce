import { inBuild } from '@/server/access'
import { withPerson } from '@/server/actor'
import { endLink } from '@/server/links'

interface Context {
  readonly params: Promise<{ readonly id: string; readonly link: string }>
}

/** Ends a link. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return withPerson(request, async (actor) => {
    const { id: buildId, link } = await params
    await inBuild(actor, buildId, 'write', (tx, id) => endLink(tx, id, link))
    return new Response(null, { status: 204 })
  })
}
