'use client'

import { useMemo, type ReactNode, type Ref } from 'react'
import { CAUTIONS } from '@/core/sheet/cautions'
import { fixings } from '@/core/sheet/fixings'
import { shoppingList } from '@/core/sheet/shopping'
import { workOf } from '@/core/sheet/work'
import { groupBy } from '@/core/units/group'
import { fixingText } from '@/core/wording/step-text'
import { sumText } from '@/core/wording/sum-text'
import { countOf, listNames } from '@/core/wording/text'
import { casesOf, looseThings } from '@/ui/case/view'
import { useHarness } from '@/ui/session/context'
import { formatMoney } from '@/ui/shared/money'
import { WorkList } from '@/ui/work/work-list'
import { Lights } from './lights'
import { OpenPoints } from './open-points'
import { Section } from './section'
import { Settings } from './settings'

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

/** A box to be ticked with a pen; on the page a machine has those that are ticked there. */
const Box = () => <span aria-hidden className="mt-0.5 size-5 shrink-0 rounded border-2 border-seam" />

function Work() {
  const harness = useHarness()
  const all = useMemo(() => workOf(harness), [harness])
  return <WorkList all={all} tickOf={() => <Box />} />
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

interface SheetSectionsProps {
  /** What leads from the work to where it is ticked; without it the sheet is read where nothing is edited. */
  readonly workLead?: ReactNode
  /** Wiring, cases and boards, drawn. */
  readonly pictures?: ReactNode
  readonly picturesRef?: Ref<HTMLDivElement>
}

/** All that goes to the workbench on paper: cautions, the work in order, pictures, settings, sums and what to buy. */
export function SheetSections({ workLead, pictures, picturesRef }: SheetSectionsProps) {
  const { build } = useHarness()
  return (
    <>
      {build.note !== undefined && <p className="mt-2 max-w-prose whitespace-pre-line">{build.note}</p>}
      <OpenPoints isEdited={workLead !== undefined} />
      <Section title="Before you start">
        <ul className="list-disc space-y-0.5 pl-5">
          {CAUTIONS.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      </Section>
      <Section title="The work, in order">
        <Ready />
        {workLead}
        <Work />
      </Section>
      <div ref={picturesRef}>{pictures}</div>
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
    </>
  )
}
