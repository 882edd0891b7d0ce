'use client'

import { CopyPlus, FileDown } from 'lucide-react'
import { useMemo } from 'react'
import type { Build } from '@/core/build/schema'
import { expectedOf } from '@/core/bench/expected'
import { machinesOf } from '@/core/bench/simulate'
import { cut } from '@/core/units/cut'
import { countOf } from '@/core/wording/text'
import { ExpectedSheet } from '@/ui/bench/expected-sheet'
import { LightStage } from '@/ui/light/light-stage'
import { BuildProvider, useHarness } from '@/ui/session/context'
import { ask } from '@/ui/shared/api'
import { Button, buttonClass } from '@/ui/shared/button'
import { leaveFor } from '@/ui/shared/leave-for'
import { PageHead } from '@/ui/shared/page-head'
import { usePrintedFoot } from '@/ui/shared/use-printed-foot'
import { ViewTabs } from '@/ui/shared/view-tabs'
import { useMayChange, useWho } from '@/ui/shared/who'
import { Boards, Cases, Wiring } from '@/ui/sheet/pictures'
import { SheetSections } from '@/ui/sheet/sheet-sections'
import { SpeedStage } from '@/ui/speed/speed-stage'

/** So much of a name stands at the foot of a printed page. */
const MOST_NAME = 60

/** The build to take along: onto the bench of somebody who is on one, as a file for everybody. */
function Take({ token }: { readonly token: string }) {
  const who = useWho()
  const mayKeep = useMayChange() && who?.bench !== undefined
  const copy = () =>
    leaveFor<{ readonly id: string }>(
      ({ id }) => `/builds/${id}/parts`,
      () => ask(`/api/shared/${token}/copy`, { method: 'POST' }),
    )
  return (
    <span className="flex flex-wrap gap-2 print:hidden">
      {mayKeep && (
        <Button tone="act" onClick={() => void copy()}>
          <CopyPlus size={16} aria-hidden /> Take a copy to {who.bench?.name}
        </Button>
      )}
      <a href={`/api/shared/${token}/file`} download className={buttonClass(mayKeep ? 'plain' : 'act')}>
        <FileDown size={16} aria-hidden /> The build as a file
      </a>
      {who === undefined && (
        <a href={`/sign-in?to=${encodeURIComponent(`/shared/${token}`)}`} className={buttonClass()}>
          Sign in to take a copy
        </a>
      )}
    </span>
  )
}

/** What of a build there is to look at: only what has something to show. */
function Views() {
  const harness = useHarness()
  const isExpected = useMemo(
    () =>
      machinesOf(harness)
        .flatMap(expectedOf)
        .some(({ isUsed }) => isUsed),
    [harness],
  )
  usePrintedFoot(`${cut(harness.build.name, MOST_NAME)}, shared to be looked at`)
  const { heads, commands } = harness.speed()
  const views = [
    { id: 'sheet', name: 'Sheet', isThere: true, content: <SheetSections /> },
    { id: 'wiring', name: 'Wiring', isThere: harness.threads.length > 0, content: <Wiring /> },
    {
      id: 'case',
      name: 'Case',
      isThere: true,
      content: (
        <>
          <Cases />
          <Boards />
        </>
      ),
    },
    { id: 'light', name: 'Lights', isThere: harness.lights().lines.length > 0, content: <LightStage /> },
    { id: 'speed', name: 'Speeds', isThere: heads.length + commands.length > 0, content: <SpeedStage /> },
    { id: 'expected', name: 'What to expect', isThere: isExpected, content: <ExpectedSheet /> },
  ]
  return <ViewTabs label="What there is to look at" views={views.filter(({ isThere }) => isThere)} />
}

/** A build behind a link: everything to look at, nothing to change, and a way to take it along. */
export function SharedPage({ token, build }: { readonly token: string; readonly build: Build }) {
  return (
    <BuildProvider initial={build} onlyLooking="shared">
      <div className="mx-auto max-w-5xl px-4 pb-16 print:max-w-none print:p-0">
        <PageHead />
        <main>
          <div className="mt-4 mb-3 flex flex-wrap items-end justify-between gap-3">
            <div className="min-w-0">
              <h1 className="font-display text-3xl font-semibold wrap-anywhere">{build.name}</h1>
              <p className="text-faded">
                Shared with you to look at: {countOf(build.items.length, 'item')},{' '}
                {countOf(build.threads.length, 'connection')}, as it stands now (revision {build.revision})
              </p>
            </div>
            <Take token={token} />
          </div>
          <Views />
        </main>
      </div>
    </BuildProvider>
  )
}
