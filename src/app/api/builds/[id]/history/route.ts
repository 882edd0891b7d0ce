import { asNameState } from '@/core/formats/validate'
import { db } from '@/server/db'
import { historyPage, nameState } from '@/server/history'
import { answer, numberAsked, readJson } from '@/server/http'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** Steps of the history, the newest first: those before `?before=60`, or the newest; with the states that have a name. */
export function GET(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    const before = numberAsked(new URL(request.url).searchParams, 'before', undefined)
    return Response.json(await historyPage(db(), (await params).id, before))
  })
}

/** Names a state. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    await nameState(db(), (await params).id, asNameState(await readJson(request)))
    return new Response(null, { status: 204 })
  })
}
