'use client'

import { useId, useState } from 'react'
import type { Figure, Origin } from '@/core/schema/schema-kit'
import { readFigure } from '@/core/parts/line/figure-text'
import type { RANGES } from '@/core/parts/line/ranges'

const ORIGINS: readonly (readonly [Origin, string])[] = [
  ['label', 'label'],
  ['manual', 'manual'],
  ['measured', 'measured'],
  ['maker', 'maker'],
  ['template', 'assumed'],
  ['guess', 'a guess'],
]

export interface FigureInputProps {
  readonly label: string
  readonly unit: string
  readonly figure: Figure | undefined
  readonly origin: Origin
  readonly range?: keyof typeof RANGES
  readonly onChange: (figure: Figure | undefined) => void
}

/** One figure of a part: what is printed, in its unit or another, and where it was read; empty is unknown. */
export function FigureInput({ label, unit, figure, origin, range, onChange }: FigureInputProps) {
  const [draft, setDraft] = useState<string | null>(null)
  const faultId = useId()
  const read = draft === null ? undefined : readFigure(draft, unit, range)
  const fault = read?.state === 'fault' ? read.message : undefined
  const save = () => {
    if (read === undefined || read.state === 'fault') return
    setDraft(null)
    if (read.state === 'empty') onChange(undefined)
    else if (read.value !== figure?.value) onChange({ value: read.value, origin: figure?.origin ?? origin })
  }
  return (
    <span className="inline-flex flex-wrap items-center gap-1">
      <label className="inline-flex items-center gap-1 text-[13px]">
        <span className="text-faded">{label}</span>
        <input
          inputMode="decimal"
          value={draft ?? (figure === undefined ? '' : String(figure.value))}
          placeholder="?"
          maxLength={16}
          aria-invalid={fault !== undefined}
          aria-describedby={fault === undefined ? undefined : faultId}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={save}
          onKeyDown={(event) => {
            if (event.key === 'Enter') save()
            if (event.key === 'Escape' && draft !== null) {
              event.stopPropagation()
              setDraft(null)
            }
          }}
          className={`w-16 rounded border bg-linen px-1.5 py-0.5 text-right ${fault === undefined ? 'border-seam' : 'border-madder'}`}
        />
        {unit !== '' && <span>{unit}</span>}
      </label>
      {figure !== undefined && (
        <select
          aria-label={`Where ${label} comes from`}
          value={figure.origin}
          onChange={(event) => onChange({ value: figure.value, origin: event.target.value as Origin })}
          className="rounded border border-thread bg-cloth text-xs text-faded"
        >
          {ORIGINS.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      )}
      {fault !== undefined && (
        <span id={faultId} role="alert" className="basis-full text-[13px] text-madder">
          {fault}
        </span>
      )}
    </span>
  )
}
