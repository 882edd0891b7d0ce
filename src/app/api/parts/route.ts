import { asPartSave } from '@/core/formats/validate'
import { FAMILIES } from '@/core/parts/connectors'
import { KINDS } from '@/core/parts/kinds'
import { db } from '@/server/db'
import { answer, numberAsked, readJson, wordAsked, wordsAsked } from '@/server/http'
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
  return answer(async () => Response.json(await searchParts(db(), queryOf(new URL(request.url).searchParams))))
}

export function POST(request: Request): Promise<Response> {
  return answer(async () => Response.json(await addPart(db(), asPartSave(await readJson(request))), { status: 201 }))
}
