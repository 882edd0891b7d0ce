'use client'

import { formatDistanceToNow } from 'date-fns'
import { Copy, Download, Plus, Trash2 } from 'lucide-react'
import { nanoid } from 'nanoid'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { BuildSummary, Page } from '@/core/formats/api-types'
import { EXAMPLE } from '@/core/start/example'
import { countOf } from '@/core/wording/text'
import { useHelp } from '@/ui/focus/help'
import { ask, postJson } from '@/ui/shared/api'
import { Button, buttonClass } from '@/ui/shared/button'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { Logo } from '@/ui/shared/logo'
import { notify } from '@/ui/shared/notices'
import { Pager } from '@/ui/shared/pager'
import { ThemeSwitch } from '@/ui/shared/theme-switch'
import { ImportButton, type Made } from '@/ui/shared/import-button'
import { useAsk } from '@/ui/shared/use-ask'
import { BlankBench } from './blank-bench'
import { DeletedBuilds } from './deleted-builds'
import { FindBuilds, listAddress } from './find-builds'

function BuildRow({ build }: { readonly build: BuildSummary }) {
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

interface BuildsPageProps {
  readonly builds: Page<BuildSummary>
  readonly words: string
  readonly order: string
}

/** Lays an example out and shows somebody round in it. */
function ShowRound() {
  const router = useRouter()
  const run = useAsk()
  const begin = () =>
    run(
      () => ask<{ readonly id: string }>('/api/builds', postJson({ from: 'lines', id: nanoid(), ...EXAMPLE })),
      ({ id }) => {
        useHelp.getState().goTo(0)
        router.push(`/builds/${id}/parts`)
      },
    )
  return <Button onClick={() => void begin()}>Show me round an example</Button>
}

/** All builds of this installation, and the ways to a new one. */
export function BuildsPage({ builds: { rows, count, page, pageCount }, words, order }: BuildsPageProps) {
  const router = useRouter()
  const isEmpty = count === 0 && words === ''
  const [isAsking, setAsking] = useState(isEmpty)
  const [isShowingDeleted, setShowingDeleted] = useState(false)
  return (
    <div className="mx-auto max-w-4xl px-4 pb-16">
      <header className="flex items-center justify-between py-3">
        <Logo />
        <ThemeSwitch />
      </header>
      <main>
        <h1 className="mt-6 font-display text-3xl font-semibold">Which lead goes where, and will it hold?</h1>
        <p className="mt-2 max-w-prose text-faded">
          Lay out fans, lights, headers and hubs, connect their leads here, and see every sum before you touch a plug.
        </p>
        {isAsking ? (
          <BlankBench onClose={isEmpty ? undefined : () => setAsking(false)} />
        ) : (
          <div className="mt-6 flex flex-wrap gap-2">
            <Button tone="act" onClick={() => setAsking(true)}>
              <Plus size={17} aria-hidden /> New build
            </Button>
            <ImportButton />
            <ShowRound />
          </div>
        )}
        <section aria-label="Builds" className="mt-6 space-y-3">
          {isEmpty ? (
            <p className="text-faded">
              No build yet. Answer above, or{' '}
              <span className="inline-block align-middle">
                <ImportButton />
              </span>
            </p>
          ) : (
            <FindBuilds wish={{ words, order, page }} />
          )}
          {!isEmpty && count === 0 && (
            <p role="status" className="text-faded">
              No build has all of these words in its name.
            </p>
          )}
          {rows.length > 0 && (
            <ul className="rounded-xl border border-thread bg-cloth">
              {rows.map((build) => (
                <BuildRow key={build.id} build={build} />
              ))}
            </ul>
          )}
          <Pager
            of="builds"
            page={page}
            pageCount={pageCount}
            onPage={(next) => router.push(listAddress({ words, order, page: next }))}
          />
          {pageCount > 1 && <p className="text-center text-[13px] text-faded">{countOf(count, 'build')} in all</p>}
        </section>
        <p className="mt-6 flex flex-wrap gap-x-6 gap-y-2 text-[14px] text-faded">
          <span>
            <Link href="/checks" prefetch={false} className="text-woad underline">
              What is checked
            </Link>
            : every rule, with an example of what it says.
          </span>
          <button type="button" className="text-woad underline" onClick={() => setShowingDeleted(true)}>
            Deleted builds
          </button>
        </p>
      </main>
      {isShowingDeleted && <DeletedBuilds onClose={() => setShowingDeleted(false)} />}
    </div>
  )
}
