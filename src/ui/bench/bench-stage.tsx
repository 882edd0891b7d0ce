'use client'

import Link from 'next/link'
import { useEffect, useMemo } from 'react'
import { expectedOf } from '@/core/bench/expected'
import { AT_REST, machinesOf } from '@/core/bench/simulate'
import type { Harness } from '@/core/operate/harness'
import { useFocus } from '@/ui/focus/focus'
import { isDanger } from '@/core/export/bench-report'
import { findingText } from '@/core/wording/text'
import { useHarness, useVerdicts } from '@/ui/session/context'
import { buttonClass } from '@/ui/shared/button'
import { useBench } from './bench-state'
import { ExpectedList } from './expected-list'
import { TroublePanel } from './trouble-panel'
import { useTrouble } from './use-trouble'

/** What must be put right before anybody presses the button. */
function Dangers() {
  const { findings } = useVerdicts()
  const dangers = findings.filter(isDanger)
  if (dangers.length === 0) return null
  return (
    <section aria-label="Do not switch it on" className="rounded-lg border border-madder bg-madder-wash p-3">
      <h3 className="font-display font-semibold text-madder">Do not switch it on: something would be damaged</h3>
      <ul className="mt-1 list-disc pl-5">
        {dangers.map((finding) => (
          <li key={`${finding.ruleId} ${JSON.stringify(finding.at)}`}>{findingText(finding)}</li>
        ))}
      </ul>
    </section>
  )
}

const REST_TEXT = `processor ${AT_REST.processor}\u00a0°C, graphics ${AT_REST.graphics}\u00a0°C, coolant ${AT_REST.coolant}\u00a0°C`

/** The first power-on: what should be seen, tick by tick, and from what is not so to the lead at fault. */
export function BenchStage() {
  const harness = useHarness()
  const assemblyId = useFocus((state) => state.assemblyId)
  const machines = useMemo(() => {
    const all = machinesOf(harness)
    const isLookedAt = ({ items }: Harness) => items.some((item) => item.assemblyId === assemblyId)
    return assemblyId === null ? all : all.filter((machine) => isLookedAt(machine.harness))
  }, [harness, assemblyId])
  const { seen, found, open } = useBench()
  useEffect(() => open(harness.build.id), [open, harness.build.id])
  const odd = machines.find(({ sights }) => sights.some(({ key }) => (seen.get(key) ?? 'asPlanned') !== 'asPlanned'))
  const inTrouble = odd ?? (found.size > 0 ? machines[0] : undefined)
  const trying = useTrouble(inTrouble)
  const all = useMemo(() => machines.flatMap(expectedOf), [machines])
  const wanted = all.filter(({ isUsed, sight }) => isUsed || seen.has(sight.key))
  const tickedCount = wanted.filter(({ sight }) => seen.get(sight.key) === 'asPlanned').length
  if (wanted.length === 0) {
    return (
      <div className="p-8">
        <h2 className="font-display text-xl font-semibold">Nothing to switch on yet</h2>
        <p className="my-3 max-w-prose text-faded">
          Plug something in first: then this page says what a board, its fans and its lights should show.
        </p>
        <Link href={`/builds/${harness.build.id}/threads`} className={buttonClass('act')}>
          Go to Wiring
        </Link>
      </div>
    )
  }
  return (
    <div className="space-y-3 p-3">
      <Dangers />
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
          <ExpectedList harness={harness} all={wanted} />
        </div>
        <TroublePanel
          harness={harness}
          sights={all.map(({ sight }) => sight)}
          trying={trying}
          isOdd={inTrouble !== undefined}
        />
      </div>
    </div>
  )
}
