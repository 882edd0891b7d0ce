'use client'

import { format } from 'date-fns'
import { useState } from 'react'
import type { Entry } from '@/core/record/entry-schema'
import { inTime } from '@/core/record/machine'
import { entryText, RECORD_WORDS } from '@/core/wording/record-text'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { Pager } from '@/ui/shared/pager'
import { ReasonForm } from '@/ui/shared/reason-form'
import { AddEntry } from './add-entry'
import { useMachine } from './machine-context'
import { PhotoButton, Photos } from './photos'

const ENTRIES_A_PAGE = 50

/** Takes back what somebody wrote: the line stays, and says so. */
function Withdraw({ entry, onClose }: { readonly entry: Entry; readonly onClose: () => void }) {
  const { names, write } = useMachine()
  return (
    <Dialog isOpen title="This is not so" description={entryText(names, entry)} onClose={onClose}>
      <p className="mb-2 text-[14px]">
        Nothing of a log is taken away: the line stays, struck through, with your reason. Where it was a wrong value,
        write the right one down after it.
      </p>
      <ReasonForm
        label="Why it is not so"
        placeholder="why it is not so"
        action="Strike it through"
        onReason={(reason) => {
          write({ kind: 'withdrawn', reason }, { corrects: entry.id })
          onClose()
        }}
      />
    </Dialog>
  )
}

function Line({ entry, onWithdraw }: { readonly entry: Entry; readonly onWithdraw: () => void }) {
  const { names, state } = useMachine()
  const by = state.struck.get(entry.id)
  const { what } = entry
  return (
    <li className="grid gap-x-3 border-t border-thread py-1.5 first:border-t-0 break-inside-avoid sm:grid-cols-[9.5rem_1fr_auto]">
      <span className="text-[13px] text-faded">
        <time dateTime={entry.at}>{format(new Date(entry.at), 'd MMM yyyy, HH:mm')}</time>
        {entry.by !== undefined && <span className="block">{entry.by}</span>}
      </span>
      <span className="min-w-0 break-words">
        <span className="mr-1 text-[13px] text-faded">{RECORD_WORDS[what.kind]}</span>
        {by === undefined ? (
          entryText(names, entry)
        ) : (
          <>
            <s>{entryText(names, entry)}</s>{' '}
            <span className="text-[13px] text-madder">
              struck through{by.what.kind === 'withdrawn' && `: ${by.what.reason}`}
            </span>
          </>
        )}
        {what.kind === 'photo' && what.entryId === undefined && what.workId === undefined && <Photos />}
        <Photos entryId={entry.id} />
      </span>
      <span className="flex gap-1 print:hidden">
        {(what.kind === 'leftover' || what.kind === 'fault' || what.kind === 'note') && by === undefined && (
          <PhotoButton small entryId={entry.id} />
        )}
        {by === undefined && what.kind !== 'withdrawn' && (
          <Button small tone="quiet" aria-label={`Not so: ${entryText(names, entry)}`} onClick={onWithdraw}>
            Not so
          </Button>
        )}
      </span>
    </li>
  )
}

/** The whole log of the machine, the newest line first, and a form for what has no place of its own. */
export function LogView() {
  const { log } = useMachine()
  const [page, setPage] = useState(1)
  const [withdrawn, setWithdrawn] = useState<Entry>()
  const lines = inTime(log).toReversed()
  const pageCount = Math.max(1, Math.ceil(lines.length / ENTRIES_A_PAGE))
  const shown = Math.min(page, pageCount)
  return (
    <>
      <AddEntry />
      {lines.length === 0 ? (
        <p className="text-faded">
          Nothing is written down yet. Ticks, values and differences land here by themselves.
        </p>
      ) : (
        <ol aria-label="The log, the newest line first" className="rounded-lg border border-thread bg-cloth px-4">
          {lines.slice((shown - 1) * ENTRIES_A_PAGE, shown * ENTRIES_A_PAGE).map((entry) => (
            <Line key={entry.id} entry={entry} onWithdraw={() => setWithdrawn(entry)} />
          ))}
        </ol>
      )}
      <Pager of="the log" page={shown} pageCount={pageCount} onPage={setPage} />
      {withdrawn !== undefined && <Withdraw entry={withdrawn} onClose={() => setWithdrawn(undefined)} />}
    </>
  )
}
