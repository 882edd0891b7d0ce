import { db } from '@/server/db'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

export function GET(): Promise<Response> {
  return answer(async () => {
    await db()`select 1`
    return Response.json({ ready: true })
  })
}
