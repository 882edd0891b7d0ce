'use client'

import { ArrowRight, ChevronDown, ChevronRight } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { portKey } from '@/core/build/refs'
import { acceptedOf, acceptEdit, unacceptEdit } from '@/core/build/accept'
import { acceptanceOf } from '@/core/rules/accepted'
import { mendsFor, ruleOf } from '@/core/rules/check'
import { SEVERITIES, type Finding, type Severity } from '@/core/rules/rule'
import { sumText } from '@/core/wording/sum-text'
import { countOf, findingText, mendText } from '@/core/wording/text'
import { usePlaces } from '@/ui/places/places-state'
import { useSelection } from '@/ui/threads/selection'
import { Button } from '@/ui/shared/button'
import { SeverityCount, SeverityMark } from '@/ui/shared/severity'
import { useActions, useHarness, useVerdicts } from './context'

const MOST_MENDS = 6
const MOST_REASON = 120

/** What is left to do where no single edit helps. */
const WITHOUT_MENDS: Readonly<Record<Severity, string>> = {
  stop: 'No single edit mends this; it wants another part.',
  mind: 'No single edit mends this; it wants another part, or a decision.',
  unknown: 'Fill in the figure that is missing, and this settles itself.',
  note: 'Nothing has to be done.',
}

function Mends({ finding }: { readonly finding: Finding }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const mends = mendsFor(harness, finding).slice(0, MOST_MENDS)
  if (mends.length === 0) return <p className="text-[13px] text-faded">{WITHOUT_MENDS[finding.severity]}</p>
  return (
    <ul className="space-y-1">
      {mends.map((mend) => {
        const text = mendText(mend)
        return (
          <li key={text}>
            <Button
              small
              onClick={() => dispatch(mend.edit)}
              className="h-auto w-full justify-start py-1 text-left whitespace-normal"
            >
              <ArrowRight size={14} aria-hidden className="shrink-0 text-woad" /> {text}
            </Button>
          </li>
        )
      })}
    </ul>
  )
}

/** A mind may be taken on, with a reason; it comes back when one of its figures gets worse. */
function TakeOn({ finding }: { readonly finding: Finding }) {
  const { dispatch } = useActions()
  const [reason, setReason] = useState('')
  const take = (event: React.FormEvent) => {
    event.preventDefault()
    if (reason.trim() !== '') dispatch(acceptEdit(acceptanceOf(finding, reason.trim())))
  }
  return (
    <form onSubmit={take} className="flex gap-1.5">
      <input
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        maxLength={MOST_REASON}
        aria-label="Why you take it on"
        placeholder="or take it on, because …"
        className="min-w-0 grow rounded border border-seam bg-linen px-1.5 text-[13px]"
      />
      <Button
        small
        type="submit"
        disabled={reason.trim() === ''}
        title="It comes back when one of its figures gets worse"
      >
        Take it on
      </Button>
    </form>
  )
}

/** Minds that were taken on, each with its reason and the way back. */
function TakenOn() {
  const { build } = useHarness()
  const { dispatch } = useActions()
  const { accepted } = useVerdicts()
  if (accepted.length === 0) return null
  return (
    <details className="border-b border-thread px-3 py-1.5 text-[13px]">
      <summary className="text-faded">{countOf(accepted.length, 'mind')} taken on</summary>
      <ul className="mt-1 space-y-1.5">
        {accepted.map((finding) => {
          const entry = acceptedOf(build, finding)
          return (
            <li key={`${finding.ruleId} ${finding.at.map(portKey).join(' ')}`}>
              {findingText(finding)}
              <span className="flex items-center justify-between gap-2 text-faded">
                because {entry?.reason}
                {entry !== undefined && (
                  <Button small tone="quiet" onClick={() => dispatch(unacceptEdit(entry))}>
                    No more
                  </Button>
                )}
              </span>
            </li>
          )
        })}
      </ul>
    </details>
  )
}

function Snag({ finding, buildId }: { readonly finding: Finding; readonly buildId: string }) {
  const harness = useHarness()
  const router = useRouter()
  const [isOpen, setOpen] = useState(false)
  const select = useSelection((state) => state.select)
  const choose = usePlaces((state) => state.choose)
  const [place] = finding.at
  const show = () => {
    if (place === undefined) return
    // What is about a place is shown in its case, the rest in the wiring.
    const isPlace = ruleOf(finding).group === 'place' && harness.placeOf(place.itemId) !== undefined
    if (isPlace) choose(place.itemId)
    else select({ ref: place, isShown: true })
    router.push(`/builds/${buildId}/${isPlace ? 'places' : 'threads'}`)
  }
  return (
    <li className="border-b border-thread py-2 last:border-b-0">
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
        className="flex w-full items-start gap-2 text-left"
      >
        <span className="mt-0.5">
          <SeverityMark look={finding.severity} />
        </span>
        <span className="grow leading-snug">{findingText(finding)}</span>
        {isOpen ? (
          <ChevronDown size={16} aria-hidden className="mt-0.5 shrink-0 text-faded" />
        ) : (
          <ChevronRight size={16} aria-hidden className="mt-0.5 shrink-0 text-faded" />
        )}
      </button>
      {finding.sum !== undefined && (
        <p className="mt-1 ml-6 rounded bg-weft px-2 py-1 text-[13px]">{sumText(harness.build, finding.sum)}</p>
      )}
      {isOpen && (
        <div className="mt-2 ml-6 space-y-2">
          <Mends finding={finding} />
          {finding.severity === 'mind' && <TakeOn finding={finding} />}
          <p className="flex items-center justify-between gap-2 text-[13px] text-faded">
            <span>{ruleOf(finding).what}</span>
            <Button small tone="quiet" onClick={show}>
              Show
            </Button>
          </p>
        </div>
      )}
    </li>
  )
}

/** What the check found, worst first, each with its sum and its mends. */
export function SnagList({ buildId }: { readonly buildId: string }) {
  const { findings, counts, outcomes } = useVerdicts()
  return (
    <section aria-label="Snags" className="flex min-h-0 flex-col">
      <header className="flex flex-wrap items-center gap-1.5 border-b border-thread px-3 py-2">
        <h2 className="mr-auto font-display font-semibold">Snags</h2>
        {SEVERITIES.filter((severity) => counts[severity] > 0).map((severity) => (
          <SeverityCount key={severity} look={severity} count={counts[severity]} />
        ))}
        <SeverityCount look="holds" count={outcomes.holds} />
      </header>
      <div aria-live="polite" className="sr-only">
        {counts.stop} stops, {counts.mind} minds, {counts.unknown} unknown
      </div>
      <TakenOn />
      {findings.length === 0 ? (
        <p className="p-3 text-faded">
          {outcomes.holds === 0
            ? 'Nothing to check yet. Put parts on the bench and thread their leads.'
            : `Nothing found: ${outcomes.holds} checks hold.`}
        </p>
      ) : (
        <ul className="min-h-0 overflow-y-auto px-3">
          {findings.map((finding) => (
            <Snag
              key={`${finding.ruleId} ${finding.messageId} ${finding.at.map(portKey).join(' ')}`}
              finding={finding}
              buildId={buildId}
            />
          ))}
        </ul>
      )}
    </section>
  )
}
