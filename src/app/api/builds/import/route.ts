import { LIMITS } from '@/core/schema/schema-kit'
import { readBuild } from '@/core/formats/validate'
import { importBuild } from '@/server/builds'
import { db } from '@/server/db'
import { readIn } from '@/server/heavy'
import { answer, readText } from '@/server/http'

/** A file that is read faster than a thread of its own is begun. */
const SMALL_BYTES = 256 * 1024

/** A build file, kept as a build of its own. */
export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const length = Number(request.headers.get('content-length') ?? Infinity)
    if (!(length <= SMALL_BYTES)) return readIn('import-build', request, LIMITS.fileBytes)
    const { id, name, revision } = await importBuild(db(), readBuild(await readText(request, SMALL_BYTES)))
    return Response.json({ id, name, revision }, { status: 201 })
  })
}
