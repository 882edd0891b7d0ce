import { benchOf, inBench } from '@/server/access'
import { withPerson } from '@/server/actor'
import { importBuild } from '@/server/builds'
import { sharedBuild } from '@/server/links'

interface Context {
  readonly params: Promise<{ readonly token: string }>
}

/** Puts a copy of the build to which a link leads onto the bench of whoever asks. */
export function POST(request: Request, { params }: Context): Promise<Response> {
  return withPerson(request, async (actor) => {
    benchOf(actor, 'write')
    const build = await sharedBuild((await params).token)
    const { id } = await inBench(actor, 'write', (tx) => importBuild(tx, build))
    return Response.json({ id }, { status: 201 })
  })
}
