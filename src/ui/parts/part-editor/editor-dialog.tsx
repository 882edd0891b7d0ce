'use client'

import { nanoid } from 'nanoid'
import { useState } from 'react'
import { useForm, useWatch } from 'react-hook-form'
import { draftFaults } from '@/core/build/integrity'
import type { Refusal } from '@/core/formats/api-types'
import { cleanPart } from '@/core/parts/clean'
import { KIND_NAMES, KINDS, type Kind } from '@/core/parts/kinds'
import type { Part } from '@/core/parts/schema'
import { SKELETONS } from '@/core/templates/skeletons'
import { cut } from '@/core/units/cut'
import { partSummary } from '@/core/wording/part-text'
import { useActions, useSession } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { notify } from '@/ui/shared/notices'
import { PlugPicture } from '@/ui/shared/plug-picture'
import { postJson } from '@/ui/shared/api'
import { BoardSection } from './board-section'
import { useEditor, type EditorJob } from '@/ui/focus/editor-job'
import { FIELD, type Form, type PartForm } from './form'
import { Measures } from './measures'
import { PanelsSection } from './panels-section'
import { PortsSection } from './ports-section'
import { RelationsSection } from './relations-section'

const close = () => useEditor.setState({ job: null })

function WhatItIs({ form }: { readonly form: Form }) {
  const kind = useWatch({ control: form.control, name: 'kind' })
  const construction = useWatch({ control: form.control, name: 'construction' })
  return (
    <section aria-label="What it is" className="flex flex-wrap items-end gap-x-3 gap-y-2">
      <label className="grow basis-64">
        <span className="mb-0.5 block text-[13px] text-faded">Name</span>
        <input {...form.register('name')} maxLength={120} className={`w-full font-semibold ${FIELD}`} />
      </label>
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
      <Measures form={form} kind={kind} />
      <label className="basis-full">
        <span className="mb-0.5 block text-[13px] text-faded">Note</span>
        <input {...form.register('note')} maxLength={2000} className={`w-full ${FIELD}`} />
      </label>
    </section>
  )
}

function PriceField({ form }: { readonly form: Form }) {
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

/** What the check will make of it, while it is being written. */
function Preview({ form }: { readonly form: Form }) {
  const values = useWatch({ control: form.control })
  const part = cleanPart(values)
  const [fault] = draftFaults(part, '')
  return (
    <aside aria-label="What the check sees" className="space-y-2 rounded-lg bg-weft p-3">
      <p className="font-semibold">{part.name ?? 'No name yet'}</p>
      <p className="text-[13px] text-faded">{partSummary(part)}</p>
      {fault !== undefined && (
        <p role="alert" className="text-[13px] text-madder">
          {placeWords(fault.pointer, part)}: {fault.message}.
        </p>
      )}
      <ul className="space-y-2">
        {part.ports.slice(0, 6).map((port) => (
          <li key={port.id}>
            <p className="text-[13px]">
              <strong>{port.name ?? port.id}</strong>{' '}
              <span className="text-faded">{port.side === 'gives' ? 'gives' : 'takes'}</span>
            </p>
            <PlugPicture connector={port.connector} wires={port.wires ?? []} widthPx={170} />
          </li>
        ))}
      </ul>
      {part.ports.length > 6 && <p className="text-[13px] text-faded">and {part.ports.length - 6} more</p>}
    </aside>
  )
}

/** A place inside a part as a person finds it in the form. */
function placeWords(pointer: string, part: Part): string {
  const [, list, index, ...rest] = pointer.replace(/^\/part/, '').split('/')
  const number = Number(index)
  if (list === 'ports')
    return `Plug ${number + 1}${part.ports[number]?.name === undefined ? '' : ` (${part.ports[number].name})`}, ${rest.join(' ')}`
  if (list === 'inside') return `Inside, entry ${number + 1}, ${rest.join(' ')}`
  return [list, index, ...rest].filter(Boolean).join(' ')
}

type Outcome = { readonly isKept: true } | { readonly isKept: false; readonly message: string }

/** Sends a part to be kept or only checked; the server's sentence where it refuses. */
async function send(url: string, init: RequestInit, part: Part): Promise<Outcome> {
  const response = await fetch(url, init).catch(() => undefined)
  if (response === undefined)
    return { isKept: false, message: 'The server cannot be reached. Nothing was kept; try again.' }
  if (response.ok) return { isKept: true }
  const refusal = (await response.json().catch(() => undefined)) as Refusal | undefined
  const message = refusal?.error.message ?? `The server answered ${response.status}. Nothing was kept.`
  const { place } = refusal?.error ?? {}
  return {
    isKept: false,
    message: place === undefined ? message : `${placeWords(place, part)}: ${message.replace(/^At [^:]*: /, '')}`,
  }
}

function useSave(job: EditorJob) {
  const { dispatch } = useActions()
  const build = useSession((state) => state.build)
  return async (part: Part): Promise<Outcome> => {
    if (job.on === 'bench') {
      const outcome = await send('/api/parts/check', postJson(part), part)
      if (!outcome.isKept) return outcome
      if (build.parts.some((held) => held.id === part.id) && !dispatch({ type: 'setPart', part })) {
        return { isKept: false, message: 'The build did not take it; see the notice.' }
      }
      return outcome
    }
    const isChange = job.on === 'shelf'
    const init = postJson({ baseRevision: isChange ? job.shelfPart.revision : 0, part })
    const outcome = isChange
      ? await send(`/api/parts/${part.id}`, { ...init, method: 'PUT' }, part)
      : await send('/api/parts', init, part)
    if (outcome.isKept) job.onSaved()
    return outcome
  }
}

const TITLES: Readonly<Record<EditorJob['on'], string>> = {
  shelf: 'Change a part of the shelf',
  copy: 'A copy, to be changed',
  new: 'New part',
  bench: 'Correct the part in this build',
}

function Editor({ job, start }: { readonly job: EditorJob; readonly start: Part }) {
  const form = useForm<PartForm>({ defaultValues: structuredClone(start) as PartForm })
  const [fault, setFault] = useState<string | null>(null)
  const save = useSave(job)
  const kind = useWatch({ control: form.control, name: 'kind' })
  const submit = form.handleSubmit(async (values) => {
    const part = cleanPart(values)
    const outcome = await save(part)
    if (!outcome.isKept) return setFault(outcome.message)
    notify(job.on === 'bench' ? `${part.name} is corrected in this build.` : `“${part.name}” is on the shelf.`)
    close()
  })
  return (
    <Dialog
      isOpen
      isWide
      title={TITLES[job.on]}
      description="In the words of its label and manual. What you leave open is unknown, which is honest; a guess can be marked as one."
      onClose={close}
      footer={
        <>
          {fault !== null && (
            <p role="alert" className="min-w-0 grow text-madder">
              {fault}
            </p>
          )}
          <Button onClick={close}>Leave it</Button>
          <Button tone="act" disabled={form.formState.isSubmitting} onClick={() => void submit()}>
            {job.on === 'bench' ? 'Correct it' : 'Keep it on the shelf'}
          </Button>
        </>
      }
    >
      <form onSubmit={(event) => void submit(event)} className="grid gap-5 md:grid-cols-[minmax(0,1fr)_15rem]">
        <div className="space-y-5">
          <WhatItIs form={form} />
          <PortsSection form={form} />
          <RelationsSection form={form} />
          {kind === 'board' && <BoardSection form={form} />}
          {kind === 'case' && <PanelsSection form={form} />}
        </div>
        <div>
          <div className="md:sticky md:top-0">
            <Preview form={form} />
          </div>
        </div>
        <button type="submit" className="sr-only" tabIndex={-1}>
          Keep it
        </button>
      </form>
    </Dialog>
  )
}

function KindChoice({ onChoose }: { readonly onChoose: (kind: Kind) => void }) {
  return (
    <Dialog
      isOpen
      title="New part"
      description="What is it? The form then starts with the plugs that such a thing has."
      onClose={close}
    >
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {KINDS.map((kind) => (
          <Button key={kind} className="min-h-12 whitespace-normal!" onClick={() => onChoose(kind)}>
            {KIND_NAMES[kind]}
          </Button>
        ))}
      </div>
      <p className="mt-3 text-[13px] text-faded">
        A plain fan, light, splitter or hub is quicker as a typed line; a board or a supply as a general class,
        corrected.
      </p>
    </Dialog>
  )
}

function startOf(job: EditorJob, kind: Kind | undefined): Part | undefined {
  switch (job.on) {
    case 'shelf':
      return job.shelfPart.part
    case 'bench':
      return job.part
    case 'copy': {
      const { shelf: _shelf, ...rest } = job.part
      return { ...rest, id: nanoid(12), name: `${cut(job.part.name, 110)} (copy)` }
    }
    case 'new':
      return kind === undefined ? undefined : SKELETONS[kind](nanoid(12))
    default:
      return job satisfies never
  }
}

function Open({ job }: { readonly job: EditorJob }) {
  const [start, setStart] = useState(() => startOf(job, undefined))
  return start === undefined ? (
    <KindChoice onChoose={(kind) => setStart(startOf(job, kind))} />
  ) : (
    <Editor job={job} start={start} />
  )
}

/** Writes a part out, or corrects one, in words of a label and a manual. */
export function PartEditor() {
  const job = useEditor((state) => state.job)
  return job === null ? null : <Open key={job.on} job={job} />
}
