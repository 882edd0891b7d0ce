'use client'

import { Minus, Plus } from 'lucide-react'
import type { Figure } from '@/core/schema/schema-kit'
import { Button } from '@/ui/shared/button'
import { FigureInput } from '@/ui/shared/figure-input'

interface CountProps {
  readonly label: string
  readonly count: number
  readonly most?: number
  readonly onChange: (count: number) => void
}

/** How many there are, by two buttons; one is the least. */
export function CountField({ label, count, most = 48, onChange }: CountProps) {
  return (
    <span role="group" aria-label={label} className="inline-flex items-center gap-1">
      <Button small aria-label={`${label}: one fewer`} disabled={count <= 1} onClick={() => onChange(count - 1)}>
        <Minus size={14} aria-hidden />
      </Button>
      <output aria-live="polite" className="min-w-6 text-center font-semibold">
        {count}
      </output>
      <Button small aria-label={`${label}: one more`} disabled={count >= most} onClick={() => onChange(count + 1)}>
        <Plus size={14} aria-hidden />
      </Button>
    </span>
  )
}

interface AmpsProps {
  readonly label: string
  readonly amps: Figure | undefined
  readonly onChange: (amps: Figure | undefined) => void
}

/** What something bears, in amps, as a manual says. */
export function AmpsField({ label, amps, onChange }: AmpsProps) {
  return <FigureInput label={label} unit="A" range="amps" origin="manual" figure={amps} onChange={onChange} />
}
