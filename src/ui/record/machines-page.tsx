'use client'

import { Search } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { Page } from '@/core/formats/api-types'
import type { MachineSummary } from '@/core/record/answers'
import { countOf } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { PageHead } from '@/ui/shared/page-head'
import { Pager } from '@/ui/shared/pager'
import { FIELD, Field } from '@/ui/shared/field'
import { MachineList } from './machine-list'
import { ReadMachine } from './read-machine'

const MOST_LENGTH = 200

/** What the list of machines shows, as its address says it. */
export interface MachinesAsked {
  readonly words: string
  readonly program: string
  readonly below: string
}

function addressOf({ words, program, below }: MachinesAsked, page = 1): string {
  const params = new URLSearchParams()
  if (words !== '') params.set('q', words)
  if (program !== '') params.set('program', program)
  if (below !== '') params.set('below', below)
  if (page > 1) params.set('page', String(page))
  const query = params.toString()
  return query === '' ? '/machines' : `/machines?${query}`
}

function Find({ asked }: { readonly asked: MachinesAsked }) {
  const router = useRouter()
  const [draft, setDraft] = useState(asked)
  const field = (name: keyof MachinesAsked) => ({
    value: draft[name],
    maxLength: MOST_LENGTH,
    onChange: (event: React.ChangeEvent<HTMLInputElement>) => setDraft({ ...draft, [name]: event.target.value }),
    className: FIELD,
  })
  const find = (event: React.FormEvent) => {
    event.preventDefault()
    router.push(addressOf({ words: draft.words.trim(), program: draft.program.trim(), below: draft.below.trim() }))
  }
  return (
    <form
      role="search"
      aria-label="Machines"
      onSubmit={find}
      className="grid items-end gap-3 sm:grid-cols-[2fr_1fr_1fr_auto]"
    >
      <Field label="Words: a part in it, its name or serial, what is left over">
        <input type="search" {...field('words')} />
      </Field>
      <Field label="With this program">
        <input {...field('program')} />
      </Field>
      <Field label="Older than version">
        <input {...field('below')} disabled={draft.program.trim() === ''} />
      </Field>
      <Button tone="act" type="submit">
        <Search size={16} aria-hidden /> Search
      </Button>
    </form>
  )
}

/** Every machine of this store, found by what is in it. */
export function MachinesPage({
  machines,
  asked,
}: {
  readonly machines: Page<MachineSummary>
  readonly asked: MachinesAsked
}) {
  const router = useRouter()
  const { rows, count, page, pageCount } = machines
  const isAsked = asked.words !== '' || asked.program !== ''
  return (
    <div className="mx-auto max-w-4xl px-4 pb-16">
      <PageHead />
      <main className="space-y-4">
        <div>
          <h1 className="font-display text-2xl font-semibold">All machines</h1>
          <p className="max-w-prose text-faded">
            Which machines have this part, and which run a program that is too old? As they are built, not as planned.
          </p>
        </div>
        <Find key={addressOf(asked)} asked={asked} />
        {rows.length === 0 ? (
          <p className="text-faded">
            {isAsked ? 'No machine is so.' : 'No machine is built yet: open a build and go to Machines.'}
          </p>
        ) : (
          <>
            <p role="status" className="text-[14px] text-faded">
              {countOf(count, 'machine')}
            </p>
            <MachineList rows={rows} isPlanTold />
            <Pager
              of="machines"
              page={page}
              pageCount={pageCount}
              onPage={(next) => router.push(addressOf(asked, next))}
            />
          </>
        )}
        <div className="flex flex-wrap items-center gap-3">
          <ReadMachine />
          <Link href="/" className="underline">
            All builds
          </Link>
        </div>
      </main>
    </div>
  )
}
