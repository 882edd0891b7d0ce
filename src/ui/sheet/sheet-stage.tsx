'use client'

import { FileDown, ListChecks, Printer } from 'lucide-react'
import Link from 'next/link'
import { useMemo, useRef } from 'react'
import { workOf } from '@/core/sheet/work'
import { cut } from '@/core/units/cut'
import { countOf } from '@/core/wording/text'
import { useHarness, useSession } from '@/ui/session/context'
import { Button, buttonClass } from '@/ui/shared/button'
import { ImportButton } from '@/ui/shared/import-button'
import { savePictures } from '@/ui/shared/svg-file'
import { usePrintedFoot } from '@/ui/shared/use-printed-foot'
import { ViewTabs } from '@/ui/shared/view-tabs'
import { ChangePlanView } from './change-plan-view'
import { LabelsView } from './labels-view'
import { Boards, Cases, Wiring } from './pictures'
import { SheetSections } from './sheet-sections'

/** So much of a name stands at the foot of a printed page. */
const MOST_NAME = 60

/** The way to a machine, where the work is ticked. */
function WorkLead() {
  const harness = useHarness()
  const all = useMemo(() => workOf(harness), [harness])
  if (all.length === 0) return null
  return (
    <p className="mb-2 flex flex-wrap items-center gap-3 print:hidden">
      <Link href={`/builds/${harness.build.id}/machines`} className={buttonClass('act')}>
        <ListChecks size={17} aria-hidden /> Build it and tick it off
      </Link>
      <span className="text-[14px] text-faded">{countOf(all.length, 'step')}; on paper each has a box</span>
    </p>
  )
}

function Downloads({ buildId, onPictures }: { readonly buildId: string; readonly onPictures: () => void }) {
  return (
    <div className="flex flex-wrap gap-2 print:hidden">
      <Button tone="act" onClick={() => window.print()}>
        <Printer size={17} aria-hidden /> Print
      </Button>
      <a href={`/api/builds/${buildId}/wiring`} download className={buttonClass()}>
        <FileDown size={17} aria-hidden /> Lead list, CSV
      </a>
      <a href={`/api/builds/${buildId}/settings`} download className={buttonClass()}>
        <FileDown size={17} aria-hidden /> Settings, CSV
      </a>
      <Button onClick={onPictures}>
        <FileDown size={17} aria-hidden /> Pictures, SVG
      </Button>
      <a href={`/api/builds/${buildId}/file`} download className={buttonClass()}>
        <FileDown size={17} aria-hidden /> Build, JSON
      </a>
      <ImportButton />
    </div>
  )
}

function Head({ className }: { readonly className: string }) {
  const build = useSession((state) => state.build)
  const revision = useSession((state) => state.confirmed.revision)
  return (
    <header className={className}>
      <p className="font-display text-2xl font-semibold break-words">{build.name}</p>
      <p className="text-[13px] text-faded">
        Wiring sheet, revision {revision}: {countOf(build.items.length, 'item')},{' '}
        {countOf(build.threads.length, 'connection')}
      </p>
    </header>
  )
}

/** The sheet with what can be done with it. */
function WholeSheet() {
  const build = useSession((state) => state.build)
  const pictures = useRef<HTMLDivElement>(null)
  return (
    <>
      <Head className="hidden print:block" />
      <Downloads
        buildId={build.id}
        onPictures={() => pictures.current !== null && savePictures(pictures.current, build.name)}
      />
      <SheetSections
        workLead={<WorkLead />}
        picturesRef={pictures}
        pictures={
          <>
            <Wiring />
            <Cases />
            <Boards />
          </>
        }
      />
    </>
  )
}

/** What goes to the workbench: the sheet, labels for the leads, and what is to be changed at a machine; made to be printed. */
export function SheetStage() {
  const build = useSession((state) => state.build)
  const revision = useSession((state) => state.confirmed.revision)
  usePrintedFoot(`${cut(build.name, MOST_NAME)}, revision ${revision}`)
  return (
    <article className="mx-auto max-w-4xl px-4 pt-4 pb-12 print:max-w-none print:p-0">
      <Head className="mb-2 min-w-0 print:hidden" />
      <ViewTabs
        label="What is printed"
        views={[
          { id: 'sheet', name: 'Sheet', content: <WholeSheet /> },
          { id: 'labels', name: 'Labels', content: <LabelsView /> },
          { id: 'changes', name: 'Change plan', content: <ChangePlanView /> },
        ]}
      />
    </article>
  )
}
