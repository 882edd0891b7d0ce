import { asPasskey } from '@/core/formats/validate-people'
import { withPerson } from '@/server/actor'
import { readJson } from '@/server/http'
import { beginPasskey, keepPasskey } from '@/server/passkeys'

export const dynamic = 'force-dynamic'

/** What a browser needs to make a passkey. */
export function GET(request: Request): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    const { options, headers } = await beginPasskey(session)
    return Response.json(options, { headers })
  })
}

/** Keeps the passkey that it made. */
export function POST(request: Request): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    const { name = 'Passkey', answer } = asPasskey(await readJson(request))
    await keepPasskey(request.headers, session, name, answer)
    return new Response(null, { status: 204 })
  })
}
