import { asPartSave } from '@/core/formats/validate'
import { FAMILIES } from '@/core/parts/connectors'
import { KINDS } from '@/core/parts/kinds'
import { inBench } from '@/server/access'
import { withActor } from '@/server/actor'
import { numberAsked, readJson, wordAsked, wordsAsked } from '@/server/http'
import { addPart, searchParts, type ShelfQuery } from '@/server/parts'

const ORIGINS = ['demo', 'template', 'own'] as const

function queryOf(params: URLSearchParams): ShelfQuery {
  const sizeMm = numberAsked(params, 'sizeMm', undefined)
  const [kind, family, origin] = [
    wordAsked(params, 'kind', KINDS),
    wordAsked(params, 'family', FAMILIES),
    wordAsked(params, 'origin', ORIGINS),
  ]
  return {
    text: wordsAsked(params),
    ...(kind === undefined ? {} : { kind }),
    ...(family === undefined ? {} : { family }),
    ...(origin === undefined ? {} : { origin }),
    ...(sizeMm === undefined ? {} : { sizeMm }),
    isRetired: wordAsked(params, 'retired', ['yes', 'no']) === 'yes',
  }
}

export function GET(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const query = queryOf(new URL(request.url).searchParams)
    return Response.json(await inBench(actor, 'read', (tx) => searchParts(tx, query)))
  })
}

export function POST(request: Request): Promise<Response> {
  return withActor(request, async (actor) => {
    const save = asPartSave(await readJson(request))
    return Response.json(await inBench(actor, 'write', (tx) => addPart(tx, save)), { status: 201 })
  })
}
