import { asBuildIds } from '@/core/formats/validate'
import { restoreBuilds } from '@/server/builds'
import { db } from '@/server/db'
import { answer, readJson } from '@/server/http'

/** Puts several deleted builds back on the list. */
export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    await restoreBuilds(db(), asBuildIds(await readJson(request)).ids)
    return new Response(null, { status: 204 })
  })
}
