import { asPackSave } from '@/core/formats/validate'
import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { numberAsked, readJson, wordsAsked } from '@/server/http'
import { listPacks, savePack } from '@/server/packs'

export const dynamic = 'force-dynamic'

/** A page of the packs: `?q=WORDS&page=2`. */
export function GET(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const params = new URL(request.url).searchParams
    const wish = { words: wordsAsked(params), page: numberAsked(params, 'page', 1) }
    return Response.json(await inBench(actor, 'read', (tx) => listPacks(tx, wish)))
  })
}

export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const { pack, baseRevision } = asPackSave(await readJson(request))
    return Response.json(await inBench(actor, 'write', (tx) => savePack(tx, pack, baseRevision)), { status: 201 })
  })
}
