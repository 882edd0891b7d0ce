'use client'

import { Plus, X } from 'lucide-react'
import { useFieldArray } from 'react-hook-form'
import { freeId } from '@/core/parts/short/copy-port'
import { Button } from '@/ui/shared/button'
import { SMALL_FIELD, type Form } from './form'

const UP = ['as drawn', 'a quarter clockwise', 'half a turn', 'a quarter back'] as const

/** The screens of a part: their pixels, and which way is up on it with its lead corner at the lower left. */
export function ScreensSection({ form }: { readonly form: Form }) {
  const screens = useFieldArray({ control: form.control, name: 'screens' })
  const add = () => {
    const id = freeId('screen', form.getValues('screens') ?? [])
    screens.append({ id, name: 'Screen', widthPx: 480, heightPx: 480 } as never)
  }
  const pixels = (index: number, key: 'widthPx' | 'heightPx', label: string) => (
    <label className="inline-flex items-center gap-1 text-[13px]">
      <span className="text-faded">{label}</span>
      <input
        type="number"
        min={1}
        max={10000}
        {...form.register(`screens.${index}.${key}`, { valueAsNumber: true })}
        className={`w-20 text-right ${SMALL_FIELD}`}
      />
    </label>
  )
  return (
    <section aria-label="Screens" className="space-y-1">
      {screens.fields.map((field, index) => (
        <div
          key={field.id}
          className="flex flex-wrap items-center gap-2 rounded-lg border border-thread bg-linen px-3 py-1"
        >
          <input
            {...form.register(`screens.${index}.name`)}
            maxLength={120}
            aria-label={`Name of screen ${index + 1}`}
            className={`w-32 font-semibold ${SMALL_FIELD}`}
          />
          {pixels(index, 'widthPx', 'wide')}
          {pixels(index, 'heightPx', 'high')}
          <span className="text-[13px] text-faded">pixels</span>
          <label className="inline-flex items-center gap-1 text-[13px]">
            <span className="text-faded">up, with its lead corner lower left</span>
            <select {...form.register(`screens.${index}.upTurns`, { setValueAs: Number })} className={SMALL_FIELD}>
              {UP.map((words, turns) => (
                <option key={words} value={turns}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          <Button tone="quiet" small aria-label={`Remove screen ${index + 1}`} onClick={() => screens.remove(index)}>
            <X size={14} aria-hidden />
          </Button>
        </div>
      ))}
      {screens.fields.length < 4 && (
        <Button tone="quiet" small onClick={add}>
          <Plus size={14} aria-hidden /> Add a screen
        </Button>
      )}
    </section>
  )
}
