import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { retirePack } from '@/server/packs'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function POST(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const { id } = await params
    await inBench(actor, 'write', (tx) => retirePack(tx, id, false))
    return new Response(null, { status: 204 })
  })
}
