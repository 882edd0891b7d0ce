'use client'

import type { Expected } from '@/core/bench/expected'
import { AT_REST, type Rehearsal } from '@/core/bench/simulate'
import { programSteps } from '@/core/sheet/programs'
import { useHarness } from '@/ui/session/context'
import { ProgramList } from './program-list'
import { useBench } from './bench-state'
import { ExpectedList } from './expected-list'
import { Readings } from './readings'
import { TroublePanel } from './trouble-panel'
import type { Trying } from './use-trouble'

const REST_TEXT = `processor ${AT_REST.processor}\u00a0°C, graphics ${AT_REST.graphics}\u00a0°C, coolant ${AT_REST.coolant}\u00a0°C`

interface SeeProps {
  readonly machines: readonly Rehearsal[]
  readonly all: readonly Expected[]
  /** The machine in which something is not so, else the first. */
  readonly chosen: Rehearsal
  readonly trying: Trying
}

/** What should be seen, tick by tick, and from what is not so to the lead at fault. */
export function SeeView({ machines, all, chosen, trying }: SeeProps) {
  const harness = useHarness()
  const { seen, found } = useBench()
  const wanted = all.filter(({ isUsed, sight }) => isUsed || seen.has(sight.key))
  const tickedCount = wanted.filter(({ sight }) => seen.get(sight.key) === 'asPlanned').length
  const isOdd = found.size > 0 || all.some(({ sight }) => (seen.get(sight.key) ?? 'asPlanned') !== 'asPlanned')
  return (
    <div className="space-y-3">
      <p className="max-w-prose text-[15px]">
        What you should see some minutes after the first start, at rest: {REST_TEXT}. Switch off before you touch any
        plug.{' '}
        <strong aria-live="polite">
          {tickedCount === wanted.length
            ? 'All is as it should be.'
            : `${tickedCount} of ${wanted.length} are as they should be.`}
        </strong>
      </p>
      <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="min-w-0 space-y-3 max-lg:order-2">
          {programSteps(harness).length > 0 && (
            <details className="rounded-lg border border-thread bg-cloth p-3">
              <summary className="cursor-pointer font-semibold">What to install and to set, in this order</summary>
              <div className="mt-2">
                <ProgramList harness={harness} />
              </div>
            </details>
          )}
          <Readings rehearsal={chosen} />
          <ExpectedList harness={harness} all={wanted} />
        </div>
        <TroublePanel
          harness={harness}
          sights={machines.flatMap(({ sights }) => sights)}
          trying={trying}
          isOdd={isOdd}
        />
      </div>
    </div>
  )
}
