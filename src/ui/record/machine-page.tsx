'use client'

import { CloudOff, FileDown, Printer } from 'lucide-react'
import Link from 'next/link'
import { useState } from 'react'
import type { Machine, SheetRead } from '@/core/record/answers'
import { RECORD_LIMITS } from '@/core/record/limits'
import { cut } from '@/core/units/cut'
import { countOf } from '@/core/wording/text'
import { ask, postFile } from '@/ui/shared/api'
import { Button, buttonClass } from '@/ui/shared/button'
import { FileButton } from '@/ui/shared/file-button'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { notify } from '@/ui/shared/notices'
import { PageHead } from '@/ui/shared/page-head'
import { useAsk } from '@/ui/shared/use-ask'
import { usePrintedFoot } from '@/ui/shared/use-printed-foot'
import { ViewTabs } from '@/ui/shared/view-tabs'
import { BuiltView } from './built-view'
import { ChangeView } from './change-view'
import { LogView } from './log-view'
import { MachineProvider, useMachine } from './machine-context'
import type { RecordSaving } from './machine-store'
import { MeasuredView } from './measured-view'
import { saveBenchFile } from './bench-file/save'
import { WorkView } from './work-view'

const SAVING_WORDS: Readonly<Record<RecordSaving, string>> = {
  keeping: 'Keeping …',
  saving: 'Saving …',
  saved: 'Saved',
  away: 'Not saved: the server is away. Go on; this browser keeps it and sends it later',
  signedOut: 'Not saved: you are signed out. Sign in in another tab; this browser keeps it and sends it then',
}

function SaveState() {
  const { saving } = useMachine()
  const isTrouble = saving === 'away' || saving === 'signedOut'
  return (
    <span
      role="status"
      className={`flex items-center gap-1 text-[13px] ${isTrouble ? 'font-semibold text-madder' : 'text-faded'}`}
    >
      {isTrouble && <CloudOff size={15} aria-hidden className="shrink-0" />}
      {SAVING_WORDS[saving]}
    </span>
  )
}

/** What the machine is called, which one of its kind it is, and who writes. */
function Names() {
  const { machine, state, by, setBy, write } = useMachine()
  const name = state.name ?? machine.firstName
  const serial = (state.name === undefined ? machine.firstSerial : state.serial) ?? ''
  const save = (next: { readonly name?: string; readonly serial?: string }) => {
    const all = { name, serial, ...next }
    write({ kind: 'named', name: all.name, ...(all.serial === '' ? {} : { serial: all.serial }) })
  }
  return (
    <div className="min-w-0">
      <h1>
        <InlineEdit
          value={name}
          label="Name of the machine"
          maxLength={RECORD_LIMITS.machineNameLength}
          onSave={(next) => save({ name: next })}
          className="w-full font-display text-2xl font-semibold"
        />
      </h1>
      <p className="flex flex-wrap items-center gap-x-4 text-[14px] text-faded">
        <label>
          serial{' '}
          <InlineEdit
            value={serial}
            label="Serial number"
            placeholder="none"
            maxLength={RECORD_LIMITS.serialLength}
            onSave={(next) => save({ serial: next })}
            className="w-36"
          />
        </label>
        <label className="print:hidden">
          written by{' '}
          <input
            value={by}
            maxLength={RECORD_LIMITS.machineNameLength}
            placeholder="your name or sign"
            onChange={(event) => setBy(event.target.value)}
            className="w-36 rounded border border-thread bg-transparent px-1"
          />
        </label>
      </p>
    </div>
  )
}

/** The plan that the machine goes by, and whether that has gone on. */
function PlanLine() {
  const { machine } = useMachine()
  const { plan, buildId, nowRevision } = machine
  const isThere = nowRevision !== null
  return (
    <p className="text-[14px] text-faded">
      Built by revision {plan.revision} of{' '}
      {isThere ? (
        <Link href={`/builds/${buildId}/machines`} className="underline">
          {plan.name}
        </Link>
      ) : (
        <strong>{plan.name}</strong>
      )}
      {!isThere && ', which is deleted since; this machine keeps its own copy of the plan'}
      {isThere && nowRevision > plan.revision && `, which is at revision ${nowRevision} by now`}.
    </p>
  )
}

function Files() {
  const view = useMachine()
  const { machine, built } = view
  const run = useAsk()
  const [isWriting, setWriting] = useState(false)
  const write = async () => {
    setWriting(true)
    await saveBenchFile(view).finally(() => setWriting(false))
  }
  const giveBack = (file: File) =>
    run(
      () => ask<SheetRead>(`/api/machines/${machine.id}/sheet`, postFile(file)),
      ({ keptCount, knownCount, otherRevision }) =>
        notify(
          `${countOf(keptCount, 'line')} taken in${knownCount > 0 ? `, ${knownCount} were here already` : ''}.${
            otherRevision === null
              ? ''
              : ` The sheet is of revision ${otherRevision} of the plan; steps that there are no more stand in the log alone.`
          }`,
        ),
    )
  return (
    <div className="flex flex-wrap gap-2 max-sm:order-last print:hidden">
      <Button onClick={() => window.print()}>
        <Printer size={17} aria-hidden /> Print
      </Button>
      <Button disabled={isWriting || built.items.length === 0} onClick={() => void write()}>
        <FileDown size={17} aria-hidden /> Sheet for a phone, one file
      </Button>
      <FileButton label="Sheet given back" accept=".json,application/json" onFile={(file) => void giveBack(file)}>
        Give a sheet back
      </FileButton>
      <a href={`/api/machines/${machine.id}/file?form=csv`} download className={buttonClass()}>
        <FileDown size={17} aria-hidden /> As built, CSV
      </a>
      <a href={`/api/machines/${machine.id}/file`} download className={buttonClass()}>
        <FileDown size={17} aria-hidden /> Machine, JSON
      </a>
    </div>
  )
}

function Views() {
  const { machine, state } = useMachine()
  const isBehind = machine.nowRevision !== null && machine.nowRevision > machine.plan.revision
  const name = state.name ?? machine.firstName
  usePrintedFoot(`${cut(name, 50)}, ${cut(machine.plan.name, 40)}, revision ${machine.plan.revision}`)
  return (
    <ViewTabs
      label="The machine"
      views={[
        { id: 'work', name: 'Work', content: <WorkView /> },
        { id: 'measured', name: 'Measured', content: <MeasuredView /> },
        { id: 'built', name: 'As built', content: <BuiltView /> },
        ...(isBehind ? [{ id: 'changes', name: 'Plan changed', content: <ChangeView /> }] : []),
        { id: 'log', name: 'Log', content: <LogView /> },
      ]}
    />
  )
}

/** One machine: its work ticked off, what was measured, how it was built, and its log. */
export function MachinePage({ initial }: { readonly initial: Machine }) {
  return (
    <MachineProvider initial={initial}>
      <div className="mx-auto max-w-4xl px-4 pb-16 print:max-w-none print:p-0">
        <PageHead>
          <SaveState />
        </PageHead>
        <main className="flex flex-col gap-3 [&>*]:min-w-0">
          <nav className="text-[14px] print:hidden">
            <Link href="/machines" className="underline">
              All machines
            </Link>
          </nav>
          <Names />
          <PlanLine />
          <Files />
          <Views />
        </main>
      </div>
    </MachineProvider>
  )
}
