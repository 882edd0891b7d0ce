import { deleteBuild, forgetBuild, getBuild } from '@/server/builds'
import { db } from '@/server/db'
import { answer, wordAsked } from '@/server/http'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => Response.json(await getBuild(db(), (await params).id)))
}

/** Takes a build off the list; `?forgood=yes` takes one that is off the list out of the store, with all that hangs on it. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const isForGood = wordAsked(new URL(request.url).searchParams, 'forgood', ['yes']) === 'yes'
    await (isForGood ? forgetBuild : deleteBuild)(db(), (await params).id)
    return new Response(null, { status: 204 })
  })
}
