'use client'

import { MapPin } from 'lucide-react'
import { useWatch } from 'react-hook-form'
import type { Figure } from '@/core/schema/schema-kit'
import { Button } from '@/ui/shared/button'
import { FigureField } from './figure-field'
import type { Form } from './form'
import { PlanPicture, type PlanPoint } from './plan-picture'

const figure = (value: number): Figure => ({ value, origin: 'measured' })

interface Spot {
  readonly path: string
  readonly name: string
  readonly at: { readonly xMm?: Figure | undefined; readonly yMm?: Figure | undefined } | undefined
  readonly look: 'header' | 'processor'
}
type SetSpot = Spot & { readonly at: { readonly xMm: Figure; readonly yMm: Figure } }

const isSet = (place: Spot): place is SetSpot => place.at?.xMm !== undefined && place.at.yMm !== undefined

/** The outline of a board with its headers where they are: dragged there, or typed. */
export function BoardSection({ form }: { readonly form: Form }) {
  const outline = useWatch({ control: form.control, name: 'outline' })
  const ports = useWatch({ control: form.control, name: 'ports' })
  const depthMm = outline?.depthMm?.value
  const heightMm = outline?.heightMm?.value
  const isDrawn = depthMm !== undefined && heightMm !== undefined && depthMm > 0 && heightMm > 0
  const move = (path: string, xMm: number, yMm: number) => {
    form.setValue(`${path}.xMm` as never, figure(xMm) as never, { shouldDirty: true })
    form.setValue(`${path}.yMm` as never, figure(yMm) as never, { shouldDirty: true })
  }
  const places = [
    ...ports.flatMap(({ side, name, spot }, index): readonly Spot[] =>
      side === 'gives' ? [{ path: `ports.${index}.spot`, name, at: spot, look: 'header' }] : [],
    ),
    { path: 'outline.processor', name: 'processor', at: outline?.processor, look: 'processor' } as const,
  ]
  const set = places.filter(isSet)
  const points = set.map(({ path, name, at, look }): PlanPoint => {
    return { key: path, label: name, xMm: at.xMm.value, yMm: at.yMm.value, look }
  })
  const missing = places.filter((place) => !isSet(place))
  return (
    <section aria-label="The board’s outline" className="space-y-1.5">
      <div className="flex items-center gap-3">
        <h3 className="font-display font-semibold">Outline</h3>
        <p className="grow text-[13px] text-faded">
          As it hangs in the case: its rear edge with the sockets to the left, the front to the right. Drag the headers
          to where they are printed, move them with the arrow keys, or type their figures.
        </p>
      </div>
      <div className="flex flex-wrap gap-x-3 gap-y-1 rounded-lg border border-thread bg-linen px-3 py-2">
        <FigureField form={form} path="outline.depthMm" label="front to rear" unit="mm" origin="manual" />
        <FigureField form={form} path="outline.heightMm" label="lower to upper edge" unit="mm" origin="manual" />
      </div>
      {isDrawn && (
        <div className="flex flex-wrap items-start gap-3">
          <PlanPicture
            label="The board, to scale"
            depthMm={depthMm}
            heightMm={heightMm}
            points={points}
            onMove={move}
          />
          <ul className="grow basis-64 space-y-1">
            {set.map(({ path, name }) => (
              <li key={path} className="flex flex-wrap items-center gap-2 rounded border border-thread bg-linen px-2">
                <span className="w-20 truncate text-[13px] font-semibold" title={name}>
                  {name}
                </span>
                <FigureField form={form} path={`${path}.xMm`} label="from the front" unit="mm" origin="manual" />
                <FigureField form={form} path={`${path}.yMm`} label="from below" unit="mm" origin="manual" />
              </li>
            ))}
          </ul>
        </div>
      )}
      {isDrawn && missing.length > 0 && (
        <p className="flex flex-wrap items-center gap-1.5 text-[13px]">
          <span className="text-faded">Not on it yet:</span>
          {missing.map(({ path, name }) => (
            <Button key={path} small onClick={() => move(path, Math.round(depthMm / 2), Math.round(heightMm / 2))}>
              <MapPin size={13} aria-hidden /> {name}
            </Button>
          ))}
        </p>
      )}
    </section>
  )
}
