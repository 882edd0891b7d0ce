import { asNewBuild } from '@/core/formats/validate'
import { BUILD_ORDERS, createBuild, listBuilds } from '@/server/builds'
import { db } from '@/server/db'
import { answer, numberAsked, readJson, wordAsked, wordsAsked } from '@/server/http'

export const dynamic = 'force-dynamic'

/** A page of the builds: `?q=WORDS&order=changed&page=2`. */
export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const params = new URL(request.url).searchParams
    const order = wordAsked(params, 'order', BUILD_ORDERS) ?? 'changed'
    return Response.json(
      await listBuilds(db(), { words: wordsAsked(params), order, page: numberAsked(params, 'page', 1) }),
    )
  })
}

export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const build = await createBuild(db(), asNewBuild(await readJson(request)))
    return Response.json({ id: build.id, name: build.name, revision: build.revision }, { status: 201 })
  })
}
