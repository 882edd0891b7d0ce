'use client'

import { useMemo, useState } from 'react'
import { nanoid } from 'nanoid'
import { asBuiltOf, type AsBuiltLead } from '@/core/record/as-built'
import { isOtherwise, type Difference } from '@/core/record/machine'
import { portKey } from '@/core/build/refs'
import { MODE_WORDS, pointsText } from '@/core/wording/curve-text'
import { countOf } from '@/core/wording/text'
import { differenceText, entryText } from '@/core/wording/record-text'
import { placeWords } from '@/core/wording/step-text'
import { check } from '@/core/rules/check'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { notify } from '@/ui/shared/notices'
import { CELL, PlainTable } from '@/ui/shared/plain-table'
import { ReasonForm } from '@/ui/shared/reason-form'
import { SeverityCount } from '@/ui/shared/severity'
import { DifferenceDialog } from './difference-dialog'
import { useMachine } from './machine-context'
import { measuredText } from './measured-view'
import { PhotoButton, Photos } from './photos'

function OneDifference({ difference }: { readonly difference: Difference }) {
  const { machine, names, write, reload } = useMachine()
  const { entry, state, refusal, isInPlan } = difference
  const isOpen = state === 'open' && refusal === undefined && !isInPlan
  /** An edit on the plan that this machine goes by: where somebody changed the same of it since, the plan stays as it is. */
  const take = async () => {
    try {
      const edits = [{ id: nanoid(), edit: entry.what.edit }]
      await ask(`/api/builds/${machine.buildId}/edits`, postJson({ baseRevision: machine.plan.revision, edits }))
      write({ kind: 'settled', differenceId: entry.id, how: 'taken' })
      await reload()
    } catch (error) {
      notify(`The plan stays as it is. ${(error as Error).message}`, { tone: 'fault' })
    }
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
        {isOtherwise(difference) && (
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
          <span className="block text-[13px] text-faded">{pointsText(setting.curve)}</span>
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
  const { plan, built, state } = useMachine()
  const { leads, places } = useMemo(() => asBuiltOf(plan, state), [plan, state])
  const { counts } = useMemo(() => check(built), [built])
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
