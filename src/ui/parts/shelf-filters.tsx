'use client'

import { X } from 'lucide-react'
import { FAMILIES, FAMILY_FACTS } from '@/core/parts/connectors'
import { KIND_NAMES, KINDS } from '@/core/parts/kinds'
import { Button } from '@/ui/shared/button'
import { ORIGIN_NAMES } from './shelf-row'
import { NO_FILTER, type ShelfFilter } from './use-shelf'

const SIZES_MM = ['80', '92', '120', '140', '200']

interface ChoiceProps {
  readonly label: string
  readonly value: string
  readonly options: readonly (readonly [value: string, name: string])[]
  readonly onChange: (value: string) => void
}

function Choice({ label, value, options, onChange }: ChoiceProps) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      className={`min-w-0 grow basis-24 rounded-md border border-thread bg-linen px-1 py-1 text-[13px] ${value === '' ? 'text-faded' : 'border-woad font-semibold text-woad'}`}
    >
      <option value="">{label}</option>
      {options.map(([option, name]) => (
        <option key={option} value={option}>
          {name}
        </option>
      ))}
    </select>
  )
}

/** Narrows the shelf by kind, size, plug and where a part comes from. */
export function ShelfFilters({
  filter,
  onChange,
}: {
  readonly filter: ShelfFilter
  readonly onChange: (filter: ShelfFilter) => void
}) {
  const set = (key: keyof ShelfFilter) => (value: string) => onChange({ ...filter, [key]: value })
  return (
    <div className="flex flex-wrap gap-1.5">
      <Choice
        label="Any kind"
        value={filter.kind}
        options={KINDS.map((kind) => [kind, KIND_NAMES[kind]])}
        onChange={set('kind')}
      />
      <Choice
        label="Any size"
        value={filter.sizeMm}
        options={SIZES_MM.map((size) => [size, `${size} mm`])}
        onChange={set('sizeMm')}
      />
      <Choice
        label="Any plug"
        value={filter.family}
        options={FAMILIES.map((family) => [family, FAMILY_FACTS[family].name])}
        onChange={set('family')}
      />
      <Choice
        label="Any source"
        value={filter.origin}
        options={[...Object.entries(ORIGIN_NAMES), ['retired', 'taken off']]}
        onChange={set('origin')}
      />
      {Object.values(filter).some((value) => value !== '') && (
        <Button tone="quiet" small onClick={() => onChange(NO_FILTER)}>
          <X size={14} aria-hidden /> All
        </Button>
      )}
    </div>
  )
}
