import { mendBuild } from '@/server/build-damage'
import { db } from '@/server/db'
import { answer } from '@/server/http'

/** Mends a stored build that cannot be read, by taking out what its page lists. */
export function POST(
  _request: Request,
  { params }: { readonly params: Promise<{ readonly id: string }> },
): Promise<Response> {
  return answer(async () => {
    await mendBuild(db(), (await params).id)
    return new Response(null, { status: 204 })
  })
}
