'use client'

import { editableFigures } from '@/core/parts/figures'
import type { Part } from '@/core/parts/schema'
import { useActions } from '@/ui/session/context'
import { FigureInput } from '@/ui/shared/figure-input'

/** The draws and limits of a part as this build holds them, to be corrected from label and manual; empty is unknown. */
export function PartFigures({ part }: { readonly part: Part }) {
  const { dispatch } = useActions()
  const figures = editableFigures(part)
  if (figures.length === 0) return null
  return (
    <details className="mt-1">
      <summary className="cursor-pointer text-[13px] text-woad">Figures</summary>
      <div className="mt-1 flex flex-col gap-1 rounded-md bg-weft p-2">
        {figures.map(({ path, ...figure }) => (
          <FigureInput
            key={path.join('.')}
            {...figure}
            onChange={(next) => dispatch({ type: 'setFigure', partId: part.id, path: [...path], figure: next ?? null })}
          />
        ))}
      </div>
    </details>
  )
}
