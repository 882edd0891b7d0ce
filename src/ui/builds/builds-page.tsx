'use client'

import { Plus } from 'lucide-react'
import { nanoid } from 'nanoid'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { BuildSummary, Page } from '@/core/formats/api-types'
import { EXAMPLE } from '@/core/start/example'
import { countOf } from '@/core/wording/text'
import { useHelp } from '@/ui/focus/help'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { PageHead } from '@/ui/shared/page-head'
import { Pager } from '@/ui/shared/pager'
import { ImportButton } from '@/ui/shared/import-button'
import { useAsk } from '@/ui/shared/use-ask'
import { useMayChange } from '@/ui/shared/who'
import { BlankBench } from './blank-bench'
import { BuildRow } from './build-row'
import { ChosenBar } from './chosen-bar'
import { DeletedBuilds } from './deleted-builds'
import { FindBuilds, listAddress, type ListWish } from './find-builds'
import { useGlances } from './use-glances'

interface BuildsPageProps {
  readonly builds: Page<BuildSummary>
  readonly tags: readonly { readonly tag: string; readonly count: number }[]
  readonly wish: ListWish
}

/** The tags there are, each a way to the builds that have it. */
function Tags({ tags, wish }: Pick<BuildsPageProps, 'tags' | 'wish'>) {
  if (tags.length === 0 && wish.tag === '') return null
  return (
    <nav aria-label="Tags" className="flex flex-wrap items-center gap-1.5 text-[14px]">
      {[{ tag: '', count: undefined }, ...tags].map(({ tag, count }) => (
        <Link
          key={tag}
          href={listAddress({ ...wish, tag, page: 1 })}
          prefetch={false}
          aria-current={wish.tag === tag ? 'true' : undefined}
          className={`rounded-full border px-3 py-1 ${wish.tag === tag ? 'border-woad bg-woad-wash font-semibold' : 'border-thread hover:border-seam'}`}
        >
          {tag === '' ? 'all' : `${tag} (${count})`}
        </Link>
      ))}
    </nav>
  )
}

/** The builds of this page, of which several can be chosen at once. */
function BuildList({
  rows,
  tags,
  wish,
}: Pick<BuildsPageProps, 'tags' | 'wish'> & { readonly rows: readonly BuildSummary[] }) {
  const glanceOf = useGlances(rows)
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set())
  const chosen = rows.filter(({ id }) => ids.has(id))
  const choose = (id: string, isChosen: boolean) => {
    const next = new Set(ids)
    if (isChosen) next.add(id)
    else next.delete(id)
    setIds(next)
  }
  return (
    <>
      {chosen.length > 0 && (
        <ChosenBar chosen={chosen} known={tags.map(({ tag }) => tag)} onClear={() => setIds(new Set())} />
      )}
      <ul className="rounded-xl border border-thread bg-cloth">
        {rows.map((build) => (
          <BuildRow
            key={build.id}
            build={build}
            glance={glanceOf(build)}
            isChosen={ids.has(build.id)}
            onChoose={(isChosen) => choose(build.id, isChosen)}
            addressOf={(tag) => listAddress({ ...wish, tag, page: 1 })}
          />
        ))}
      </ul>
    </>
  )
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
export function BuildsPage({ builds: { rows, count, page, pageCount }, tags, wish }: BuildsPageProps) {
  const router = useRouter()
  const isEmpty = count === 0 && wish.words === '' && wish.tag === ''
  const mayChange = useMayChange()
  const [isAsking, setAsking] = useState(isEmpty)
  const [isShowingDeleted, setShowingDeleted] = useState(false)
  return (
    <div className="mx-auto max-w-4xl px-4 pb-16">
      <PageHead />
      <main>
        <h1 className="mt-6 font-display text-3xl font-semibold">Which lead goes where, and will it hold?</h1>
        <p className="mt-2 max-w-prose text-faded">
          Lay out fans, lights, headers and hubs, connect their leads here, and see every sum before you touch a plug.
        </p>
        {!mayChange && (
          <p className="mt-4 text-faded">You look at this bench as a reader; its makers plan and build.</p>
        )}
        {mayChange && isAsking && <BlankBench onClose={isEmpty ? undefined : () => setAsking(false)} />}
        {mayChange && !isAsking && (
          <div className="mt-6 flex flex-wrap gap-2">
            <Button tone="act" onClick={() => setAsking(true)}>
              <Plus size={17} aria-hidden /> New build
            </Button>
            <ImportButton />
            <ShowRound />
          </div>
        )}
        <section aria-label="Builds" className="mt-6 space-y-3">
          {isEmpty && !mayChange && <p className="text-faded">No build yet.</p>}
          {isEmpty && mayChange && (
            <p className="text-faded">
              No build yet. Answer above, or{' '}
              <span className="inline-block align-middle">
                <ImportButton />
              </span>
            </p>
          )}
          {!isEmpty && (
            <>
              <FindBuilds wish={{ ...wish, page }} />
              <Tags tags={tags} wish={wish} />
            </>
          )}
          {!isEmpty && count === 0 && (
            <p role="status" className="text-faded">
              No build has all of these words in its name{wish.tag === '' ? '' : ` and the tag “${wish.tag}”`}.
            </p>
          )}
          {rows.length > 0 && <BuildList rows={rows} tags={tags} wish={wish} />}
          <Pager
            of="builds"
            page={page}
            pageCount={pageCount}
            onPage={(next) => router.push(listAddress({ ...wish, page: next }))}
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
          <span>
            <Link href="/machines" prefetch={false} className="text-woad underline">
              All machines
            </Link>
            : what was built, and what is in it.
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
