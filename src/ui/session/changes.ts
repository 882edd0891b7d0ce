import type { Change } from '@/core/formats/api-types'

const CHANNEL = 'loom-changes'
const LOCK = 'loom-changes'
const REFUSED_MS = 5_000

/** A save of some build or machine, or (where saves may have been missed) a word that anything may have changed. */
type Word = Change | 'anything'

/**
 * Calls back when somebody saves this build, or writes of this machine. The tabs of a browser share one stream from the server: the one that holds
 * the lock listens and passes on what it hears; when it goes, the next one takes over.
 */
export function watchChanges(ofId: string, onChange: (revision: number | undefined) => void): () => void {
  const channel = new BroadcastChannel(CHANNEL)
  const stop = new AbortController()
  const hear = (word: Word) => {
    if (word === 'anything') onChange(undefined)
    else if (word.id === ofId) onChange(word.revision)
  }
  channel.onmessage = ({ data }: MessageEvent<Word>) => hear(data)
  const listen = () =>
    new Promise<void>((resolve) => {
      const pass = (word: Word) => {
        channel.postMessage(word)
        hear(word)
      }
      let stream: EventSource
      let again: ReturnType<typeof setTimeout> | undefined
      const open = () => {
        stream = new EventSource('/api/changes')
        // Whatever was saved while nobody listened is asked for.
        stream.onopen = () => pass('anything')
        stream.onmessage = ({ data }: MessageEvent<string>) => pass(JSON.parse(data) as Word)
        // A browser tries again by itself where the server is away, but not where it was refused: somebody may sign in again.
        stream.onerror = () => {
          if (stream.readyState === EventSource.CLOSED) again = setTimeout(open, REFUSED_MS)
        }
      }
      open()
      stop.signal.addEventListener('abort', () => {
        clearTimeout(again)
        stream.close()
        resolve()
      })
    })
  navigator.locks.request(LOCK, { signal: stop.signal }, listen).catch((error: unknown) => {
    if (!(error instanceof DOMException && error.name === 'AbortError')) throw error
  })
  return () => {
    stop.abort()
    channel.close()
  }
}
