import { useCallback, useEffect, useRef, useState } from 'react'
import type { Manner } from '@/core/weave/answers/proposals'
import type { Asked, Sent, SentRemedy, Told } from './messages'
import { takePlanner, warmPlannerWhenIdle } from './planner'

export interface Weaving {
  /** The manner that is worked at; undefined where nothing is. */
  readonly at: Manner | undefined
  readonly isRunning: boolean
  readonly plans: readonly Sent[]
  readonly failure: string | undefined
  readonly remedy: SentRemedy | undefined
  readonly start: (asked: Asked) => void
  /** Ends the work at once and keeps what was found. */
  readonly stop: () => void
}

/** Planning in a worker, so that the page stays free; a stopped worker is gone, and its last plans stay. */
export function useWeave(): Weaving {
  const worker = useRef<Worker | undefined>(undefined)
  const [at, setAt] = useState<Manner | undefined>(undefined)
  const [isRunning, setRunning] = useState(false)
  const [plans, setPlans] = useState<readonly Sent[]>([])
  const [remedy, setRemedy] = useState<SentRemedy | undefined>(undefined)
  const [failure, setFailure] = useState<string | undefined>(undefined)

  const stop = useCallback(() => {
    worker.current?.terminate()
    worker.current = undefined
    setRunning(false)
    setAt(undefined)
  }, [])
  useEffect(() => stop, [stop])
  useEffect(() => (isRunning ? undefined : warmPlannerWhenIdle()), [isRunning])

  const start = (asked: Asked) => {
    stop()
    // Where it goes on from earlier plans, these stay until better ones come.
    setPlans((before) => (asked.known.length === 0 ? [] : before.map((plan) => ({ ...plan, isDone: false }))))
    setRemedy(undefined)
    setFailure(undefined)
    setRunning(true)
    const made = takePlanner()
    // A planner that was ended while it was being loaded still reports that as a failure of its own.
    const isOver = () => worker.current !== made
    worker.current = made
    made.addEventListener('message', ({ data }: MessageEvent<Told>) => {
      if (isOver()) return
      if (data.is === 'begun') setAt(data.manner)
      if (data.is === 'plan') {
        const { sent } = data
        setPlans((before) =>
          before.some(({ manner }) => manner === sent.manner)
            ? before.map((plan) => (plan.manner === sent.manner ? sent : plan))
            : [...before, sent],
        )
      }
      if (data.is === 'remedy') setRemedy(data.remedy)
      if (data.is === 'failed') setFailure(data.message)
      if (data.is === 'done' || data.is === 'failed') stop()
    })
    made.addEventListener('error', () => {
      if (isOver()) return
      setFailure('The planner could not be started.')
      stop()
    })
    made.postMessage(asked)
  }
  return { at, isRunning, plans, failure, remedy, start, stop }
}
