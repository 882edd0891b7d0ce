'use client'

import { useState } from 'react'
import { editableFigures, type EditableFigure } from '@/core/parts/figures'
import type { Part } from '@/core/parts/schema'
import { useActions } from '@/ui/build/context'

const ORIGIN_WORDS = {
  label: 'from the label',
  manual: 'from the manual',
  measured: 'measured',
  maker: 'from the maker',
  template: 'assumed by the template',
  guess: 'a guess',
} as const

function FigureField({ part, entry }: { readonly part: Part; readonly entry: EditableFigure }) {
  const { dispatch } = useActions()
  const { figure, unit, label, path, origin } = entry
  const [draft, setDraft] = useState<string | null>(null)
  const save = () => {
    const text = draft?.trim().replace(',', '.')
    setDraft(null)
    if (text === undefined) return
    const value = Number(text)
    if (text === '') dispatch({ type: 'setFigure', partId: part.id, path, figure: null })
    else if (Number.isFinite(value) && value >= 0)
      dispatch({ type: 'setFigure', partId: part.id, path, figure: { value, origin } })
  }
  return (
    <label className="grid grid-cols-[1fr_auto] items-center gap-x-2 py-0.5 text-[13px]">
      <span>
        {label}
        <span className={`block text-xs ${figure === undefined ? 'text-plum' : 'text-faded'}`}>
          {figure === undefined ? 'unknown: type what is printed' : ORIGIN_WORDS[figure.origin]}
        </span>
      </span>
      <span className="flex items-center gap-1">
        <input
          inputMode="decimal"
          value={draft ?? (figure === undefined ? '' : String(figure.value))}
          placeholder="?"
          maxLength={12}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={save}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              event.preventDefault()
              setDraft(draft ?? (figure === undefined ? '' : String(figure.value)))
              event.currentTarget.blur()
            }
            if (event.key === 'Escape') setDraft(null)
          }}
          className="w-18 rounded border border-seam bg-linen px-1.5 py-0.5 text-right"
        />
        <span className="w-9">{unit}</span>
      </span>
    </label>
  )
}

/** The draws and limits of a part as this build holds them, to be corrected from label and manual; empty is unknown. */
export function PartFigures({ part }: { readonly part: Part }) {
  const figures = editableFigures(part)
  if (figures.length === 0) return null
  return (
    <details className="mt-1">
      <summary className="cursor-pointer text-[13px] text-woad">Figures</summary>
      <div className="mt-1 rounded-md bg-weft p-2">
        {figures.map((entry) => (
          <FigureField key={entry.path.join('.')} part={part} entry={entry} />
        ))}
      </div>
    </details>
  )
}
