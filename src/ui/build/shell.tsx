'use client'

import { usePathname } from 'next/navigation'
import { useEffect, useState, type ReactNode } from 'react'
import type { Build } from '@/core/build/schema'
import { ConflictDialog } from './conflict-dialog'
import { BuildProvider, useHarness } from '@/ui/session/context'
import { useMayChange } from '@/ui/shared/who'
import { Tour } from './help/tour'
import { Shortcuts } from './shortcuts'
import { FindingList } from './findings/finding-list'
import { useFocus } from '@/ui/focus/focus'
import { stageAt } from '@/ui/stages/stages'
import { warmPlannerWhenIdle } from '@/ui/weave/planner'
import { StageRail } from './stage-rail'
import { TopBar } from './top-bar'

/** What the open stage shows beside the findings: of the picked port, say, or of the thing in the case. */
function StagePanel() {
  const { Panel } = stageAt(usePathname()) ?? {}
  return Panel === undefined ? null : <Panel />
}

/** Who changes a build will ask for a plan of it: the planner gets ready meanwhile. */
function PlannerGetsReady() {
  const { build } = useHarness()
  const [opened] = useState(build)
  const isChanged = build !== opened
  useEffect(() => (isChanged ? warmPlannerWhenIdle() : undefined), [isChanged])
  return null
}

/** What stays around a build at every stage: its name and history above, stages left, the picked port and findings right. */
export function BuildShell({ initial, children }: { readonly initial: Build; readonly children: ReactNode }) {
  const mayChange = useMayChange()
  const leaveBuild = useFocus((state) => state.leaveBuild)
  useEffect(() => leaveBuild, [leaveBuild])
  return (
    <BuildProvider initial={initial} onlyLooking={mayChange ? undefined : 'reader'}>
      <div className="flex flex-col lg:h-dvh print:block print:h-auto">
        <TopBar />
        <div className="flex min-h-0 grow flex-col md:flex-row print:block">
          <StageRail buildId={initial.id} />
          <main className="min-h-0 min-w-0 grow overflow-auto print:overflow-visible">{children}</main>
          <aside className="flex min-h-0 shrink-0 flex-col border-thread bg-cloth max-lg:border-t lg:w-[17rem] lg:border-l xl:w-[20rem] print:hidden">
            <StagePanel />
            <FindingList buildId={initial.id} />
          </aside>
        </div>
      </div>
      <Shortcuts buildId={initial.id} />
      <Tour buildId={initial.id} />
      <ConflictDialog />
      <PlannerGetsReady />
    </BuildProvider>
  )
}
