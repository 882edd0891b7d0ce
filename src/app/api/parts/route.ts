import { LoomError } from '@/core/errors'
import { asPartSave } from '@/core/formats/validate'
import { FAMILIES } from '@/core/parts/connectors'
import { KINDS } from '@/core/parts/kinds'
import { db } from '@/server/db'
import { answer, readJson } from '@/server/http'
import { addPart, searchParts, type ShelfQuery } from '@/server/parts'

const MOST_QUERY_LENGTH = 200
const ORIGINS = ['demo', 'template', 'own'] as const

/** One of the words that a filter takes, or undefined where it is not set. */
function oneOf(params: URLSearchParams, name: string, words: readonly string[]): string | undefined {
  const value = params.get(name)
  if (value === null || value === '') return undefined
  if (words.includes(value)) return value
  throw new LoomError('REQUEST_REFUSED', `The filter “${name}” takes one of ${words.join(', ')}.`)
}

function queryOf(params: URLSearchParams): ShelfQuery {
  const text = params.get('q') ?? ''
  if (text.length > MOST_QUERY_LENGTH || /[\p{Cc}\p{Cs}]/u.test(text)) {
    throw new LoomError(
      'REQUEST_REFUSED',
      `The search text must be plain text of at most ${MOST_QUERY_LENGTH} characters.`,
    )
  }
  const size = params.get('sizeMm') ?? ''
  if (!/^\d{0,4}$/.test(size))
    throw new LoomError('REQUEST_REFUSED', 'The filter “sizeMm” takes a whole number of millimetres.')
  const [kind, family, origin] = [
    oneOf(params, 'kind', KINDS),
    oneOf(params, 'family', FAMILIES),
    oneOf(params, 'origin', ORIGINS),
  ]
  return {
    text,
    ...(kind === undefined ? {} : { kind }),
    ...(family === undefined ? {} : { family }),
    ...(origin === undefined ? {} : { origin }),
    ...(size === '' ? {} : { sizeMm: Number(size) }),
    isRetired: oneOf(params, 'retired', ['yes', 'no']) === 'yes',
  }
}

export function GET(request: Request): Promise<Response> {
  return answer(async () => Response.json(await searchParts(db(), queryOf(new URL(request.url).searchParams))))
}

export function POST(request: Request): Promise<Response> {
  return answer(async () => Response.json(await addPart(db(), asPartSave(await readJson(request))), { status: 201 }))
}
