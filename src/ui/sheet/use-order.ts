import { useMemo } from 'react'
import { leadLines } from '@/core/sheet/leads'
import { workingOrder } from '@/core/sheet/working-order'
import { useHarness } from '@/ui/session/context'

export type Order = ReturnType<typeof useOrder>

/** Placing steps, and the leads that are not plugged in one of them: one order of work, in which nothing is told twice. */
export function useOrder() {
  const harness = useHarness()
  return useMemo(() => {
    const steps = workingOrder(harness)
    const done = new Set(steps.flatMap((step) => (step.does === 'plugFirst' ? [step.threadId] : [])))
    return { steps, lines: leadLines(harness).filter(({ threadId }) => !done.has(threadId)) }
  }, [harness])
}
