import { asBuildTags } from '@/core/formats/validate'
import { db } from '@/server/db'
import { answer, readJson } from '@/server/http'
import { tagBuilds } from '@/server/tags'

/** Puts a tag on several builds, or takes it off. */
export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    await tagBuilds(db(), asBuildTags(await readJson(request)))
    return new Response(null, { status: 204 })
  })
}
