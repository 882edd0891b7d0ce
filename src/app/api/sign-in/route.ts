import { asSignIn } from '@/core/formats/validate-people'
import { answerStranger } from '@/server/actor'
import { readJson } from '@/server/http'
import { beginSession } from '@/server/sessions'
import { personSigningIn } from '@/server/sign-in'

/** Signs somebody in with name and password. */
export function POST(request: Request): Promise<Response> {
  return answerStranger(request, async () => {
    const personId = await personSigningIn(request.headers, asSignIn(await readJson(request)))
    return new Response(null, { status: 204, headers: await beginSession(request.headers, personId) })
  })
}
