import { asNameState } from '@/core/formats/validate'
import { db } from '@/server/db'
import { buildLog, nameState } from '@/server/history'
import { answer, readJson } from '@/server/http'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

/** The beginning of a build and every edit since, with the states that have a name. */
export function GET(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => Response.json(await buildLog(db(), (await params).id)))
}

/** Names a state. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    await nameState(db(), (await params).id, asNameState(await readJson(request)))
    return new Response(null, { status: 204 })
  })
}
