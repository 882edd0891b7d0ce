import { LoomError } from '@/core/errors'
import { asSave } from '@/core/formats/validate'
import { editsSince, saveEdits } from '@/server/build-edits'
import { db } from '@/server/db'
import { answer, numberAsked, readJson } from '@/server/http'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const since = numberAsked(new URL(request.url).searchParams, 'since', undefined)
    if (since === undefined) throw new LoomError('REQUEST_REFUSED', 'Say after which revision, as ?since=12.', 'since')
    return Response.json({ entries: await editsSince(db(), (await params).id, since) })
  })
}

export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const save = asSave(await readJson(request))
    const result = await saveEdits(db(), (await params).id, save)
    return Response.json(result, { status: result.outcome === 'saved' ? 200 : 409 })
  })
}
