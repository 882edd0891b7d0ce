'use client'

import { CornerDownLeft, X } from 'lucide-react'
import { nanoid } from 'nanoid'
import { useMemo, useState } from 'react'
import { isUnderstood, linesOf, readList, type ListedLine } from '@/core/line/list'
import type { LinePart } from '@/core/line/made'
import { countOf } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { ReadLine } from './read-line'

const MOST_LENGTH = 400
/** A longer text is no list of one machine; what is beyond is said to be left out. */
const MOST_LINES = 200

interface RowProps {
  readonly row: ListedLine
  readonly number: number
  readonly onChange: (text: string) => void
  readonly onRemove: () => void
}

/** One line: to be corrected in its place, with what it becomes or what stands against it. */
function ListRow({ row, number, onChange, onRemove }: RowProps) {
  const made = row.results.flatMap((result) => result.made)
  const faults = row.results.flatMap((result) => result.faults)
  const assumed = [...new Set(row.results.flatMap((result) => result.assumed))]
  return (
    <tr className="border-t border-thread align-top max-sm:flex max-sm:flex-wrap">
      <td className="py-2 pr-2 text-right text-faded max-sm:w-6">{number}</td>
      <td className="py-2 pr-3 max-sm:w-[calc(100%-4.5rem)] sm:w-1/2">
        <input
          value={row.text}
          maxLength={MOST_LENGTH}
          aria-label={`Line ${number}`}
          aria-invalid={!isUnderstood(row)}
          onChange={(event) => onChange(event.target.value)}
          className="w-full rounded-md border border-seam bg-linen px-2 py-1"
        />
        <p aria-hidden className="mt-0.5 px-2 text-[13px] leading-6 break-words">
          <ReadLine line={row.text} results={row.results} />
        </p>
      </td>
      <td className="py-2 pr-2 max-sm:order-last max-sm:w-full max-sm:pt-0 max-sm:pl-6">
        {isUnderstood(row)
          ? made.map(({ count, part }) => (
              <p key={part.id} className="font-semibold">
                {count} × {part.name}
              </p>
            ))
          : (faults.length === 0 ? [{ message: 'There is nothing in this line.' }] : faults).map(({ message }) => (
              <p key={message} className="text-[13px] text-madder">
                {message}
              </p>
            ))}
        {isUnderstood(row) && assumed.length > 0 && (
          <p className="text-[13px] text-plum">Taken so: {assumed.join('; ')}.</p>
        )}
      </td>
      <td className="py-2">
        <Button tone="quiet" small aria-label={`Leave line ${number} out`} onClick={onRemove}>
          <X size={15} aria-hidden />
        </Button>
      </td>
    </tr>
  )
}

interface ListDialogProps {
  readonly text: string
  readonly onClose: () => void
  /** Takes what was understood; false where it could not be kept. */
  readonly onAdd: (made: readonly LinePart[]) => boolean
}

/** A pasted list, line by line, to be confirmed: what was not understood stays here until it is corrected or left out. */
export function ListDialog({ text, onClose, onAdd }: ListDialogProps) {
  const [pasted] = useState(() => linesOf(text))
  const [lines, setLines] = useState(() => pasted.slice(0, MOST_LINES))
  const rows = useMemo(() => readList(lines, () => nanoid(12)), [lines])
  const understood = rows.filter(isUnderstood)
  const made = understood.flatMap(({ results }) => results.flatMap((result) => result.made))
  const itemCount = made.reduce((sum, { count }) => sum + count, 0)
  const left = rows.length - understood.length
  const add = () => {
    if (!onAdd(made)) return
    if (left === 0) onClose()
    else setLines(rows.filter((row) => !isUnderstood(row)).map((row) => row.text))
  }
  return (
    <Dialog
      isOpen
      isWide
      title="Your list, line by line"
      description={`Each line says what it becomes. Nothing is on the bench yet.${pasted.length > MOST_LINES ? ` Only the first ${MOST_LINES} of ${pasted.length} lines are read.` : ''}`}
      onClose={onClose}
      footer={
        <>
          <p aria-live="polite" className="grow text-[13px] text-faded">
            {left === 0
              ? `${countOf(rows.length, 'line')}, all understood.`
              : `${left} of ${countOf(rows.length, 'line')} not understood: correct it, or leave it out.`}
          </p>
          <Button tone="act" disabled={made.length === 0} onClick={add}>
            <CornerDownLeft size={15} aria-hidden /> Put {countOf(itemCount, 'thing')} on the bench
          </Button>
        </>
      }
    >
      <table className="w-full">
        <thead className="max-sm:sr-only">
          <tr className="text-left text-[13px] text-faded">
            <th className="pr-2 pb-1 text-right font-medium">No.</th>
            <th className="pr-3 pb-1 font-medium">Line</th>
            <th className="pr-2 pb-1 font-medium">Becomes</th>
            <th>
              <span className="sr-only">Leave out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, index) => (
            <ListRow
              key={index}
              row={row}
              number={index + 1}
              onChange={(changed) => setLines(lines.map((line, at) => (at === index ? changed : line)))}
              onRemove={() => setLines(lines.filter((_, at) => at !== index))}
            />
          ))}
        </tbody>
      </table>
    </Dialog>
  )
}
