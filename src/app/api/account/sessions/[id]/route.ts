import { endSessionOf } from '@/server/account'
import { withPerson } from '@/server/actor'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** Ends one of somebody's own sessions. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    await endSessionOf(session.personId, (await params).id)
    return new Response(null, { status: 204 })
  })
}
