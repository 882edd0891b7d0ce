'use client'

import { nanoid } from 'nanoid'
import { useState } from 'react'
import { Tabs } from 'radix-ui'
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
import { fetchHere, postJson } from '@/ui/shared/api'
import { BoardSection } from './board-section'
import { useEditor, type EditorJob } from '@/ui/focus/editor-job'
import type { Form, PartForm } from './form'
import { WhatItIs } from './name-fields'
import { PanelsSection } from './panels-section'
import { PortsSection } from './ports-section'
import { RelationsSection } from './relations-section'
import { ScreensSection } from './screens-section'
import { hasShortForm, ShortForm } from './short-form'

const close = () => useEditor.setState({ job: null })

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
            <PlugPicture connector={port.connector} wires={port.wires ?? []} widthPx={150} />
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
  const response = await fetchHere(url, init).catch(() => undefined)
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

const TAB =
  'border-b-2 border-transparent px-3 py-1 text-faded hover:text-ink data-[state=active]:border-woad data-[state=active]:font-semibold data-[state=active]:text-ink'

/** What a label and a manual say, and behind it all that a part can hold: its plugs, leads and what is inside. */
function Depths({ form }: { readonly form: Form }) {
  const kind = useWatch({ control: form.control, name: 'kind' })
  if (!hasShortForm(kind)) return <Everything form={form} kind={kind} />
  return (
    <Tabs.Root defaultValue="short">
      <Tabs.List aria-label="How much of the part is shown" className="mb-3 flex border-b border-thread">
        <Tabs.Trigger value="short" className={TAB}>
          Label and manual
        </Tabs.Trigger>
        <Tabs.Trigger value="all" className={TAB}>
          Everything
        </Tabs.Trigger>
      </Tabs.List>
      <Tabs.Content value="short" className="space-y-4">
        <ShortForm form={form} />
      </Tabs.Content>
      <Tabs.Content value="all">
        <Everything form={form} kind={kind} />
      </Tabs.Content>
    </Tabs.Root>
  )
}

function Everything({ form, kind }: { readonly form: Form; readonly kind: Kind }) {
  return (
    <div className="space-y-5">
      <WhatItIs form={form} />
      <PortsSection form={form} />
      <RelationsSection form={form} />
      <ScreensSection form={form} />
      {kind === 'board' && <BoardSection form={form} />}
      {kind === 'case' && <PanelsSection form={form} />}
    </div>
  )
}

function Editor({ job, start }: { readonly job: EditorJob; readonly start: Part }) {
  const form = useForm<PartForm>({ defaultValues: structuredClone(start) as PartForm })
  const [fault, setFault] = useState<string | null>(null)
  const save = useSave(job)
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
          <Button onClick={close}>Cancel</Button>
          <Button tone="act" disabled={form.formState.isSubmitting} onClick={() => void submit()}>
            {job.on === 'bench' ? 'Save changes' : 'Keep it on the shelf'}
          </Button>
        </>
      }
    >
      <form onSubmit={(event) => void submit(event)} className="grid gap-5 md:grid-cols-[minmax(0,1fr)_13rem]">
        <Depths form={form} />
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
