import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { retirePart } from '@/server/parts'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function POST(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const { id } = await params
    return Response.json(await inBench(actor, 'write', (tx) => retirePart(tx, id, true)))
  })
}
