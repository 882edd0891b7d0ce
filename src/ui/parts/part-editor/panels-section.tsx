'use client'

import { Plus, X } from 'lucide-react'
import { useFieldArray } from 'react-hook-form'
import { Button } from '@/ui/shared/button'
import { OptionalName, SelectField } from './choice-fields'
import { FigureField, ResistanceFields } from './figure-field'
import { freeId } from '@/core/parts/short/copy-port'
import { SMALL_FIELD, type Form } from './form'
import { SpaceSection } from './space-section'

const SIDES = [
  ['front', 'front'],
  ['top', 'roof'],
  ['back', 'rear'],
  ['bottom', 'floor'],
  ['side', 'side'],
] as const
const HOLDS = [
  ['fans', 'fans'],
  ['radiator', 'a radiator'],
] as const

function Layouts({ form, index }: { readonly form: Form; readonly index: number }) {
  const layouts = useFieldArray({ control: form.control, name: `panels.${index}.layouts` })
  const add = () =>
    layouts.append({
      id: freeId('layout', form.getValues(`panels.${index}.layouts`) ?? []),
      holds: 'fans',
      sizeMm: { value: 120, origin: 'manual' },
      placeCount: 2,
    } as never)
  return (
    <ul className="mt-1 space-y-1">
      {layouts.fields.map((field, at) => (
        <li key={field.id} className="flex flex-wrap items-center gap-2">
          <span className="text-[13px] text-faded">{at === 0 ? 'holds' : 'or'}</span>
          <SelectField
            form={form}
            path={`panels.${index}.layouts.${at}.holds`}
            name="What the layout holds"
            label=""
            options={HOLDS}
            emptyWord="choose"
          />
          <label className="inline-flex items-center gap-1 text-[13px]">
            <span className="text-faded">places</span>
            <input
              type="number"
              min={1}
              max={12}
              {...form.register(`panels.${index}.layouts.${at}.placeCount`, { valueAsNumber: true })}
              className={`w-14 text-right ${SMALL_FIELD}`}
            />
          </label>
          <FigureField
            form={form}
            path={`panels.${index}.layouts.${at}.sizeMm`}
            label="of"
            unit="mm"
            origin="manual"
            range="sizeMm"
          />
          <FigureField
            form={form}
            path={`panels.${index}.layouts.${at}.startMm`}
            label="beginning at"
            unit="mm"
            origin="manual"
          />
          <Button tone="quiet" small aria-label="Remove this layout" onClick={() => layouts.remove(at)}>
            <X size={14} aria-hidden />
          </Button>
        </li>
      ))}
      <li>
        <Button tone="quiet" small onClick={add}>
          <Plus size={14} aria-hidden /> or else
        </Button>
      </li>
    </ul>
  )
}

/** Where a case can hold fans: each panel with its layouts, one of which is in use at a time; and its inside. */
export function PanelsSection({ form }: { readonly form: Form }) {
  const panels = useFieldArray({ control: form.control, name: 'panels' })
  const add = () =>
    panels.append({
      id: freeId('panel', form.getValues('panels') ?? []),
      name: 'Front',
      side: 'front',
      layouts: [{ id: 'layout1', holds: 'fans', sizeMm: { value: 120, origin: 'manual' }, placeCount: 3 }],
    } as never)
  return (
    <>
      <section aria-label="Fan places">
        <div className="mb-1 flex items-center gap-3">
          <h3 className="font-display font-semibold">Fan places</h3>
          <p className="grow text-[13px] text-faded">Of the layouts of a panel one is in use at a time.</p>
          <Button small onClick={add}>
            <Plus size={14} aria-hidden /> Add a panel
          </Button>
        </div>
        <ul className="space-y-1.5">
          {panels.fields.map((field, index) => (
            <li key={field.id} className="rounded-lg border border-thread bg-linen px-3 py-2">
              <div className="flex flex-wrap items-center gap-2">
                <input
                  {...form.register(`panels.${index}.name`)}
                  maxLength={120}
                  aria-label={`Name of panel ${index + 1}`}
                  className={`w-32 font-semibold ${SMALL_FIELD}`}
                />
                <SelectField
                  form={form}
                  path={`panels.${index}.side`}
                  label="at the"
                  options={SIDES}
                  emptyWord="choose"
                />
                <FigureField
                  form={form}
                  path={`panels.${index}.depthMm`}
                  label="depth free"
                  unit="mm"
                  origin="manual"
                />
                <ResistanceFields form={form} path={`panels.${index}`} />
                <OptionalName form={form} path={`panels.${index}.chamber`} label="opens into" placeholder="the case" />
                <span className="grow" />
                <Button tone="quiet" small aria-label="Remove this panel" onClick={() => panels.remove(index)}>
                  <X size={14} aria-hidden />
                </Button>
              </div>
              <Layouts form={form} index={index} />
            </li>
          ))}
        </ul>
      </section>
      <SpaceSection form={form} />
    </>
  )
}
