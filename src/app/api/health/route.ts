import { db } from '@/server/db'
import { answer } from '@/server/http'

export const dynamic = 'force-dynamic'

/** Whoever asks has a word within this time, whatever the store does. */
const MOST_MS = 800

/** Whether server and store answer. */
export function GET(): Promise<Response> {
  return answer(async () => {
    const late = new Promise<false>((resolve) => setTimeout(resolve, MOST_MS, false).unref())
    const isReady = await Promise.race([db()`select 1`.then(() => true), late])
    if (isReady) return Response.json({ ready: true })
    const message = 'The store has not answered yet.'
    return Response.json({ ready: false, error: { code: 'STORE_AWAY', message } }, { status: 503 })
  })
}
