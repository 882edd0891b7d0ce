import { asPackSave } from '@/core/formats/validate'
import { db } from '@/server/db'
import { answer, numberAsked, readJson, wordsAsked } from '@/server/http'
import { listPacks, savePack } from '@/server/packs'

export const dynamic = 'force-dynamic'

/** A page of the packs: `?q=WORDS&page=2`. */
export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const params = new URL(request.url).searchParams
    return Response.json(await listPacks(db(), { words: wordsAsked(params), page: numberAsked(params, 'page', 1) }))
  })
}

export function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const { pack, baseRevision } = asPackSave(await readJson(request))
    return Response.json(await savePack(db(), pack, baseRevision), { status: 201 })
  })
}
