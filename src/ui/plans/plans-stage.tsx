'use client'

import { ArrowLeft, Hourglass, Play, Square } from 'lucide-react'
import Link from 'next/link'
import { useEffect, useEffectEvent, useMemo, useState } from 'react'
import { machinesOf, saidOf, type Machine } from '@/core/weave/problem/machine'
import { soldAs, type Offer, type Thing } from '@/core/weave/problem/problem'
import { mannersFor, type Manner } from '@/core/weave/answers/proposals'
import { MANNER_WORDS } from '@/core/wording/plan-text'
import { countOf } from '@/core/wording/text'
import { useHarness, useVerdicts } from '@/ui/session/context'
import { Button, buttonClass } from '@/ui/shared/button'
import { useFocus } from '@/ui/focus/focus'
import type { Asked } from '@/ui/weave/messages'
import { PlanDetails } from './plan-details'
import { PlanTable } from './plan-table'
import { OffersField, useOffers } from './offers-field'
import { useShown, withoutRepeats } from './use-shown'
import { useWeave } from '@/ui/weave/use-weave'

/** What is asked for otherwise than it stands on the page. */
interface Wanted {
  readonly allowed?: readonly Offer[]
  readonly machine?: Machine
  readonly seconds?: number
}

/** How long to look at most, for each manner; the lower goals get what the higher ones leave. */
const PATIENCE = [
  { seconds: 8, words: '8 s' },
  { seconds: 30, words: '30 s' },
  { seconds: 120, words: '2 min' },
] as const

/** Plans the wiring: one proposal for each manner that makes sense here, compared, and taken whole or lead by lead. */
export function PlansStage({ shelf }: { readonly shelf: readonly Thing[] }) {
  const harness = useHarness()
  const { build } = harness
  const verdicts = useVerdicts()
  const offers = useOffers(shelf, build.id)
  const { at, isRunning, plans, failure, remedy, start, stop } = useWeave()
  const [asked, setAsked] = useState<Asked | undefined>(undefined)
  const [picked, setPicked] = useState<Manner | undefined>(undefined)
  const [seconds, setSeconds] = useState<number>(PATIENCE[0].seconds)
  const viewed = useFocus(({ assemblyId }) => assemblyId)
  const [machineId, setMachineId] = useState(viewed ?? undefined)
  const machines = useMemo(() => machinesOf(build), [build])
  const machine = machines.find(({ assemblyId }) => assemblyId === machineId) ?? machines[0]!
  const mannersOf = ({ itemIds }: Machine): readonly Manner[] => {
    const { counts } = saidOf(verdicts, itemIds)
    const isWired = build.threads.some(({ from }) => itemIds.has(from.itemId))
    const first = build.choices.schools?.plan
    const isFirst = (manner: Manner) => Number(manner === first)
    const ordered = mannersFor(harness, offers.chosen).toSorted((a, b) => isFirst(b) - isFirst(a))
    return counts.stop > 0 && isWired ? ['mend', ...ordered] : ordered
  }
  const isStale = asked !== undefined && asked.build !== build
  const found = useShown(asked?.build, plans)
  const shown = useMemo(() => withoutRepeats(found), [found])
  const plan = shown.find(({ sent }) => sent.manner === picked) ?? shown[0]
  const isOpen = !isStale && plans.some(({ reached }) => reached.some(({ isProven }) => !isProven))
  const longer = PATIENCE.find((each) => each.seconds > (asked?.seconds ?? 0)) ?? PATIENCE.at(-1)!
  const lookOn = () => {
    if (asked === undefined) return
    const question = { ...asked, seconds: longer.seconds, known: plans.map(({ placements }) => placements) }
    setAsked(question)
    setSeconds(longer.seconds)
    start(question)
  }
  const begin = ({ allowed = [], ...other }: Wanted = {}) => {
    const ids = allowed.map((offer) => soldAs(offer).id)
    if (ids.length > 0) offers.say(ids, { isChosen: true })
    const others = offers.others.filter((offer) => !ids.includes(soldAs(offer).id))
    const wanted = { build, machine, seconds, ...other }
    const manners = mannersOf(wanted.machine)
    const question = { ...wanted, manners, offers: [...offers.chosen, ...allowed], others, known: [] }
    setAsked(question)
    setPicked(undefined)
    start(question)
  }
  const beginAtOnce = useEffectEvent(() => {
    if (harness.items.length > 0) begin()
  })
  // A plan is what people come for; what may be bought is corrected when one is there to look at.
  useEffect(() => {
    if (offers.isReady) beginAtOnce()
  }, [offers.isReady])
  return (
    <div className="relative flex h-full flex-col gap-3 overflow-auto p-3">
      <header className="flex flex-wrap items-center gap-2">
        <Link href={`/builds/${build.id}/threads`} className={buttonClass('quiet', true)}>
          <ArrowLeft size={14} aria-hidden /> Wiring
        </Link>
        <h2 className="font-display text-xl font-semibold">Plan it for me</h2>
        <span className="grow" />
        {machines.length > 1 && (
          <select
            aria-label="Machine to plan"
            value={machine.assemblyId ?? ''}
            onChange={({ target }) => {
              const next = machines.find(({ assemblyId }) => (assemblyId ?? '') === target.value)!
              setMachineId(next.assemblyId)
              begin({ machine: next })
            }}
            className="h-9 rounded-md border border-seam bg-cloth px-2"
          >
            {machines.map(({ assemblyId, name }) => (
              <option key={assemblyId ?? ''} value={assemblyId ?? ''}>
                {name}
              </option>
            ))}
          </select>
        )}
        <label
          className="flex items-center gap-1 text-[13px] text-faded"
          title="A plan that is proven best ends the search at once; large builds may need longer for the proof"
        >
          At most
          <select
            value={seconds}
            onChange={({ target }) => {
              setSeconds(Number(target.value))
              if (isRunning) begin({ seconds: Number(target.value) })
            }}
            className="h-9 rounded-md border border-seam bg-cloth px-2 text-ink"
          >
            {PATIENCE.map((each) => (
              <option key={each.seconds} value={each.seconds}>
                {each.words} a plan
              </option>
            ))}
          </select>
        </label>
        {isRunning ? (
          <Button onClick={stop}>
            <Square size={14} aria-hidden /> Stop, keep what is found
          </Button>
        ) : (
          <>
            {isOpen && (
              <Button
                onClick={lookOn}
                title="Goes on from these plans: a better one may be found, or these be proven best"
              >
                <Hourglass size={14} aria-hidden /> Look on for {longer.words} a plan
              </Button>
            )}
            <Button tone="act" onClick={() => begin()} disabled={harness.items.length === 0}>
              <Play size={14} aria-hidden /> {plans.length === 0 ? 'Plan' : 'Plan again'}
            </Button>
          </>
        )}
      </header>
      <p aria-live="polite" className="text-faded">
        {isRunning
          ? `Looking for the best plan: ${at === undefined ? 'getting ready' : MANNER_WORDS[at].name} (${plans.filter(({ isDone }) => isDone).length} of ${asked?.manners.length} done) …`
          : plans.length === 0
            ? 'Finds the wiring that costs least and holds, in several manners, and proves it. Pinned connections stay as they are; nothing changes before you accept.'
            : isStale
              ? 'The build was changed since these plans were made: plan again.'
              : `${countOf(shown.length, 'plan')}, each judged by every rule.`}
      </p>
      {failure !== undefined && <p className="text-madder">{failure} Nothing was changed.</p>}
      {harness.items.length === 0 && <p className="text-faded">There is nothing on the bench yet.</p>}
      {shown.length > 0 && (
        <PlanTable shown={shown} picked={plan?.sent.manner} currency={offers.currency} onPick={setPicked} />
      )}
      {remedy !== undefined && !isStale && (
        <div className="flex flex-wrap items-center gap-2 rounded-lg border border-thread bg-cloth px-3 py-2">
          <p className="grow">{remedy.text} So far it may not be bought.</p>
          <Button onClick={() => begin({ allowed: remedy.offers })}>
            <Play size={14} aria-hidden /> Allow it, and plan again
          </Button>
        </div>
      )}
      {plan !== undefined && !isStale && (
        <PlanDetails
          key={`${plan.sent.manner} ${plan.sent.isDone}`}
          shown={plan}
          others={shown.filter((other) => other !== plan)}
          isStillSought={isRunning && !plan.sent.isDone}
        />
      )}
      <OffersField offers={offers} />
    </div>
  )
}
