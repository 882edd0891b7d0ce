import { asPasskey, asProof } from '@/core/formats/validate-people'
import { withPerson } from '@/server/actor'
import { readJson } from '@/server/http'
import { beginPasskey, keepPasskey } from '@/server/passkeys'

/** What a browser needs to make a passkey, for somebody who proves once more who they are. */
export function POST(request: Request): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    const { password } = asProof(await readJson(request))
    const { options, headers } = await beginPasskey(request.headers, session, password)
    return Response.json(options, { headers })
  })
}

/** Keeps the passkey that it made. */
export function PUT(request: Request): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    const { name = 'Passkey', answer } = asPasskey(await readJson(request))
    await keepPasskey(request.headers, session, name, answer)
    return new Response(null, { status: 204 })
  })
}
