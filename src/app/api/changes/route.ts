import { actorBy, withActor, type Actor } from '@/server/actor'
import { hearChanges, type Heard } from '@/server/changes'

/** A line now and then keeps the connection open through whatever lies between, and shows when the page is gone. */
const BEAT_MS = 20_000

/** The text of what was heard, for everybody who is on the same benches; made once for all of them. */
const texts = new WeakMap<readonly Heard[], Map<string, Uint8Array>>()
const encoder = new TextEncoder()
const BEAT = encoder.encode(': still here\n\n')

/** What of a build or a machine was heard last is all that counts. */
function textOf(heard: readonly Heard[], isSeen: (benchId: string) => boolean): string {
  const words = new Map<string, object | 'anything'>()
  for (const one of heard) {
    if (one === undefined) words.set('', 'anything')
    else if ('benchId' in one && isSeen(one.benchId)) words.set(one.id, { id: one.id, revision: one.revision })
  }
  return [...words.values()].map((word) => `data: ${JSON.stringify(word)}\n\n`).join('')
}

/** What a page is told: saves that its reader may see, or that anything may have changed. */
function told(actor: Actor, heard: readonly Heard[]): Uint8Array {
  const key = actor.session === undefined ? '' : [...actor.roles.keys()].join(' ')
  const made = texts.get(heard) ?? new Map<string, Uint8Array>()
  texts.set(heard, made)
  const text =
    made.get(key) ?? encoder.encode(textOf(heard, (benchId) => actor.session === undefined || actor.roles.has(benchId)))
  made.set(key, text)
  return text
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
        const send = (text: Uint8Array) => {
          if (!isGone && text.length > 0) controller.enqueue(text)
        }
        const stop = () => {
          const wasOpen = !isGone
          end()
          if (wasOpen) controller.close()
        }
        const hear = (heard: readonly Heard[]) => {
          send(told(actor, heard))
          // Somebody whose session has ended, or who is on other benches now, hears nothing more on this stream.
          const isAboutThem = heard.some(
            (one) => one !== undefined && 'personId' in one && one.personId === actor.session?.personId,
          )
          if (isAboutThem) isStillSo(actor, request.headers).then((isSo) => (isSo ? undefined : stop()), stop)
        }
        ends.push(await hearChanges(hear, stop))
        const beat = setInterval(() => send(BEAT), BEAT_MS)
        ends.push(() => clearInterval(beat))
        if (isGone) end()
        send(encoder.encode('retry: 2000\n\n'))
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
