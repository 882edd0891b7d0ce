'use client'

import dynamic from 'next/dynamic'
import { usePathname } from 'next/navigation'
import type { ReactNode } from 'react'
import type { Build } from '@/core/build/schema'
import { ConflictDialog } from './conflict-dialog'
import { BuildProvider } from './context'
import { Shortcuts } from './shortcuts'
import { SnagList } from './snags/snag-list'
import { StageRail } from './stage-rail'
import { TopBar } from './top-bar'

// What only one stage has beside it is fetched with that stage.
const SelectionPanel = dynamic(() => import('@/ui/threads/selection-panel').then((module) => module.SelectionPanel))
const PlacePanel = dynamic(() => import('@/ui/places/place-panel').then((module) => module.PlacePanel))

/** What belongs to the open stage alone: the picked port, or the thing that was chosen in the case. */
function StagePanel() {
  const stage = usePathname().split('/').at(-1)
  if (stage === 'threads') return <SelectionPanel />
  return stage === 'places' ? <PlacePanel /> : null
}

/** What stays around a build at every stage: its name and history above, stages left, the picked port and snags right. */
export function BuildShell({ initial, children }: { readonly initial: Build; readonly children: ReactNode }) {
  return (
    <BuildProvider initial={initial}>
      <div className="flex flex-col lg:h-dvh print:block print:h-auto">
        <TopBar />
        <div className="flex min-h-0 grow flex-col md:flex-row print:block">
          <StageRail buildId={initial.id} />
          <main className="min-h-0 min-w-0 grow overflow-auto print:overflow-visible">{children}</main>
          <aside className="flex min-h-0 shrink-0 flex-col border-thread bg-cloth max-lg:border-t lg:w-[20rem] lg:border-l print:hidden">
            <StagePanel />
            <SnagList buildId={initial.id} />
          </aside>
        </div>
      </div>
      <Shortcuts buildId={initial.id} />
      <ConflictDialog />
    </BuildProvider>
  )
}
