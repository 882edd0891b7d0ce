'use client'

import Link from 'next/link'
import { useEffect, useMemo } from 'react'
import { expectedOf } from '@/core/bench/expected'
import { machinesOf, type Rehearsal } from '@/core/bench/simulate'
import { isDanger } from '@/core/export/bench-report'
import type { Harness } from '@/core/operate/harness'
import { findingText } from '@/core/wording/text'
import { useFocus } from '@/ui/focus/focus'
import { useHarness, useVerdicts } from '@/ui/session/context'
import { buttonClass } from '@/ui/shared/button'
import { ViewTabs } from '@/ui/shared/view-tabs'
import { useBench } from './bench-state'
import { PractiseView } from './practise-view'
import { RehearseView } from './rehearse-view'
import { SeeView } from './see-view'
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

/** The machines that are looked at: that of the assembly in focus, else all. */
function useMachines(): readonly Rehearsal[] {
  const harness = useHarness()
  const assemblyId = useFocus((state) => state.assemblyId)
  return useMemo(() => {
    const all = machinesOf(harness)
    const isLookedAt = ({ items }: Harness) => items.some((item) => item.assemblyId === assemblyId)
    return assemblyId === null ? all : all.filter((machine) => isLookedAt(machine.harness))
  }, [harness, assemblyId])
}

/** The first power-on: what should be seen and what is wrong where it is not; the same rehearsed, and practised. */
export function BenchStage() {
  const harness = useHarness()
  const machines = useMachines()
  const { seen, open } = useBench()
  const { findings } = useVerdicts()
  useEffect(() => open(harness.build.id), [open, harness.build.id])
  const odd = machines.find(({ sights }) => sights.some(({ key }) => (seen.get(key) ?? 'asPlanned') !== 'asPlanned'))
  const chosen = odd ?? machines[0]
  const trying = useTrouble(chosen)
  const all = useMemo(() => machines.flatMap(expectedOf), [machines])
  if (chosen === undefined || !all.some(({ isUsed }) => isUsed)) {
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
      <ViewTabs
        label="The first power-on"
        views={[
          {
            id: 'see',
            name: 'See and tick',
            content: <SeeView machines={machines} all={all} trying={trying} chosen={chosen} />,
          },
          {
            id: 'rehearse',
            name: 'Rehearse',
            content: <RehearseView rehearsal={chosen} isDangerous={findings.some(isDanger)} />,
          },
          { id: 'practise', name: 'Practise', content: <PractiseView trying={trying} /> },
        ]}
      />
    </div>
  )
}
