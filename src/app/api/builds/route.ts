import { asNewBuild } from '@/core/formats/validate'
import { createBuild, listBuilds } from '@/server/builds'
import { db } from '@/server/db'
import { answer, readJson } from '@/server/http'

export const dynamic = 'force-dynamic'

export function GET(): Promise<Response> {
  return answer(async () => Response.json(await listBuilds(db())))
}

export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const build = await createBuild(db(), asNewBuild(await readJson(request)))
    return Response.json({ id: build.id, name: build.name, revision: build.revision }, { status: 201 })
  })
}
