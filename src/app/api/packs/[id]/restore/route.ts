import { db } from '@/server/db'
import { answer } from '@/server/http'
import { retirePack } from '@/server/packs'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function POST(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => {
    await retirePack(db(), (await params).id, false)
    return new Response(null, { status: 204 })
  })
}
