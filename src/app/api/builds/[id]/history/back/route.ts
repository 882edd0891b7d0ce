import { db } from '@/server/db'
import { wayBackTo } from '@/server/history'
import { answer, numberAsked } from '@/server/http'

/** The edits that lead from now back to a revision, `?to=12`. */
export function GET(
  request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(async () => {
    const revision = numberAsked(new URL(request.url).searchParams, 'to', 0)
    return Response.json(await wayBackTo(db(), (await params).id, revision))
  })
}
