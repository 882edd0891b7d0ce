import { useEffect, useState } from 'react'
import { ask } from './api'

/** What the server answers, or that it is on its way or did not come. */
export type Loaded<T> = T | 'loading' | 'failed'

interface Wish {
  /** Another one asks again. */
  readonly round?: number
  /** So long is waited first: for somebody who still types, say. */
  readonly waitMs?: number
}

/** Asks whenever address or round change; what came last stays in sight until the next is there. Asks nothing without an address. */
export function useLoaded<T extends object>(url: string | undefined, { round = 0, waitMs = 0 }: Wish = {}): Loaded<T> {
  const [answer, setAnswer] = useState<Loaded<T>>('loading')
  useEffect(() => {
    if (url === undefined) return undefined
    const abort = new AbortController()
    const wait = setTimeout(() => {
      ask<T>(url, { signal: abort.signal }).then(setAnswer, () => !abort.signal.aborted && setAnswer('failed'))
    }, waitMs)
    return () => {
      clearTimeout(wait)
      abort.abort()
    }
  }, [url, round, waitMs])
  return answer
}
