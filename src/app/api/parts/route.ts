import { LoomError } from '@/core/errors'
import { db } from '@/server/db'
import { answer } from '@/server/http'
import { searchParts } from '@/server/parts'

const MOST_QUERY_LENGTH = 200

export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const query = new URL(request.url).searchParams.get('q') ?? ''
    if (query.length > MOST_QUERY_LENGTH || /[\p{Cc}\p{Cs}]/u.test(query)) {
      throw new LoomError(
        'REQUEST_REFUSED',
        `The search text must be plain text of at most ${MOST_QUERY_LENGTH} characters.`,
      )
    }
    return Response.json(await searchParts(db(), query))
  })
}
