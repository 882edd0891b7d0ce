'use client'

import { useId, useState } from 'react'

interface NumberCellProps {
  readonly label: string
  readonly unit: string
  readonly value: number | undefined
  readonly least: number
  readonly most: number
  /** Whether nothing may stand in it. */
  readonly mayBeEmpty?: boolean
  readonly onChange: (value: number | undefined) => void
}

/** A number that is typed: taken by Enter or when the field is left, refused with its bounds. */
export function NumberCell({ label, unit, value, least, most, mayBeEmpty = false, onChange }: NumberCellProps) {
  const [draft, setDraft] = useState<string | null>(null)
  const faultId = useId()
  const typed = draft?.trim().replace(',', '.')
  const number = Number(typed)
  const isEmpty = typed === ''
  const isFault =
    typed !== undefined && (isEmpty ? !mayBeEmpty : !Number.isFinite(number) || number < least || number > most)
  const save = () => {
    if (typed === undefined || isFault) return
    setDraft(null)
    if (isEmpty) onChange(undefined)
    else if (number !== value) onChange(number)
  }
  return (
    <span className="inline-flex flex-wrap items-center gap-1">
      <input
        inputMode="decimal"
        aria-label={`${label}, ${unit}`}
        value={draft ?? (value === undefined ? '' : String(value))}
        maxLength={8}
        aria-invalid={isFault}
        aria-describedby={isFault ? faultId : undefined}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={save}
        onKeyDown={(event) => {
          if (event.key === 'Enter') save()
          if (event.key !== 'Escape' || draft === null) return
          event.stopPropagation()
          setDraft(null)
        }}
        className={`min-h-8 w-16 rounded border bg-linen px-1.5 text-right max-sm:min-h-[44px] ${isFault ? 'border-madder' : 'border-seam'}`}
      />
      <span className="text-faded">{unit}</span>
      {isFault && (
        <span id={faultId} role="alert" className="text-[13px] text-madder">
          from {least} to {most} {unit}
        </span>
      )}
    </span>
  )
}
