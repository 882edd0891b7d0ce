import { asNewName } from '@/core/formats/validate-people'
import { benchOf } from '@/server/access'
import { withPerson } from '@/server/actor'
import { readJson } from '@/server/http'
import { renameBench } from '@/server/members'

/** Renames the bench on which somebody works. */
export function PUT(request: Request): Promise<Response> {
  return withPerson(request, async (actor) => {
    const { benchId } = benchOf(actor, 'manage')
    await renameBench(benchId, asNewName(await readJson(request)).name)
    return new Response(null, { status: 204 })
  })
}
