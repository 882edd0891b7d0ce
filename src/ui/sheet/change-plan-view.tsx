'use client'

import { ArrowLeftRight, Printer } from 'lucide-react'
import { useMemo, useState } from 'react'
import type { Build } from '@/core/build/schema'
import { changeReportOf } from '@/core/export/change-report'
import type { BuildSummary, HistoryPage, Page } from '@/core/formats/api-types'
import { USUAL_MINUTES_PER_LEAD } from '@/core/record/change-plan'
import type { Machine, MachineSummary } from '@/core/record/answers'
import { machineState } from '@/core/record/machine'
import { useSession } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { SELECT } from '@/ui/shared/select-class'
import { useLoaded } from '@/ui/shared/use-loaded'
import { ChangeSteps } from '@/ui/work/change-steps'

const NOW = 'now'

/** A state that can be gone from or to: this plan now or then, a machine as it is, another build. */
interface Choice {
  readonly value: string
  readonly words: string
  readonly group: string
}

/** So long after the last key other builds are asked for. */
const TYPING_MS = 200

/** What there is to go from and to; of other builds those whose names hold the words. What cannot be read is not offered. */
function useChoices(buildId: string, revision: number, words: string): readonly Choice[] {
  const history = useLoaded<HistoryPage>(`/api/builds/${buildId}/history`, { round: revision })
  const machines = useLoaded<Page<MachineSummary>>(`/api/builds/${buildId}/machines`)
  const named = `/api/builds?order=name&q=${encodeURIComponent(words.trim())}`
  const builds = useLoaded<Page<BuildSummary>>(named, { waitMs: TYPING_MS })
  const group = 'This plan'
  return [
    ...(typeof history === 'string'
      ? []
      : [
          ...history.states.map(({ revision: at, name }) => ({ value: `state ${at}`, words: name, group })),
          ...(history.firstRevision < revision
            ? [{ value: `state ${history.firstRevision}`, words: 'as it began', group }]
            : []),
        ]),
    ...(typeof machines === 'string' ? [] : machines.rows).map(({ id, name }) => ({
      value: `machine ${id}`,
      words: name,
      group: 'Machines, as they are',
    })),
    ...(typeof builds === 'string' ? [] : builds.rows)
      .filter(({ id }) => id !== buildId)
      .map(({ id, name }) => ({ value: `build ${id}`, words: name, group: 'Other builds' })),
  ]
}

/** Where a chosen state is read; nowhere where it is on this page already, or none is chosen. */
function addressOf(buildId: string, value: string): string | undefined {
  const [kind, id] = value.split(' ')
  if (kind === 'state') return `/api/builds/${buildId}/history/state?revision=${id}`
  if (kind === 'build') return `/api/builds/${id}`
  return kind === 'machine' ? `/api/machines/${id}` : undefined
}

/** A chosen state, once it is here; `failed` where it cannot be read. */
function useChosen(value: string): Build | 'failed' | undefined {
  const now = useSession((state) => state.build)
  const found = useLoaded<Build | Machine>(addressOf(now.id, value))
  const chosen = useMemo(() => {
    if (typeof found === 'string') return found === 'failed' ? found : undefined
    return 'entries' in found ? machineState(found.plan, found.entries).asBuilt : found
  }, [found])
  if (value === NOW) return now
  return value === '' ? undefined : chosen
}

interface PickProps {
  readonly label: string
  readonly value: string
  readonly choices: readonly Choice[]
  readonly onPick: (value: string) => void
}

function Pick({ label, value, choices, onPick }: PickProps) {
  const groups = [...new Set(choices.map(({ group }) => group))]
  return (
    <label className="flex items-center gap-2">
      <span className="text-faded">{label}</span>
      <select value={value} onChange={(event) => onPick(event.target.value)} className={`${SELECT} max-w-72`}>
        <option value="">choose …</option>
        <option value={NOW}>this plan, as it is now</option>
        {value.includes(' ') && !choices.some((choice) => choice.value === value) && (
          <option value={value}>as chosen</option>
        )}
        {groups.map((group) => (
          <optgroup key={group} label={group}>
            {choices
              .filter((choice) => choice.group === group)
              .map((choice) => (
                <option key={choice.value} value={choice.value}>
                  {choice.words}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
    </label>
  )
}

/** What is to be done at the bench from one state to another: of this plan, of a machine, of another build. */
export function ChangePlanView() {
  const { id, revision } = useSession((state) => state.confirmed)
  const [words, setWords] = useState('')
  const choices = useChoices(id, revision, words)
  const [from, setFrom] = useState('')
  const [to, setTo] = useState(NOW)
  const [minutes, setMinutes] = useState(USUAL_MINUTES_PER_LEAD)
  const [before, after] = [useChosen(from), useChosen(to)]
  const report = useMemo(
    () =>
      typeof before === 'object' && typeof after === 'object' ? changeReportOf(before, after, minutes) : undefined,
    [before, after, minutes],
  )
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 print:hidden">
        <Pick label="from" value={from} choices={choices} onPick={setFrom} />
        <Button
          small
          aria-label="Exchange the two"
          onClick={() => {
            setFrom(to)
            setTo(from)
          }}
        >
          <ArrowLeftRight size={15} aria-hidden />
        </Button>
        <Pick label="to" value={to} choices={choices} onPick={setTo} />
        <label className="flex items-center gap-1">
          <input
            type="number"
            min={0}
            max={120}
            value={minutes}
            onChange={(event) => setMinutes(Math.min(120, Math.max(0, Number(event.target.value))))}
            className="w-16 rounded border border-seam bg-linen px-1.5 py-1 text-right"
          />
          <span className="text-faded">min a lead</span>
        </label>
        <label className="flex items-center gap-2">
          <span className="text-faded">other builds named</span>
          <input
            type="search"
            value={words}
            maxLength={200}
            placeholder="any"
            onChange={(event) => setWords(event.target.value)}
            className="w-36 rounded border border-seam bg-linen px-1.5 py-1"
          />
        </label>
        <Button tone="act" disabled={report === undefined} onClick={() => window.print()}>
          <Printer size={17} aria-hidden /> Print
        </Button>
      </div>
      {(before === 'failed' || after === 'failed') && (
        <p className="text-madder">This state cannot be read just now.</p>
      )}
      {report === undefined ? (
        <p className="text-faded">Choose what the machine is now, and what it is to become.</p>
      ) : (
        <section aria-label="The change plan" className="space-y-2">
          <h2 className="font-display text-lg font-semibold">
            From {report.before.name} to {report.after.name}
          </h2>
          <ChangeSteps report={report} />
        </section>
      )}
    </>
  )
}
