'use client'

import { useRef } from 'react'
import { parkEdit } from '@/core/build/choose'
import { portKey } from '@/core/build/refs'
import type { LeadRow } from '@/core/sheet/lead-rows'
import { candidateText } from '@/core/wording/candidate-text'
import { useActions, useHarness } from '@/ui/session/context'
import { isOpen, usePlug } from '@/ui/threads/state/plug'
import { useAnswers } from '@/ui/threads/state/use-answers'

const FIELD = 'h-full w-full bg-linen px-1 outline-2 -outline-offset-2 outline-woad'

interface EditorProps {
  readonly row: LeadRow
  /** Ends the editing; the cell takes the focus back. */
  readonly onDone: () => void
}

/** Where a lead goes, chosen among the ports that take it, best first, each with what would happen there. */
export function GoesEditor({ row, onDone }: EditorProps) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const plug = usePlug()
  const candidates = useAnswers(row.ref).answers.filter(isOpen)
  const choose = (value: string) => {
    const candidate = candidates.find(({ to }) => portKey(to) === value)
    if (candidate !== undefined) plug(row.ref, candidate.to)
    else if (value === 'loose' && row.threadId !== undefined) dispatch({ type: 'disconnect', threadId: row.threadId })
    else if (value === 'park') dispatch(parkEdit(row.ref, 'on purpose'))
    else if (value === 'want') dispatch(parkEdit(row.ref, null))
    onDone()
  }
  return (
    <select
      // The cell was entered to change this: the field is what is wanted next.
      ref={(field) => field?.focus()}
      aria-label={`Where ${row.leadName} goes`}
      defaultValue="now"
      onChange={(event) => choose(event.target.value)}
      onBlur={onDone}
      className={FIELD}
    >
      <option value="now">{row.toName ?? 'loose'}</option>
      {row.threadId !== undefined && <option value="loose">unplugged</option>}
      {row.threadId === undefined && !row.isWanted && (
        <option value={row.parkedReason === undefined ? 'park' : 'want'}>
          {row.parkedReason === undefined ? 'left loose on purpose' : 'wants a port after all'}
        </option>
      )}
      {candidates.map((candidate) => (
        <option key={portKey(candidate.to)} value={portKey(candidate.to)}>
          {harness.name(candidate.to)}: {candidateText(harness, row.ref, candidate)}
        </option>
      ))}
    </select>
  )
}

const MOST_NOTE = 200

/** The reason beside a thread. */
export function NoteEditor({ row, onDone }: EditorProps) {
  const { dispatch } = useActions()
  const isLeft = useRef(false)
  const keep = (text: string) => {
    if (isLeft.current) return
    isLeft.current = true
    const note = text.trim()
    if (row.threadId !== undefined && note !== row.note) {
      dispatch({ type: 'noteThread', threadId: row.threadId, note: note === '' ? null : note })
    }
    onDone()
  }
  return (
    <input
      ref={(field) => field?.focus()}
      aria-label={`Note beside ${row.leadName}`}
      defaultValue={row.note}
      maxLength={MOST_NOTE}
      onBlur={(event) => keep(event.target.value)}
      onKeyDown={(event) => {
        event.stopPropagation()
        if (event.key === 'Enter') keep(event.currentTarget.value)
        if (event.key === 'Escape') {
          isLeft.current = true
          onDone()
        }
      }}
      className={FIELD}
    />
  )
}
