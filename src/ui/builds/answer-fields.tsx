'use client'

import { useId } from 'react'

interface ChipsProps<T extends string> {
  readonly legend: string
  readonly hint?: string
  readonly options: readonly { readonly value: T; readonly words: string }[]
  readonly value: T
  readonly onChange: (value: T) => void
}

/** One of a few answers, in a row. */
export function Chips<T extends string>({ legend, hint, options, value, onChange }: ChipsProps<T>) {
  const name = useId()
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">
        {legend}
        {hint !== undefined && <span className="ml-2 font-normal text-faded">{hint}</span>}
      </legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map((option) => (
          <label
            key={option.value}
            className="inline-flex min-h-9 cursor-pointer items-center rounded-md border border-thread px-3 has-checked:border-woad has-checked:bg-woad-wash has-checked:font-semibold has-focus-visible:outline-2 has-focus-visible:outline-woad"
          >
            <input
              type="radio"
              name={name}
              checked={value === option.value}
              onChange={() => onChange(option.value)}
              className="sr-only"
            />
            {option.words}
          </label>
        ))}
      </div>
    </fieldset>
  )
}

interface CountProps {
  readonly label: string
  readonly unit?: string
  readonly value: number | undefined
  readonly least?: number
  readonly most: number
  /** Of a field that may stay empty: what that means. */
  readonly emptyWords?: string
  readonly step?: number
  readonly onChange: (value: number | undefined) => void
}

/** A number in its bounds, with its unit; empty where nobody knows, if that may be. */
export function NumberField({ label, unit, value, least = 0, most, emptyWords, step = 1, onChange }: CountProps) {
  return (
    <label className="inline-flex flex-col text-[13px] text-faded">
      {label}
      <span className="flex items-center gap-1">
        <input
          type="number"
          inputMode="decimal"
          min={least}
          max={most}
          step={step}
          value={value ?? ''}
          placeholder={emptyWords}
          onChange={({ target }) => {
            if (target.value === '') return onChange(emptyWords === undefined ? least : undefined)
            const typed = Number(target.value)
            if (Number.isFinite(typed))
              onChange(Math.min(most, Math.max(least, step === 1 ? Math.trunc(typed) : typed)))
          }}
          className="min-h-9 w-[5.5rem] rounded-md border border-seam bg-linen px-2 text-ink"
        />
        {unit}
      </span>
    </label>
  )
}
