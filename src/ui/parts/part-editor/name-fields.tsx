'use client'

import { useState } from 'react'
import { useWatch } from 'react-hook-form'
import { KIND_NAMES, KINDS, type Kind } from '@/core/parts/kinds'
import { FIELD, type Form } from './form'
import { Measures } from './measures'

export function NameField({ form }: { readonly form: Form }) {
  return (
    <label className="grow basis-64">
      <span className="mb-0.5 block text-[13px] text-faded">Name</span>
      <input {...form.register('name')} maxLength={120} className={`w-full font-semibold ${FIELD}`} />
    </label>
  )
}

/** What it costs; empty is not known. */
export function PriceField({ form }: { readonly form: Form }) {
  const price = useWatch({ control: form.control, name: 'price' })
  const [draft, setDraft] = useState(price === undefined ? '' : (price.cents / 100).toFixed(2))
  const save = (text: string) => {
    setDraft(text)
    const value = Number(text.replace(',', '.'))
    const isPrice = text.trim() !== '' && Number.isFinite(value) && value >= 0
    form.setValue(
      'price',
      (isPrice ? { cents: Math.round(value * 100), currency: price?.currency ?? 'EUR' } : undefined) as never,
    )
  }
  return (
    <label>
      <span className="mb-0.5 block text-[13px] text-faded">Price</span>
      <span className="inline-flex items-center gap-1">
        <input
          value={draft}
          inputMode="decimal"
          placeholder="not known"
          maxLength={12}
          onChange={(event) => save(event.target.value)}
          className={`w-24 text-right ${FIELD}`}
        />
        <input
          aria-label="Currency"
          value={price?.currency ?? 'EUR'}
          disabled={price === undefined}
          maxLength={3}
          onChange={(event) => form.setValue('price.currency', event.target.value.toUpperCase())}
          className={`w-14 ${FIELD}`}
        />
      </span>
    </label>
  )
}

const PROGRAM_FIELDS = [
  { name: 'program.name', label: 'Its program', width: 'w-36' },
  { name: 'program.leastVersion', label: 'from version', width: 'w-20' },
  { name: 'program.firmware', label: 'firmware from', width: 'w-20' },
] as const

/** What has to be installed for a box, or on a board. */
function ProgramFields({ form, kind }: { readonly form: Form; readonly kind: Kind }) {
  if (!['board', 'controller', 'hub', 'cooler'].includes(kind)) return null
  return PROGRAM_FIELDS.filter(({ name }) => kind !== 'board' || name === 'program.firmware').map(
    ({ name, label, width }) => (
      <label key={name}>
        <span className="mb-0.5 block text-[13px] text-faded">{label}</span>
        <input {...form.register(name)} maxLength={40} placeholder="not said" className={`${width} ${FIELD}`} />
      </label>
    ),
  )
}

/** All that is said of a part as a whole. */
export function WhatItIs({ form }: { readonly form: Form }) {
  const kind = useWatch({ control: form.control, name: 'kind' })
  const construction = useWatch({ control: form.control, name: 'construction' })
  return (
    <section aria-label="What it is" className="flex flex-wrap items-end gap-x-3 gap-y-2">
      <NameField form={form} />
      <label>
        <span className="mb-0.5 block text-[13px] text-faded">Kind</span>
        <select {...form.register('kind')} className={FIELD}>
          {KINDS.map((name) => (
            <option key={name} value={name}>
              {KIND_NAMES[name]}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="mb-0.5 block text-[13px] text-faded">Maker</span>
        <input {...form.register('maker')} maxLength={120} placeholder="not said" className={`w-36 ${FIELD}`} />
      </label>
      <label title="Begins the marks of its items, such as F1">
        <span className="mb-0.5 block text-[13px] text-faded">Mark</span>
        <input {...form.register('markPrefix')} maxLength={4} className={`w-14 uppercase ${FIELD}`} />
      </label>
      <PriceField form={form} />
      {(kind === 'cable' || kind === 'splitter') && (
        <label>
          <span className="mb-0.5 block text-[13px] text-faded">Its ends are</span>
          <select
            value={construction ?? ''}
            onChange={(event) => form.setValue('construction', (event.target.value || undefined) as never)}
            className={FIELD}
          >
            <option value="">not said</option>
            <option value="moulded">moulded onto the wires</option>
            <option value="crimped">crimped, contact by contact</option>
          </select>
        </label>
      )}
      <ProgramFields form={form} kind={kind} />
      <Measures form={form} kind={kind} />
      <label className="basis-full">
        <span className="mb-0.5 block text-[13px] text-faded">Note</span>
        <input {...form.register('note')} maxLength={2000} className={`w-full ${FIELD}`} />
      </label>
    </section>
  )
}
