import { useCallback, useEffect, useRef, useState } from 'react'
import type { CapacityAnswer } from '@/core/weave/answers/how-many'
import type { CapacityAsked } from './capacity-messages'

interface Asking {
  readonly asked: CapacityAsked
  /** Undefined while it is worked out. */
  readonly told: CapacityAnswer | undefined
}

/** Asks the planning model, in a worker, how many more of a part a machine takes; one question at a time. */
export function useCapacity() {
  const worker = useRef<Worker | undefined>(undefined)
  const [asking, setAsking] = useState<Asking | undefined>(undefined)
  const stop = useCallback(() => {
    worker.current?.terminate()
    worker.current = undefined
  }, [])
  useEffect(() => stop, [stop])
  const ask = (asked: CapacityAsked) => {
    stop()
    setAsking({ asked, told: undefined })
    const made = new Worker(new URL('./capacity-worker.ts', import.meta.url), { type: 'module' })
    worker.current = made
    const end = (told: CapacityAnswer) => {
      // One that was ended while it was being loaded still reports that.
      if (worker.current !== made) return
      setAsking({ asked, told })
      stop()
    }
    made.addEventListener('message', ({ data }: MessageEvent<CapacityAnswer>) => end(data))
    made.addEventListener('error', () => end({ asWired: undefined, anew: undefined }))
    made.postMessage(asked)
  }
  return { asking, ask }
}
