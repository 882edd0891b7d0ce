import { asPasskey } from '@/core/formats/validate-people'
import { answerStranger } from '@/server/actor'
import { readJson } from '@/server/http'
import { beginPasskeySignIn, personWithPasskey } from '@/server/passkeys'
import { beginSession } from '@/server/sessions'

export const dynamic = 'force-dynamic'

/** What a browser needs to sign in with a passkey. */
export function GET(): Promise<Response> {
  return answerStranger(async () => {
    const { options, headers } = await beginPasskeySignIn()
    return Response.json(options, { headers })
  })
}

/** Signs somebody in with what their passkey signed. */
export function POST(request: Request): Promise<Response> {
  return answerStranger(async () => {
    const { answer } = asPasskey(await readJson(request))
    const personId = await personWithPasskey(request.headers, answer)
    return new Response(null, { status: 204, headers: await beginSession(request.headers, personId) })
  })
}
