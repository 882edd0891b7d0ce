import { mendBuild } from '@/server/build-damage'
import { inBuild } from '@/server/access'
import { withActor } from '@/server/actor'

/** Mends a stored build that cannot be read, by taking out what its page lists. */
export function POST(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return withActor(request, async (actor) => {
    await inBuild(actor, (await params).id, 'write', mendBuild)
    return new Response(null, { status: 204 })
  })
}
