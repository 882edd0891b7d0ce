import { actorBy, withActor, type Actor } from '@/server/actor'
import { hearChanges, type Heard } from '@/server/changes'

/** A line now and then keeps the connection open through whatever lies between, and shows when the page is gone. */
const BEAT_MS = 20_000

/** What a page is told: a save that its reader may see, or that anything may have changed. */
function told(actor: Actor, heard: Heard): object | 'anything' | undefined {
  if (heard === undefined) return 'anything'
  if ('personId' in heard) return undefined
  const { benchId, ...change } = heard
  return actor.session === undefined || actor.roles.has(benchId) ? change : undefined
}

/** Whether what somebody may see is still what it was when their stream began. */
async function isStillSo(actor: Actor, headers: Headers): Promise<boolean> {
  const now = await actorBy(headers)
  const rolesOf = ({ roles }: Actor) => JSON.stringify([...roles].toSorted())
  return now !== undefined && rolesOf(now) === rolesOf(actor)
}

/** Every save that somebody may see, as server-sent events: one stream for a browser, whose tabs share it. */
export function GET(request: Request): Promise<Response> {
  return withActor(request, (actor) => {
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
        const hear = (heard: Heard) => {
          const word = told(actor, heard)
          if (word !== undefined) send(`data: ${JSON.stringify(word)}\n\n`)
          // Somebody whose session has ended, or who is on other benches now, hears nothing more on this stream.
          if (heard !== undefined && 'personId' in heard && heard.personId === actor.session?.personId)
            isStillSo(actor, request.headers).then((isSo) => (isSo ? undefined : stop()), stop)
        }
        ends.push(await hearChanges(hear, stop))
        const beat = setInterval(() => send(': still here\n\n'), BEAT_MS)
        ends.push(() => clearInterval(beat))
        if (isGone) end()
        send('retry: 2000\n\n')
      },
      cancel: end,
    })
    const headers = {
      'content-type': 'text/event-stream; charset=utf-8',
      'cache-control': 'no-store',
      // A proxy that gathers before it passes on would keep every word back.
      'x-accel-buffering': 'no',
    }
    return Promise.resolve(new Response(stream, { headers }))
  })
}

export const dynamic = 'force-dynamic'
