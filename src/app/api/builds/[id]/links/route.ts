import { asLinkWish } from '@/core/formats/validate-people'
import { inBuild } from '@/server/access'
import { withPerson } from '@/server/actor'
import { readJson } from '@/server/http'
import { linksOf, makeLink } from '@/server/links'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** The links under which this build may be looked at. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return withPerson(request, async (actor) => Response.json(await inBuild(actor, (await params).id, 'write', linksOf)))
}

/** Makes one more; its token is told once. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return withPerson(request, async (actor) => {
    const { days } = asLinkWish(await readJson(request))
    const token = await inBuild(actor, (await params).id, 'write', (tx, id) => makeLink(tx, id, days))
    return Response.json({ token }, { status: 201, headers: { 'cache-control': 'no-store' } })
  })
}
