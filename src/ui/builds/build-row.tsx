'use client'

import { formatDistanceToNow } from 'date-fns'
import { Copy, Download, Trash2 } from 'lucide-react'
import { nanoid } from 'nanoid'
import Link from 'next/link'
import type { Glance } from '@/core/export/glance'
import type { BuildSummary } from '@/core/formats/api-types'
import { countOf } from '@/core/wording/text'
import { ask, postJson } from '@/ui/shared/api'
import { Button, buttonClass } from '@/ui/shared/button'
import type { Made } from '@/ui/shared/import-button'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { notify } from '@/ui/shared/notices'
import { SeverityCounts } from '@/ui/shared/severity'
import { useAsk } from '@/ui/shared/use-ask'
import { GlancePicture } from './glance-picture'

/** How a build was judged: what stands against it, or that it holds. */
function Verdict({ glance }: { readonly glance: Glance }) {
  const { counts, isJudged } = glance
  if (!isJudged) return <span className="text-[13px] text-faded">nothing to judge yet</span>
  if (counts.stop + counts.warning + counts.unknown === 0) {
    return <span className="rounded-full bg-moss-wash px-2 py-0.5 text-[13px] font-semibold text-moss">all holds</span>
  }
  return (
    <span className="flex gap-1">
      <SeverityCounts counts={counts} />
    </span>
  )
}

interface RowProps {
  readonly build: BuildSummary
  readonly glance: Glance | undefined
  readonly isChosen: boolean
  readonly onChoose: (isChosen: boolean) => void
  readonly addressOf: (tag: string) => string
}

/** One build of the list: its wiring in small, its name, how it was judged, and what can be done with it. */
export function BuildRow({ build, glance, isChosen, onChoose, addressOf }: RowProps) {
  const run = useAsk()
  const url = `/api/builds/${build.id}`
  const rename = (name: string) =>
    run(() =>
      ask(
        `${url}/edits`,
        postJson({ baseRevision: build.revision, edits: [{ id: nanoid(), edit: { type: 'renameBuild', name } }] }),
      ),
    )
  const copy = () =>
    run(
      () => ask<Made>('/api/builds', postJson({ from: 'copy', id: nanoid(), sourceId: build.id })),
      (made) => notify(`Copied as “${made.name}”.`),
    )
  const remove = () =>
    run(
      () => ask(url, { method: 'DELETE' }),
      () =>
        notify(`“${build.name}” is deleted.`, {
          action: { label: 'Undo', run: () => void run(() => ask(`${url}/restore`, { method: 'POST' })) },
        }),
    )
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-thread px-4 py-3 last:border-b-0">
      <label className="flex min-h-11 items-center">
        <span className="sr-only">Choose {build.name}</span>
        <input type="checkbox" checked={isChosen} onChange={(event) => onChoose(event.target.checked)} />
      </label>
      <span className="w-28 max-sm:hidden" title="Its fullest headers: ● fans, □ lights, a box for a splitter or hub">
        {glance !== undefined && <GlancePicture rows={glance.rows} />}
      </span>
      <div className="min-w-48 grow basis-60">
        <InlineEdit
          value={build.name}
          label={`Name of ${build.name}`}
          maxLength={120}
          onSave={rename}
          className="-ml-1 w-full font-display text-lg font-semibold"
        />
        <p className="text-[13px] text-faded">
          {countOf(build.itemCount, 'item')}, {countOf(build.threadCount, 'connection')}, changed{' '}
          <span suppressHydrationWarning>{formatDistanceToNow(new Date(build.updatedAt), { addSuffix: true })}</span>
        </p>
        <p className="mt-1 flex min-h-6 flex-wrap items-center gap-1.5">
          {glance !== undefined && <Verdict glance={glance} />}
          {build.tags.map((tag) => (
            <Link
              key={tag}
              href={addressOf(tag)}
              prefetch={false}
              title={`Only builds with “${tag}”`}
              className="rounded-full border border-thread px-2 py-0.5 text-[13px] text-faded hover:border-seam"
            >
              {tag}
            </Link>
          ))}
        </p>
      </div>
      <span className="flex gap-1">
        <Link
          prefetch={false}
          href={`/builds/${build.id}/threads`}
          className={buttonClass('act', true)}
          aria-label={`Open ${build.name}`}
        >
          Open
        </Link>
        <Button small onClick={copy} aria-label={`Copy ${build.name}`} title="Copy">
          <Copy size={15} aria-hidden />
        </Button>
        <a
          href={`${url}/file`}
          download
          className={buttonClass('plain', true)}
          aria-label={`Download ${build.name}`}
          title="Download as a file"
        >
          <Download size={15} aria-hidden />
        </a>
        <Button small onClick={remove} aria-label={`Delete ${build.name}`} title="Delete">
          <Trash2 size={15} aria-hidden />
        </Button>
      </span>
    </li>
  )
}
