import { asPartSave } from '@/core/formats/validate'
import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { readJson } from '@/server/http'
import { changePart, getPart } from '@/server/parts'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function GET(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const { id } = await params
    return Response.json(await inBench(actor, 'read', (tx) => getPart(tx, id)))
  })
}

export function PUT(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const save = asPartSave(await readJson(request))
    const { id } = await params
    return Response.json(await inBench(actor, 'write', (tx) => changePart(tx, id, save)))
  })
}
