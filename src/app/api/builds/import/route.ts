import { readBuild } from '@/core/formats/validate'
import { importBuild } from '@/server/builds'
import { db } from '@/server/db'
import { readSoon } from '@/server/heavy'
import { answer } from '@/server/http'

/** A build file, kept as a build of its own. */
export function POST(request: Request): Promise<Response> {
  return answer(() =>
    readSoon('import-build', request, async (text) => {
      const { id, name, revision } = await importBuild(db(), readBuild(text))
      return { id, name, revision }
    }),
  )
}
