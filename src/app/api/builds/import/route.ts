import { readBuild } from '@/core/formats/validate'
import { importBuild } from '@/server/builds'
import { db } from '@/server/db'
import { answer, readText } from '@/server/http'

export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const build = await importBuild(db(), readBuild(await readText(request)))
    return Response.json({ id: build.id, name: build.name, revision: build.revision }, { status: 201 })
  })
}
