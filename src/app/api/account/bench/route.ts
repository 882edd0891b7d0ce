import { asBenchChoice } from '@/core/formats/validate-people'
import { LoomError } from '@/core/errors'
import { withPerson } from '@/server/actor'
import { readJson } from '@/server/http'
import { workOn } from '@/server/sessions'

/** Says on which of their benches somebody goes on. */
export function POST(request: Request): Promise<Response> {
  return withPerson(request, async ({ session }) => {
    const { benchId } = asBenchChoice(await readJson(request))
    if (!session.benches.some(({ id }) => id === benchId))
      throw new LoomError('NOT_FOUND', 'You are not on this bench.')
    await workOn(session.id, benchId)
    return new Response(null, { status: 204 })
  })
}
