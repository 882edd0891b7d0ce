import { LoomError } from '@/core/errors'
import { asSave } from '@/core/formats/validate'
import { editsSince, saveEdits } from '@/server/build-edits'
import { inBuild } from '@/server/access'
import { withActor } from '@/server/actor'
import { numberAsked, readJson } from '@/server/http'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function GET(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const since = numberAsked(new URL(request.url).searchParams, 'since', undefined)
    if (since === undefined) throw new LoomError('REQUEST_REFUSED', 'Say after which revision, as ?since=12.', 'since')
    return Response.json({
      entries: await inBuild(actor, (await params).id, 'read', (tx, id) => editsSince(tx, id, since)),
    })
  })
}

export function POST(request: Request, { params }: Context): Promise<Response> {
  return withActor(request, async (actor) => {
    const save = asSave(await readJson(request))
    const result = await inBuild(actor, (await params).id, 'write', (tx, id) => saveEdits(tx, id, save))
    return Response.json(result, { status: result.outcome === 'saved' ? 200 : 409 })
  })
}
