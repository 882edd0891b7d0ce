import { asRoleWish } from '@/core/formats/validate-people'
import { benchOf } from '@/server/access'
import { withPerson } from '@/server/actor'
import { invite } from '@/server/entry-links'
import { readJson } from '@/server/http'

/** Makes a link by which one more person comes onto the bench; its token is told once. */
export function POST(request: Request): Promise<Response> {
  return withPerson(request, async (actor) => {
    const { benchId } = benchOf(actor, 'manage')
    const token = await invite(benchId, asRoleWish(await readJson(request)).role)
    return Response.json({ token }, { status: 201, headers: { 'cache-control': 'no-store' } })
  })
}
