import { restoreBuild } from '@/server/builds'
import { db } from '@/server/db'
import { answer } from '@/server/http'

export function POST(
  _request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(async () => {
    await restoreBuild(db(), (await params).id)
    return new Response(null, { status: 204 })
  })
}
