'use client'

import { FileDown, Printer } from 'lucide-react'
import { useMemo, type ReactNode } from 'react'
import { CAUTIONS } from '@/core/sheet/cautions'
import { fixings } from '@/core/sheet/fixings'
import { shoppingList } from '@/core/sheet/shopping'
import { cut } from '@/core/units/cut'
import { groupBy } from '@/core/units/group'
import { fixingText } from '@/core/wording/step-text'
import { sumText } from '@/core/wording/sum-text'
import { countOf, listNames } from '@/core/wording/text'
import { BoardPicture } from '@/ui/case/board-picture'
import { CasePicture } from '@/ui/case/case-picture'
import { casesOf, looseThings } from '@/ui/case/view'
import { useHarness, useSession } from '@/ui/session/context'
import { Button, buttonClass } from '@/ui/shared/button'
import { ImportButton } from '@/ui/shared/import-button'
import { formatMoney } from '@/ui/shared/money'
import { OpenPoints } from './open-points'
import { Lights } from './lights'
import { Settings } from './settings'
import { usePrintedFoot } from './use-printed-foot'
import { WorkList } from './work-list'

/** So much of a name stands at the foot of a printed page. */
const MOST_NAME = 60

function Section({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="mt-6">
      <h2 className="mb-2 border-b border-thread pb-1 font-display text-lg font-semibold break-after-avoid">{title}</h2>
      {children}
    </section>
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

/** Each case with what sits in it; nothing of one that is empty or has no inside. */
function Cases() {
  const harness = useHarness()
  const cases = casesOf(harness).filter(({ id }) => harness.places().some(({ caseItem }) => caseItem?.id === id))
  if (cases.length === 0) return null
  return (
    <Section title={cases.length === 1 ? 'The case' : 'The cases'}>
      {cases.map((caseItem) => (
        <CasePicture key={caseItem.id} caseItem={caseItem} />
      ))}
    </Section>
  )
}

/** Where the headers are; nothing of a board whose outline nobody has said. */
function Boards() {
  const harness = useHarness()
  const boards = harness.items
    .map((item) => ({ item, part: harness.factsOfItem(item.id).part }))
    .filter(({ part }) => part.outline !== undefined && part.ports.some(({ spot }) => spot !== undefined))
  if (boards.length === 0) return null
  return (
    <Section title={boards.length === 1 ? 'The board' : 'The boards'}>
      <div className="flex flex-wrap gap-6">
        {boards.map(({ item, part }) => (
          <BoardPicture key={item.id} item={item} part={part} />
        ))}
      </div>
    </Section>
  )
}

function Shopping() {
  const lines = shoppingList(useHarness().build)
  if (lines.length === 0) return <p className="text-faded">Nothing to buy.</p>
  const priced = lines.filter(({ totalCents, currency }) => totalCents !== undefined && currency !== undefined)
  const totals = [...groupBy(priced, ({ currency }) => currency!)].map(([currency, some]) =>
    formatMoney(
      some.reduce((sum, { totalCents }) => sum + totalCents!, 0),
      currency,
    ),
  )
  const openCount = lines.length - priced.length
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
      <li className="flex justify-between gap-4 py-1 font-semibold">
        <span>In all</span>
        <span>
          {totals.join(' and ')}
          {openCount > 0 && `${totals.length > 0 ? ', and ' : ''}${countOf(openCount, 'thing')} of unknown price`}
        </span>
      </li>
    </ul>
  )
}

/** What has no place yet, and what has to lie ready for the rest; nothing where no place is said. */
function Ready() {
  const harness = useHarness()
  const lines = useMemo(() => fixings(harness), [harness])
  const unplaced = casesOf(harness).flatMap((caseItem) => looseThings(harness, caseItem).map(({ mark }) => mark))
  return (
    <>
      {unplaced.length > 0 && (
        <p className="mb-1">
          <strong>Without a place:</strong> {listNames(unplaced)}. No step tells where{' '}
          {unplaced.length === 1 ? 'it goes' : 'they go'}.
        </p>
      )}
      {lines.length > 0 && (
        <>
          <h3 className="font-semibold">To lie ready</h3>
          <ul className="mb-3 space-y-0.5">
            {lines.map((line) => (
              <li key={`${line.by} ${line.marks.join(' ')}`}>{fixingText(line)}</li>
            ))}
          </ul>
        </>
      )}
    </>
  )
}

/** What goes to the workbench: cautions, the work in order, sums, settings and what to buy; made to be printed. */
export function SheetStage() {
  const build = useSession((state) => state.build)
  const revision = useSession((state) => state.confirmed.revision)
  usePrintedFoot(`${cut(build.name, MOST_NAME)}, revision ${revision}`)
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
          <a href={`/api/builds/${build.id}/settings`} download className={buttonClass()}>
            <FileDown size={17} aria-hidden /> Settings, CSV
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
      <Section title="The work, in order">
        <Ready />
        <WorkList />
      </Section>
      <Cases />
      <Boards />
      <Section title="Settings of headers and outlets">
        <Settings />
      </Section>
      <Section title="Lights">
        <Lights />
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
