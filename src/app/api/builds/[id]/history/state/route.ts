import { db } from '@/server/db'
import { stateAt } from '@/server/history'
import { answer, numberAsked } from '@/server/http'

/** The build as it stood at a revision, `?revision=12`. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(async () => {
    const revision = numberAsked(new URL(request.url).searchParams, 'revision', 0)
    return Response.json(await stateAt(db(), (await params).id, revision))
  })
}
