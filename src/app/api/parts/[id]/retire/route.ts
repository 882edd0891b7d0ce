import { db } from '@/server/db'
import { answer } from '@/server/http'
import { retirePart } from '@/server/parts'

interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function POST(_request: Request, { params }: Context): Promise<Response> {
  return answer(async () => Response.json(await retirePart(db(), (await params).id, true)))
}
