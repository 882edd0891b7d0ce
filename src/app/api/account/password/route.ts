import { asPasswordChange } from '@/core/formats/validate-people'
import { changePassword } from '@/server/account'
import { withPerson } from '@/server/actor'
import { readJson } from '@/server/http'

/** Gives somebody a new password; their other sessions end. */
export function POST(request: Request): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    await changePassword(request.headers, session, asPasswordChange(await readJson(request)))
    return new Response(null, { status: 204 })
  })
}
