import { LoomError } from '@/core/errors'
import { asSignIn } from '@/core/formats/validate-people'
import { answerStranger } from '@/server/actor'
import { readJson } from '@/server/http'
import { beginSession } from '@/server/sessions'
import { personBy } from '@/server/sign-in'

/** Signs somebody in with name and password. */
export function POST(request: Request): Promise<Response> {
  return answerStranger(async () => {
    const personId = await personBy(request.headers, asSignIn(await readJson(request)))
    if (personId === undefined)
      throw new LoomError('SIGN_IN', 'This name and password do not belong together. Look at both and try again.')
    return new Response(null, { status: 204, headers: await beginSession(request.headers, personId) })
  })
}
