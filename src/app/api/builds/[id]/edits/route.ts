import { LoomError } from '@/core/errors'
import { asSave } from '@/core/formats/validate'
import { editsSince, saveEdits } from '@/server/builds'
import { db } from '@/server/db'
import { answer, readJson } from '@/server/http'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const since = new URL(request.url).searchParams.get('since') ?? ''
    if (!/^\d{1,9}$/.test(since)) {
      throw new LoomError('REQUEST_REFUSED', 'Say after which revision, as ?since=12; it must be a whole number.')
    }
    return Response.json({ entries: await editsSince(db(), (await params).id, Number(since)) })
  })
}

export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const save = asSave(await readJson(request))
    const result = await saveEdits(db(), (await params).id, save)
    return Response.json(result, { status: result.outcome === 'saved' ? 200 : 409 })
  })
}
