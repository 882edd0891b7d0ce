import { deleteBuild, forgetBuild, getBuild } from '@/server/builds'
import { inBuild } from '@/server/access'
import { withActor } from '@/server/actor'
import { wordAsked } from '@/server/http'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function GET(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => Response.json(await inBuild(actor, (await params).id, 'read', getBuild)))
}

/** Takes a build off the list; `?forgood=yes` takes one that is off the list out of the store, with all that hangs on it. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const isForGood = wordAsked(new URL(request.url).searchParams, 'forgood', ['yes']) === 'yes'
    await inBuild(actor, (await params).id, 'write', isForGood ? forgetBuild : deleteBuild)
    return new Response(null, { status: 204 })
  })
}
