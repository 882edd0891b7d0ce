'use client'

import { Plus, X } from 'lucide-react'
import { nanoid } from 'nanoid'
import { useState } from 'react'
import { useFieldArray, useForm } from 'react-hook-form'
import type { ShelfPart } from '@/core/formats/api-types'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { notify } from '@/ui/shared/notices'
import { usePackEditor, type PackJob } from './pack-editor-state'
import { NO_FILTER, useShelf } from './use-shelf'

const MOST_SHOWN = 6
const FIELD = 'rounded-md border border-seam bg-linen px-2 py-1.5'

interface PackForm {
  name: string
  price: string
  currency: string
  note: string
  contents: { partId: string; name: string; count: number }[]
}

function startOf({ shelfPack }: PackJob): PackForm {
  const pack = shelfPack?.pack
  const nameOf = (partId: string) => shelfPack?.parts.find(({ part }) => part.id === partId)?.part.name ?? partId
  return {
    name: pack?.name ?? '',
    price: pack?.price === undefined ? '' : (pack.price.cents / 100).toFixed(2),
    currency: pack?.price?.currency ?? 'EUR',
    note: pack?.note ?? '',
    contents: (pack?.contents ?? []).map(({ partId, count }) => ({ partId, name: nameOf(partId), count })),
  }
}

function PartPicker({ onPick }: { readonly onPick: (shelfPart: ShelfPart) => void }) {
  const [text, setText] = useState('')
  const found = useShelf(text, NO_FILTER, 0)
  return (
    <div className="mt-2">
      <input
        value={text}
        maxLength={200}
        placeholder="Search for a part that is in it"
        aria-label="Search for a part of the pack"
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && event.preventDefault()}
        className={`w-full ${FIELD}`}
      />
      {text !== '' && found.state === 'found' && (
        <ul className="mt-1 rounded-md border border-thread">
          {found.parts.slice(0, MOST_SHOWN).map((shelfPart) => (
            <li key={shelfPart.part.id}>
              <button
                type="button"
                className="flex w-full items-center gap-2 px-2 py-1 text-left hover:bg-woad-wash"
                onClick={() => {
                  onPick(shelfPart)
                  setText('')
                }}
              >
                <Plus size={14} aria-hidden /> {shelfPart.part.name}
              </button>
            </li>
          ))}
          {found.parts.length === 0 && <li className="px-2 py-1 text-faded">No part holds these words.</li>}
        </ul>
      )}
    </div>
  )
}

function Editor({ job, onClose }: { readonly job: PackJob; readonly onClose: () => void }) {
  const { register, control, handleSubmit, formState } = useForm<PackForm>({ defaultValues: startOf(job) })
  const contents = useFieldArray({ control, name: 'contents' })
  const save = handleSubmit(async (form) => {
    const cents = Math.round(Number(form.price.replace(',', '.')) * 100)
    const pack = {
      id: job.shelfPack?.pack.id ?? nanoid(12),
      name: form.name.trim(),
      ...(form.note.trim() === '' ? {} : { note: form.note.trim() }),
      ...(form.price.trim() === '' ? {} : { price: { cents, currency: form.currency.trim() } }),
      contents: form.contents.map(({ partId, count }) => ({ partId, count })),
    }
    try {
      await ask('/api/packs', postJson({ baseRevision: job.shelfPack?.revision ?? 0, pack }))
      usePackEditor.setState(({ round }) => ({ job: null, round: round + 1 }))
      notify(`The pack “${pack.name}” is on the shelf.`)
    } catch (error) {
      notify((error as Error).message, { tone: 'fault' })
    }
  })
  return (
    <Dialog
      isOpen
      title={job.shelfPack === undefined ? 'New pack' : 'Change the pack'}
      description="What is sold together, as printed on the box. Buying it puts all of it on the bench."
      onClose={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button tone="act" disabled={formState.isSubmitting} onClick={() => void save()}>
            Keep it
          </Button>
        </>
      }
    >
      <form onSubmit={(event) => void save(event)} className="space-y-3">
        <label className="block">
          <span className="mb-1 block font-semibold">Name</span>
          <input
            {...register('name', { required: 'Give the pack a name.', maxLength: 120 })}
            maxLength={120}
            className={`w-full ${FIELD}`}
          />
          {formState.errors.name !== undefined && (
            <span className="text-[13px] text-madder">{formState.errors.name.message}</span>
          )}
        </label>
        <div className="flex flex-wrap gap-3">
          <label>
            <span className="mb-1 block font-semibold">Price</span>
            <input
              {...register('price', {
                pattern: { value: /^\s*(\d+([.,]\d{1,2})?)?\s*$/, message: 'A number such as 16.90, or nothing.' },
              })}
              inputMode="decimal"
              placeholder="not known"
              className={`w-28 text-right ${FIELD}`}
            />
          </label>
          <label>
            <span className="mb-1 block font-semibold">Currency</span>
            <input
              {...register('currency', {
                pattern: { value: /^[A-Z]{3}$/, message: 'Three capital letters, such as EUR.' },
              })}
              maxLength={3}
              className={`w-20 ${FIELD}`}
            />
          </label>
          <label className="grow">
            <span className="mb-1 block font-semibold">What it lacks, or else</span>
            <input {...register('note')} maxLength={500} className={`w-full ${FIELD}`} />
          </label>
        </div>
        {[formState.errors.price, formState.errors.currency].map(
          (error) =>
            error?.message && (
              <p key={error.message} className="text-[13px] text-madder">
                {error.message}
              </p>
            ),
        )}
        <fieldset>
          <legend className="mb-1 font-semibold">In it</legend>
          {contents.fields.length === 0 && <p className="text-faded">Nothing yet.</p>}
          <ul className="space-y-1">
            {contents.fields.map((field, index) => (
              <li key={field.id} className="flex items-center gap-2">
                <input
                  type="number"
                  min={1}
                  max={99}
                  aria-label={`How many of ${field.name}`}
                  {...register(`contents.${index}.count`, { valueAsNumber: true, min: 1, max: 99 })}
                  className={`w-16 text-right ${FIELD}`}
                />
                <span className="grow">{field.name}</span>
                <Button tone="quiet" small aria-label={`Not ${field.name}`} onClick={() => contents.remove(index)}>
                  <X size={15} aria-hidden />
                </Button>
              </li>
            ))}
          </ul>
          <PartPicker onPick={({ part }) => contents.append({ partId: part.id, name: part.name, count: 1 })} />
        </fieldset>
      </form>
    </Dialog>
  )
}

/** Makes and changes packs of one's own. */
export function PackEditor() {
  const job = usePackEditor((state) => state.job)
  return job === null ? null : <Editor job={job} onClose={() => usePackEditor.setState({ job: null })} />
}
