'use client'

import { ArrowLeft, Play, Square } from 'lucide-react'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import type { Part } from '@/core/parts/schema'
import { mannersFor, type Manner } from '@/core/weave/proposals'
import { MANNER_WORDS } from '@/core/wording/plan-text'
import { countOf } from '@/core/wording/text'
import { useHarness, useVerdicts } from '@/ui/build/context'
import { Button, buttonClass } from '@/ui/shared/button'
import { PlanDetails } from './plan-details'
import { PlanTable } from './plan-table'
import { OffersField, useOffers } from './offers-field'
import { useShown, withoutRepeats } from './use-shown'
import { useWeave } from './use-weave'

/** For each manner; the lower goals get what the higher ones leave. */
const SECONDS = 8

/** Plans the wiring: one proposal for each manner that makes sense here, compared, and taken whole or lead by lead. */
export function PlansStage({ shelf }: { readonly shelf: readonly Part[] }) {
  const harness = useHarness()
  const { counts } = useVerdicts()
  const offers = useOffers(shelf)
  const { at, isRunning, plans, failure, start, stop } = useWeave()
  const [asked, setAsked] = useState<typeof harness.build | undefined>(undefined)
  const [picked, setPicked] = useState<Manner | undefined>(undefined)
  const manners = useMemo(
    () => [
      ...(counts.stop > 0 && harness.threads.length > 0 ? (['mend'] as const) : []),
      ...mannersFor(harness, offers.chosen),
    ],
    [counts.stop, harness, offers.chosen],
  )
  const isStale = asked !== undefined && asked !== harness.build
  const found = useShown(asked, plans)
  const shown = useMemo(() => withoutRepeats(found), [found])
  const plan = shown.find(({ sent }) => sent.manner === picked) ?? shown[0]
  const begin = () => {
    setAsked(harness.build)
    setPicked(undefined)
    start({ build: harness.build, offers: offers.chosen, manners, seconds: SECONDS })
  }
  return (
    <div className="relative flex h-full flex-col gap-3 overflow-auto p-3">
      <header className="flex flex-wrap items-center gap-2">
        <Link href={`/builds/${harness.build.id}/threads`} className={buttonClass('quiet', true)}>
          <ArrowLeft size={14} aria-hidden /> Threads
        </Link>
        <h2 className="font-display text-xl font-semibold">Plan it for me</h2>
        <span className="grow" />
        {isRunning ? (
          <Button onClick={stop}>
            <Square size={14} aria-hidden /> Stop, keep what is found
          </Button>
        ) : (
          <Button tone="act" onClick={begin} disabled={harness.items.length === 0}>
            <Play size={14} aria-hidden /> {plans.length === 0 ? 'Plan' : 'Plan again'}
          </Button>
        )}
      </header>
      <p aria-live="polite" className="text-faded">
        {isRunning
          ? `Looking for the best plan: ${at === undefined ? 'getting ready' : MANNER_WORDS[at].name} (${plans.filter(({ isDone }) => isDone).length} of ${manners.length} done) …`
          : plans.length === 0
            ? 'Finds the wiring that costs least and holds, in several manners, and proves it. Pinned threads stay as they are; nothing changes before you accept.'
            : isStale
              ? 'The build was changed since these plans were made: plan again.'
              : `${countOf(shown.length, 'plan')}, each judged by every rule.`}
      </p>
      {failure !== undefined && <p className="text-madder">{failure} Nothing was changed.</p>}
      {harness.items.length === 0 && <p className="text-faded">There is nothing on the bench yet.</p>}
      <OffersField offers={offers} isOpen={plans.length === 0} />
      {shown.length > 0 && (
        <PlanTable shown={shown} picked={plan?.sent.manner} currency={offers.currency} onPick={setPicked} />
      )}
      {plan !== undefined && !isStale && (
        <PlanDetails
          key={`${plan.sent.manner} ${plan.sent.isDone}`}
          shown={plan}
          isStillSought={isRunning && !plan.sent.isDone}
        />
      )}
    </div>
  )
}
