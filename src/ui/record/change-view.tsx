'use client'

import { useMemo } from 'react'
import type { Build } from '@/core/build/schema'
import { changeReportOf } from '@/core/export/change-report'
import { USUAL_MINUTES_PER_LEAD } from '@/core/record/change-plan'
import { machineState } from '@/core/record/machine'
import { Button } from '@/ui/shared/button'
import { useLoaded } from '@/ui/shared/use-loaded'
import { ChangeSteps } from '@/ui/work/change-steps'
import { useMachine } from './machine-context'

/** What is to be done at this machine to make it what its plan has become, and the word that it is done. */
export function ChangeView() {
  const { machine, built, log, write } = useMachine()
  const { buildId, nowRevision } = machine
  const now = useLoaded<Build>(`/api/builds/${buildId}`, { round: nowRevision ?? 0 })
  const report = useMemo(
    () =>
      typeof now === 'object'
        ? // What is otherwise here on purpose, or not decided yet, stays so.
          changeReportOf(built.build, machineState(now, log).asBuilt, USUAL_MINUTES_PER_LEAD)
        : undefined,
    [built, now, log],
  )
  if (now === 'failed') return <p className="text-madder">The plan as it is now cannot be read just now.</p>
  if (report === undefined || typeof now !== 'object') return <p className="text-faded">Looking at the plan …</p>
  return (
    <>
      <p>
        This machine goes by revision {machine.plan.revision}; its plan is at revision {now.revision} by now. Where the
        machine is otherwise than planned, it stays so: what is to be undone is told under “As built”.
      </p>
      <ChangeSteps report={report} />
      <Button tone="act" className="print:hidden" onClick={() => write({ kind: 'replanned', revision: now.revision })}>
        It is done: go by revision {now.revision} from now on
      </Button>
    </>
  )
}
