import { asPackSave } from '@/core/formats/validate'
import { db } from '@/server/db'
import { answer, readJson } from '@/server/http'
import { listPacks, savePack } from '@/server/packs'

export const dynamic = 'force-dynamic'

export function GET(): Promise<Response> {
  return answer(async () => Response.json(await listPacks(db())))
}

export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const { pack, baseRevision } = asPackSave(await readJson(request))
    return Response.json(await savePack(db(), pack, baseRevision), { status: 201 })
  })
}
