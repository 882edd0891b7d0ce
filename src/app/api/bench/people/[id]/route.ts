import { asRoleWish } from '@/core/formats/validate-people'
import { benchOf } from '@/server/access'
import { withPerson } from '@/server/actor'
import { readJson } from '@/server/http'
import { changeRole, removeMember } from '@/server/members'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** Makes somebody a reader, a maker or an owner of the bench. */
export function PUT(request: Request, { params }: Context): Promise<Response> {
  return withPerson(request, async (actor) => {
    const { benchId } = benchOf(actor, 'manage')
    await changeRole(benchId, (await params).id, asRoleWish(await readJson(request)).role)
    return new Response(null, { status: 204 })
  })
}

/** Takes somebody off the bench; everybody may take themselves off. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return withPerson(request, async (actor) => {
    const { id } = await params
    const { benchId } = benchOf(actor, id === actor.session.personId ? 'read' : 'manage')
    await removeMember(benchId, id)
    return new Response(null, { status: 204 })
  })
}
