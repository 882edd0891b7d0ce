import { asEntering } from '@/core/formats/validate-people'
import { actorBy, answerStranger } from '@/server/actor'
import { enter } from '@/server/entry-links'
import { readJson } from '@/server/http'
import { beginSession } from '@/server/sessions'

interface Context {
  readonly params: Promise<{ readonly token: string }>
}

/** Uses a link up that works once: a new person comes in, or one who has signed in comes onto one more bench. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return answerStranger(async () => {
    const entering = asEntering(await readJson(request))
    const here = await actorBy(request.headers)
    const { personId, isNew } = await enter((await params).token, here?.session?.personId, entering)
    const headers = isNew ? await beginSession(request.headers, personId) : {}
    return new Response(null, { status: 204, headers })
  })
}
