import { readBuild } from '@/core/formats/validate'
import { importBuild } from '@/server/builds'
import { benchOf, inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { readSoon } from '@/server/heavy'

/** A build file, kept as a build of its own. */
export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) =>
    readSoon('import-build', request, benchOf(actor, 'write'), async (text) => {
      const { id, name, revision } = await inBench(actor, 'write', (tx) => importBuild(tx, readBuild(text)))
      return { id, name, revision }
    }),
  )
}
