import { withPerson } from '@/server/actor'
import { dropPasskey } from '@/server/passkeys'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** Takes one of somebody's own passkeys away. */
export function DELETE(request: Request, { params }: Context): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    await dropPasskey(session.personId, (await params).id)
    return new Response(null, { status: 204 })
  })
}
