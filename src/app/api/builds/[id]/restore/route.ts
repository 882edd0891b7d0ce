import { restoreBuild } from '@/server/builds'
import { inBuild } from '@/server/access'
import { withActor } from '@/server/actor'

export function POST(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return withActor(request, async (actor) => {
    await inBuild(actor, (await params).id, 'write', restoreBuild)
    return new Response(null, { status: 204 })
  })
}
