import { asNewName } from '@/core/formats/validate-people'
import { withPerson } from '@/server/actor'
import { readJson } from '@/server/http'
import { makeBench } from '@/server/members'
import { workOn } from '@/server/sessions'

/** Makes one more bench of somebody's own, and goes on there. */
export function POST(request: Request): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    const id = await makeBench(session.personId, asNewName(await readJson(request)).name)
    await workOn(session.id, id)
    return Response.json({ id }, { status: 201 })
  })
}
