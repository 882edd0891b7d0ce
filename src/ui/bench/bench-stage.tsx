'use client'

import Link from 'next/link'
import { Tabs } from 'radix-ui'
import { useEffect, useMemo } from 'react'
import { expectedOf } from '@/core/bench/expected'
import { machinesOf, type Rehearsal } from '@/core/bench/simulate'
import { isDanger } from '@/core/export/bench-report'
import type { Harness } from '@/core/operate/harness'
import { findingText } from '@/core/wording/text'
import { useFocus } from '@/ui/focus/focus'
import { useHarness, useVerdicts } from '@/ui/session/context'
import { buttonClass } from '@/ui/shared/button'
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

const TAB =
  'rounded-md border border-transparent px-3 py-1.5 font-medium text-faded hover:text-ink data-[state=active]:border-thread data-[state=active]:bg-cloth data-[state=active]:text-ink max-sm:min-h-[44px]'

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
      <Tabs.Root defaultValue="see">
        <Tabs.List aria-label="The first power-on" className="mb-3 flex flex-wrap gap-1">
          <Tabs.Trigger value="see" className={TAB}>
            See and tick
          </Tabs.Trigger>
          <Tabs.Trigger value="rehearse" className={TAB}>
            Rehearse
          </Tabs.Trigger>
          <Tabs.Trigger value="practise" className={TAB}>
            Practise
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="see">
          <SeeView machines={machines} all={all} trying={trying} chosen={chosen} />
        </Tabs.Content>
        <Tabs.Content value="rehearse">
          <RehearseView rehearsal={chosen} isDangerous={findings.some(isDanger)} />
        </Tabs.Content>
        <Tabs.Content value="practise">
          <PractiseView trying={trying} />
        </Tabs.Content>
      </Tabs.Root>
    </div>
  )
}
