'use client'

import { FileDown, Printer } from 'lucide-react'
import { useMemo, type ReactNode } from 'react'
import type { PortRef } from '@/core/schema/schema-kit'
import { CAUTIONS } from '@/core/sheet/cautions'
import { fixings } from '@/core/sheet/fixings'
import { leadLines, type LeadLine } from '@/core/sheet/leads'
import { headerSettings } from '@/core/sheet/settings'
import { shoppingList } from '@/core/sheet/shopping'
import { workingOrder } from '@/core/sheet/working-order'
import { fixingText, stepText } from '@/core/wording/step-text'
import { sumText } from '@/core/wording/sum-text'
import { countOf, findingText } from '@/core/wording/text'
import { useHarness, useSession, useVerdicts } from '@/ui/session/context'
import { Button, buttonClass } from '@/ui/shared/button'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { ImportButton } from '@/ui/shared/import-button'
import { formatMoney } from '@/ui/shared/money'
import { lookText } from '@/core/wording/part-text'
import { SeverityMark } from '@/ui/shared/severity'
import { SERVICE_LINES } from '@/ui/wiring/thread-line'

function Section({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="mt-6">
      <h2 className="mb-2 border-b border-thread pb-1 font-display text-lg font-semibold break-after-avoid">{title}</h2>
      {children}
    </section>
  )
}

function End({ at, name }: { readonly at: PortRef; readonly name: string }) {
  const { port } = useHarness().port(at)
  const look = lookText(port)
  return (
    <span className="flex min-w-0 items-center gap-2">
      <ConnectorFace connector={port.connector} wires={port.wires} />
      <span>
        <span className="font-semibold">{name}</span>
        {look !== undefined && <span className="text-[13px] text-faded"> {look}</span>}
      </span>
    </span>
  )
}

function LeadRow({ line, step }: { readonly line: LeadLine; readonly step: number }) {
  return (
    <li className="grid grid-cols-[1.6rem_1.2rem_minmax(0,1fr)] items-center gap-x-2 border-b border-thread py-1.5 break-inside-avoid sm:grid-cols-[1.6rem_1.2rem_minmax(0,1fr)_minmax(0,1fr)_9rem]">
      <span className="text-right text-faded">{step}</span>
      <span aria-hidden className="size-4 rounded-sm border-2 border-seam" />
      <End at={line.from} name={line.fromName} />
      <span className="flex items-center gap-2 max-sm:col-start-3">
        <span aria-label="into" className="text-faded">
          →
        </span>
        <End at={line.to} name={line.toName} />
      </span>
      <span className="text-[13px] text-faded max-sm:col-start-3">
        {SERVICE_LINES[line.service].word}
        {line.lengthMm !== undefined && `, ${line.lengthMm} mm`}
        {line.asOnBench && ', as found'}
      </span>
    </li>
  )
}

function Leads() {
  const harness = useHarness()
  const lines = useMemo(() => leadLines(harness), [harness])
  if (lines.length === 0) return <p className="text-faded">No lead is plugged in yet.</p>
  return (
    <ol>
      {lines.map((line, index) => (
        <LeadRow key={line.threadId} line={line} step={index + 1} />
      ))}
    </ol>
  )
}

function Sums() {
  const harness = useHarness()
  const used = harness.budgets.filter((budget) => budget.state !== 'idle')
  if (used.length === 0) return <p className="text-faded">Nothing draws yet.</p>
  return (
    <ul className="space-y-1">
      {used.map((budget) => (
        <li key={budget.id} className="grid gap-x-3 break-inside-avoid sm:grid-cols-[11rem_1fr]">
          <span className="font-semibold">
            {budget.at.length === 1
              ? harness.name(budget.at[0]!)
              : `${harness.port(budget.at[0]!).item.mark} ${budget.name ?? 'together'}`}
            {budget.limitFrom === 'standard' && <span className="font-normal text-faded"> (plug)</span>}
          </span>
          <span>{sumText(harness.build, budget)}</span>
        </li>
      ))}
    </ul>
  )
}

function Settings() {
  const settings = headerSettings(useHarness())
  if (settings.length === 0) return <p className="text-faded">No header is used yet.</p>
  return (
    <ul className="flex flex-wrap gap-x-8 gap-y-1">
      {settings.map(({ name, mode, isChosen }) => (
        <li key={name}>
          <span className="font-semibold">{name}</span>: {mode.toUpperCase()}
          {isChosen && <span className="text-faded"> (your choice)</span>}
        </li>
      ))}
    </ul>
  )
}

function Shopping() {
  const lines = shoppingList(useHarness().build)
  if (lines.length === 0) return <p className="text-faded">Nothing to buy.</p>
  return (
    <ul>
      {lines.map((line) => (
        <li key={line.id} className="flex justify-between gap-4 border-b border-thread py-1">
          <span>
            {line.count} × {line.name}
            {line.contents !== undefined && (
              <span className="block text-[13px] text-faded">in it: {line.contents.join(', ')}</span>
            )}
            {line.leftOver.length > 0 && (
              <span className="block text-[13px] text-faded">left over: {line.leftOver.join(', ')}</span>
            )}
          </span>
          <span>
            {line.totalCents === undefined || line.currency === undefined
              ? 'price unknown'
              : formatMoney(line.totalCents, line.currency)}
          </span>
        </li>
      ))}
    </ul>
  )
}

/** What has to be done in the case, step by step, and what has to lie ready for it; nothing where no place is said. */
function Placing() {
  const harness = useHarness()
  const steps = useMemo(() => workingOrder(harness), [harness])
  const lines = useMemo(() => fixings(harness), [harness])
  if (steps.length === 0) return null
  return (
    <Section title="Placing, in working order">
      <ol className="gap-x-6 sm:columns-2">
        {steps.map((step, index) => (
          <li key={index} className="grid grid-cols-[1.6rem_1.2rem_minmax(0,1fr)] gap-x-2 py-0.5 break-inside-avoid">
            <span className="text-right text-faded">{index + 1}</span>
            <span aria-hidden className="mt-1 size-4 rounded-sm border-2 border-seam" />
            <span>{stepText(harness, step)}</span>
          </li>
        ))}
      </ol>
      <h3 className="mt-3 font-semibold">To lie ready</h3>
      <ul className="space-y-0.5">
        {lines.map((line) => (
          <li key={`${line.by} ${line.marks.join(' ')}`}>{fixingText(line)}</li>
        ))}
      </ul>
    </Section>
  )
}

function OpenPoints() {
  const { findings, counts } = useVerdicts()
  const open = findings.filter(({ severity }) => severity === 'stop' || severity === 'warning')
  if (open.length === 0 && counts.unknown === 0) return null
  return (
    <div className={`mt-4 rounded-lg border-2 p-3 ${counts.stop > 0 ? 'border-madder' : 'border-weld'}`}>
      <p className="font-semibold">
        {counts.stop > 0
          ? `Do not build this yet: ${countOf(counts.stop, 'stop')} open.`
          : 'Open points, none of them a stop.'}
      </p>
      <ul className="mt-1 space-y-1">
        {open.map((finding, index) => (
          <li key={index} className="flex gap-2">
            <SeverityMark look={finding.severity} /> <span>{findingText(finding)}</span>
          </li>
        ))}
        {counts.unknown > 0 && (
          <li className="flex gap-2">
            <SeverityMark look="unknown" />
            <span>
              {countOf(counts.unknown, 'thing')} cannot be judged: figures are missing, and nothing there is called
              safe. “What is missing” among the findings lists them.
            </span>
          </li>
        )}
      </ul>
    </div>
  )
}

/** What goes to the workbench: cautions, leads in working order, sums, settings and what to buy; made to be printed. */
export function SheetStage() {
  const build = useSession((state) => state.build)
  const revision = useSession((state) => state.confirmed.revision)
  return (
    <article className="mx-auto max-w-4xl px-4 pt-4 pb-12 print:max-w-none print:p-0">
      <header className="flex flex-wrap items-start justify-between gap-3">
        <div className="min-w-0">
          <p className="font-display text-2xl font-semibold break-words">{build.name}</p>
          <p className="text-[13px] text-faded">
            Wiring sheet, revision {revision}: {countOf(build.items.length, 'item')},{' '}
            {countOf(build.threads.length, 'connection')}
          </p>
        </div>
        <div className="flex flex-wrap gap-2 print:hidden">
          <Button tone="act" onClick={() => window.print()}>
            <Printer size={17} aria-hidden /> Print
          </Button>
          <a href={`/api/builds/${build.id}/wiring`} download className={buttonClass()}>
            <FileDown size={17} aria-hidden /> Lead list, CSV
          </a>
          <a href={`/api/builds/${build.id}/file`} download className={buttonClass()}>
            <FileDown size={17} aria-hidden /> Build, JSON
          </a>
          <ImportButton />
        </div>
      </header>
      {build.note !== undefined && <p className="mt-2 max-w-prose whitespace-pre-line">{build.note}</p>}
      <OpenPoints />
      <Section title="Before you start">
        <ul className="list-disc space-y-0.5 pl-5">
          {CAUTIONS.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      </Section>
      <Placing />
      <Section title="Leads in working order">
        <Leads />
      </Section>
      <Section title="Board settings">
        <Settings />
      </Section>
      <Section title="Sums">
        <Sums />
      </Section>
      <Section title="To buy">
        <Shopping />
      </Section>
    </article>
  )
}
