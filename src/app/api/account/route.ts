import { asNewName, asProof } from '@/core/formats/validate-people'
import { deleteAccount, renamePerson } from '@/server/account'
import { withPerson } from '@/server/actor'
import { readJson } from '@/server/http'
import { endSession } from '@/server/sessions'

/** Changes what others call somebody. */
export function PUT(request: Request): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    await renamePerson(session.personId, asNewName(await readJson(request)).name)
    return new Response(null, { status: 204 })
  })
}

/** Deletes the account of somebody who proves that it is theirs, with the benches that are theirs alone. */
export function DELETE(request: Request): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    await deleteAccount(request.headers, session, asProof(await readJson(request)).password)
    return new Response(null, { status: 204, headers: await endSession(request.headers) })
  })
}
