'use client'

import clsx from 'clsx'
import { usePathname } from 'next/navigation'
import { useState, type ReactNode } from 'react'
import { acceptedOf, unacceptEdit } from '@/core/build/accept'
import { findingKey } from '@/core/build/refs'
import { SEVERITIES, type Finding, type Severity } from '@/core/rules/engine/rule'
import { groupBy } from '@/core/units/group'
import { sumText } from '@/core/wording/sum-text'
import { countOf, findingText } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { SeverityCount, SeverityMark } from '@/ui/shared/severity'
import { useActions, useHarness, useIsJudged, useVerdicts } from '@/ui/session/context'
import { stageAt, stageOf } from '@/ui/stages/stages'
import { MissingDialog } from '../missing/missing-dialog'
import { MendAllDialog } from './mend-all'
import { FindingRow } from './finding-row'

/** So many of one kind stand one by one; more are gathered under the first. */
const MOST_ALIKE = 3

/** Warnings that were taken on, each with its reason and the way back. */
function TakenOn() {
  const { build } = useHarness()
  const { dispatch } = useActions()
  const { accepted } = useVerdicts()
  if (accepted.length === 0) return null
  return (
    <details className="border-b border-thread px-3 py-1.5 text-[13px]">
      <summary className="text-faded">{countOf(accepted.length, 'warning')} taken on</summary>
      <ul className="mt-1 space-y-1.5">
        {accepted.map((finding) => {
          const entry = acceptedOf(build, finding)
          return (
            <li key={findingKey(finding)}>
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

/** Findings of one kind: one by one, or gathered under the first where they are many. */
function Alike({ findings, buildId }: { readonly findings: readonly Finding[]; readonly buildId: string }) {
  const { build } = useHarness()
  const [isOpen, setOpen] = useState(false)
  const isMany = findings.length > MOST_ALIKE
  const shown = isMany && !isOpen ? findings.slice(0, 1) : findings
  return (
    <>
      {shown.map((finding) => (
        <FindingRow
          key={findingKey(finding)}
          finding={finding}
          sum={finding.sum === undefined ? undefined : sumText(build, finding.sum)}
          buildId={buildId}
        />
      ))}
      {isMany && (
        <li className="border-b border-thread py-1 last:border-b-0">
          <Button small tone="quiet" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? 'Gather them again' : `and ${findings.length - 1} more like this`}
          </Button>
        </li>
      )}
    </>
  )
}

/** All that is unknown in one line, with the list of what is missing behind it. */
function Unknowns({ findings, children }: { readonly findings: readonly Finding[]; readonly children: ReactNode }) {
  const [isListed, setListed] = useState(false)
  const [isAsking, setAsking] = useState(false)
  if (findings.length === 0) return null
  const isAlone = findings.length === 1
  return (
    <>
      {isAlone && children}
      <li className="space-y-1.5 border-b border-thread py-2 last:border-b-0">
        <p className={isAlone ? 'hidden' : 'flex gap-2'}>
          <span className="mt-0.5">
            <SeverityMark look="unknown" />
          </span>
          <span>
            {countOf(findings.length, 'thing')} cannot be judged yet: a figure or a decision is missing. Nothing there
            is called safe.
          </span>
        </p>
        <p className="flex flex-wrap gap-1.5 pl-6">
          <Button small onClick={() => setAsking(true)}>
            What is missing …
          </Button>
          {!isAlone && (
            <Button small tone="quiet" aria-expanded={isListed} onClick={() => setListed(!isListed)}>
              {isListed ? 'Gather them' : 'One by one'}
            </Button>
          )}
        </p>
        {isAsking && <MissingDialog onClose={() => setAsking(false)} />}
      </li>
      {isListed && !isAlone && children}
    </>
  )
}

interface Filter {
  readonly hidden: ReadonlySet<Severity>
  readonly isHereOnly: boolean
}

/** The counts, each a switch for its kind, and whether only what belongs to the open stage is listed. */
function Filters({
  filter,
  setFilter,
  hasStage,
  buildId,
}: {
  readonly filter: Filter
  readonly setFilter: (filter: Filter) => void
  readonly hasStage: boolean
  readonly buildId: string
}) {
  const { counts, outcomes } = useVerdicts()
  const [isMending, setMending] = useState(false)
  const toggle = (severity: Severity) => {
    const hidden = new Set(filter.hidden)
    if (!hidden.delete(severity)) hidden.add(severity)
    setFilter({ ...filter, hidden })
  }
  return (
    <header className="flex flex-wrap items-center gap-1.5 border-b border-thread px-3 py-2">
      <h2 className="mr-auto font-display font-semibold">Findings</h2>
      {SEVERITIES.filter((severity) => counts[severity] > 0).map((severity) => {
        const isHidden = filter.hidden.has(severity)
        return (
          <button
            key={severity}
            type="button"
            aria-pressed={!isHidden}
            title={isHidden ? 'Hidden: show them' : 'Shown: hide them'}
            onClick={() => toggle(severity)}
            className={clsx('rounded-full', isHidden && 'line-through opacity-60')}
          >
            <SeverityCount look={severity} count={counts[severity]} />
          </button>
        )
      })}
      <SeverityCount look="holds" count={outcomes.holds} />
      {counts.stop > 0 && (
        <Button small onClick={() => setMending(true)}>
          Mend all …
        </Button>
      )}
      {isMending && <MendAllDialog buildId={buildId} onClose={() => setMending(false)} />}
      {hasStage && (
        <label className="flex items-center gap-1 text-[13px] text-faded">
          <input
            type="checkbox"
            checked={filter.isHereOnly}
            onChange={(event) => setFilter({ ...filter, isHereOnly: event.target.checked })}
          />
          only of this stage
        </label>
      )}
    </header>
  )
}

/** Without a board nothing can be plugged in yet, so that whatever is said would only alarm. */
function NothingJudged() {
  return (
    <section aria-label="Findings" className="p-3">
      <h2 className="font-display font-semibold">Findings</h2>
      <p className="mt-2 text-faded">
        Nothing is judged before there is a board. Put one on the bench, or type it in Parts: “board 4 fan headers 1A, 2
        argb”.
      </p>
    </section>
  )
}

/** What the check found, once there is a board or something is plugged in. */
export function FindingList({ buildId }: { readonly buildId: string }) {
  return useIsJudged() ? <Judged buildId={buildId} /> : <NothingJudged />
}

const kindsOf = (findings: readonly Finding[]) => [
  ...groupBy(findings, ({ severity, ruleId, messageId }) => `${severity} ${ruleId} ${messageId}`),
]
const isWorse = ({ severity }: Finding) => severity !== 'note'

/** What the check found, worst first, each with its sum and its mends. */
function Judged({ buildId }: { readonly buildId: string }) {
  const { findings, counts, outcomes } = useVerdicts()
  const [filter, setFilter] = useState<Filter>({ hidden: new Set(), isHereOnly: false })
  const stage = stageAt(usePathname())
  const hasStage = stage?.owns !== undefined
  const shown = findings.filter(
    (finding) =>
      !filter.hidden.has(finding.severity) && (!filter.isHereOnly || !hasStage || stageOf(finding) === stage),
  )
  const unknown = shown.filter(({ severity }) => severity === 'unknown')
  const known = shown.filter(({ severity }) => severity !== 'unknown')
  return (
    <section aria-label="Findings" className="flex min-h-0 flex-col">
      <Filters filter={filter} setFilter={setFilter} hasStage={hasStage} buildId={buildId} />
      <div aria-live="polite" className="sr-only">
        {counts.stop} stops, {counts.warning} warnings, {counts.unknown} unknown
      </div>
      <TakenOn />
      {findings.length === 0 ? (
        <p className="p-3 text-faded">
          {outcomes.holds === 0
            ? 'Nothing to check yet. Put parts on the bench and plug their leads in.'
            : `Nothing found: ${outcomes.holds} checks hold.`}
        </p>
      ) : shown.length === 0 ? (
        <p className="p-3 text-faded">Nothing of what is shown: {countOf(findings.length, 'finding')} hidden.</p>
      ) : (
        <ul className="min-h-0 overflow-y-auto px-3">
          {kindsOf(known.filter(isWorse)).map(([kind, alike]) => (
            <Alike key={kind} findings={alike} buildId={buildId} />
          ))}
          <Unknowns findings={unknown}>
            {kindsOf(unknown).map(([kind, alike]) => (
              <Alike key={kind} findings={alike} buildId={buildId} />
            ))}
          </Unknowns>
          {kindsOf(known.filter((finding) => !isWorse(finding))).map(([kind, alike]) => (
            <Alike key={kind} findings={alike} buildId={buildId} />
          ))}
        </ul>
      )}
    </section>
  )
}
