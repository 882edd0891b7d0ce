import { hearChanges } from '@/server/changes'
import { answer } from '@/server/http'

/** A line now and then keeps the connection open through whatever lies between, and shows when the page is gone. */
const BEAT_MS = 20_000

/** Every save of any build, as server-sent events: one stream for a browser, whose tabs share it. */
export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const encoder = new TextEncoder()
    const ends: (() => void)[] = []
    // The page may go while the database is still being asked: what is begun after that is ended at once.
    let isGone = false
    const end = () => {
      isGone = true
      for (const stop of ends.splice(0)) stop()
    }
    request.signal.addEventListener('abort', end)
    const stream = new ReadableStream<Uint8Array>({
      start: async (controller) => {
        const send = (text: string) => {
          if (!isGone) controller.enqueue(encoder.encode(text))
        }
        const stop = () => {
          const wasOpen = !isGone
          end()
          if (wasOpen) controller.close()
        }
        ends.push(await hearChanges((change) => send(`data: ${JSON.stringify(change ?? 'anything')}\n\n`), stop))
        const beat = setInterval(() => send(': still here\n\n'), BEAT_MS)
        ends.push(() => clearInterval(beat))
        if (isGone) end()
        send('retry: 2000\n\n')
      },
      cancel: end,
    })
    return new Response(stream, {
      headers: { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store' },
    })
  })
}

export const dynamic = 'force-dynamic'
