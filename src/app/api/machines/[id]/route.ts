import { inMachine } from '@/server/access'
import { withActor } from '@/server/actor'
import { getMachine } from '@/server/machines'

/** A machine with its log and the plan that it goes by. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return withActor(request, async (actor) =>
    Response.json(await inMachine(actor, (await params).id, 'read', getMachine)),
  )
}
