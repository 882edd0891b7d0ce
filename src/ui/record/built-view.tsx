'use client'

import { useMemo, useState } from 'react'
import type { SaveResult, Refusal } from '@/core/formats/api-types'
import { nanoid } from 'nanoid'
import { asBuiltOf, type AsBuiltLead } from '@/core/record/as-built'
import type { Difference } from '@/core/record/machine'
import { portKey } from '@/core/build/refs'
import { countOf } from '@/core/wording/text'
import { differenceText, entryText } from '@/core/wording/record-text'
import { placeWords } from '@/core/wording/step-text'
import { useVerdicts } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { notify } from '@/ui/shared/notices'
import { CELL, PlainTable } from '@/ui/shared/plain-table'
import { ReasonForm } from '@/ui/shared/reason-form'
import { SeverityCount } from '@/ui/shared/severity'
import { DifferenceDialog } from './difference-dialog'
import { useMachine } from './machine-context'
import { measuredText } from './measured-view'
import { PhotoButton, Photos } from './photos'

/** Puts what is otherwise at this machine into its plan, as an edit on the plan as it is now; says why where it cannot. */
async function takeIntoPlan(buildId: string, revision: number, { entry }: Difference): Promise<boolean> {
  const body = JSON.stringify({ baseRevision: revision, edits: [{ id: nanoid(), edit: entry.what.edit }] })
  const headers = { 'content-type': 'application/json' }
  const answer = await fetch(`/api/builds/${buildId}/edits`, { method: 'POST', headers, body }).catch(() => undefined)
  if (answer?.ok === true) return true
  const refusal = (await answer?.json().catch(() => undefined)) as
    (SaveResult & { reason?: string }) | Refusal | undefined
  const why =
    refusal !== undefined && 'error' in refusal
      ? refusal.error.message
      : answer === undefined
        ? 'The server cannot be reached.'
        : 'Somebody changed the same thing of the plan meanwhile.'
  notify(`The plan stays as it is. ${why}`, { tone: 'fault' })
  return false
}

function OneDifference({ difference }: { readonly difference: Difference }) {
  const { machine, names, write, reload } = useMachine()
  const { entry, state, refusal, isInPlan } = difference
  const isOpen = state === 'open' && refusal === undefined && !isInPlan
  const take = async () => {
    if (machine.nowRevision === null) return
    const now = await fetch(`/api/builds/${machine.buildId}`).then(
      async (answer) => (answer.ok ? ((await answer.json()) as { revision: number }).revision : machine.nowRevision!),
      () => machine.nowRevision!,
    )
    if (!(await takeIntoPlan(machine.buildId, now, difference))) return
    write({ kind: 'settled', differenceId: entry.id, how: 'taken' })
    await reload()
  }
  return (
    <li className="space-y-1 border-t border-thread py-2 first:border-t-0 break-inside-avoid">
      <p className="font-semibold">{entryText(names, entry)}</p>
      <p className="text-[14px] text-faded">{differenceText(difference)}</p>
      <Photos entryId={entry.id} />
      <div className="flex flex-wrap items-center gap-2 print:hidden">
        {isOpen && (
          <>
            <Button small disabled={machine.nowRevision === null} onClick={() => void take()}>
              Take it into the plan
            </Button>
            <ReasonForm
              label="Why it stays so"
              placeholder="why it stays so"
              action="It stays so"
              onReason={(reason) => write({ kind: 'settled', differenceId: entry.id, how: 'kept', reason })}
            />
          </>
        )}
        {state !== 'undone' && !isInPlan && (
          <Button small onClick={() => write({ kind: 'settled', differenceId: entry.id, how: 'undone' })}>
            Undone: as planned again
          </Button>
        )}
        <PhotoButton small entryId={entry.id} />
      </div>
    </li>
  )
}

function Differences() {
  const { state } = useMachine()
  if (state.differences.length === 0)
    return <p className="text-faded">Nothing is otherwise than planned, as far as anybody wrote down.</p>
  return (
    <section aria-label="Otherwise than planned" className="rounded-lg border border-weld bg-cloth px-4 py-1">
      <ul>
        {state.differences.map((difference) => (
          <OneDifference key={difference.entry.id} difference={difference} />
        ))}
      </ul>
    </section>
  )
}

const MODE_WORDS = { pwm: 'PWM', dc: 'DC', auto: 'automatic' } as const

function LeadRow({
  lead,
  onOtherwise,
}: {
  readonly lead: AsBuiltLead
  readonly onOtherwise: (threadId: string) => void
}) {
  const { built } = useMachine()
  const { ref, leadName, plannedTo, builtTo, isOtherwise, setting } = lead
  const thread = built.threads.find(({ from }) => portKey(from) === portKey(ref))
  const sits = built.items.some(({ id }) => id === ref.itemId) && built.placeOf(ref.itemId) !== undefined
  return (
    <tr className={`border-t border-thread break-inside-avoid ${isOtherwise ? 'bg-weld-wash' : ''}`}>
      <th scope="row" className={`${CELL} font-semibold`}>
        {leadName}
      </th>
      <td className={CELL}>{sits ? placeWords(built, ref.itemId) : ''}</td>
      <td className={CELL}>{plannedTo ?? '—'}</td>
      <td className={CELL}>{isOtherwise ? <strong>{builtTo ?? 'unplugged'}, otherwise</strong> : (builtTo ?? '—')}</td>
      <td className={CELL}>
        {setting?.mode !== undefined && MODE_WORDS[setting.mode]}
        {setting?.curve !== undefined && (
          <span className="block text-[13px] text-faded">
            {setting.curve.points
              .map(({ temperatureC, dutyPercent }) => `${temperatureC} °C ${dutyPercent} %`)
              .join(', ')}
          </span>
        )}
      </td>
      <td className={`${CELL} print:hidden`}>
        {thread !== undefined && (
          <Button small tone="quiet" aria-label={`${leadName} is elsewhere`} onClick={() => onOtherwise(thread.id)}>
            It is elsewhere
          </Button>
        )}
      </td>
    </tr>
  )
}

/** The machine as it was built: what is otherwise than planned, every lead with both ends, and what was measured. */
export function BuiltView() {
  const { plan, state } = useMachine()
  const { leads, places } = useMemo(() => asBuiltOf(plan, state), [plan, state])
  const { counts } = useVerdicts()
  const [threadId, setThreadId] = useState<string>()
  const measured = places.filter((place) => place.measured.length > 0)
  return (
    <>
      <Differences />
      <p className="flex flex-wrap items-center gap-2">
        As it is built, the check finds
        <SeverityCount look="stop" count={counts.stop} />
        <SeverityCount look="warning" count={counts.warning} />
        <SeverityCount look="unknown" count={counts.unknown} />
        {counts.stop + counts.warning + counts.unknown === 0 && 'nothing against it'}
      </p>
      <PlainTable heads={['lead', 'sits', 'planned into', 'built into', 'set there', '']}>
        {leads.map((lead) => (
          <LeadRow key={portKey(lead.ref)} lead={lead} onOtherwise={setThreadId} />
        ))}
      </PlainTable>
      {measured.length > 0 && (
        <p>
          <strong>{countOf(measured.length, 'place')} measured:</strong>{' '}
          {measured.map((place) => `${place.name} ${place.measured.map(measuredText).join(', ')}`).join('; ')}.
        </p>
      )}
      {threadId !== undefined && <DifferenceDialog threadId={threadId} onClose={() => setThreadId(undefined)} />}
    </>
  )
}
