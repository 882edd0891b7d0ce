import { benchOf } from '@/server/access'
import { withPerson } from '@/server/actor'
import { takeInvitationBack } from '@/server/entry-links'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** Takes an invitation back that nobody has used. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return withPerson(request, async (actor) => {
    await takeInvitationBack(benchOf(actor, 'manage').benchId, (await params).id)
    return new Response(null, { status: 204 })
  })
}
