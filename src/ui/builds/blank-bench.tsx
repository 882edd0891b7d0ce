'use client'

import { nanoid } from 'nanoid'
import { useRouter } from 'next/navigation'
import { useMemo, useState } from 'react'
import { isUnderstood, readList, type ListedLine } from '@/core/line/list'
import { linesOfAnswers, WISH_MEANS, type Answers } from '@/core/start/answers'
import { countOf } from '@/core/wording/text'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { notify } from '@/ui/shared/notices'
import { Questions, WishQuestion } from './questions'

const NAME = 'New build'
const LINES_PLACEHOLDER = '3 fans 120 4-pin 0.2A, argb 12 leds\n2 fans 140 0.3A\nstrip argb 60 leds/m 0.5m'

/** What one line puts on the bench, or why it cannot be read yet. */
function BenchLine({ row }: { readonly row: ListedLine }) {
  const faults = row.results.flatMap((result) => result.faults)
  const made = row.results.flatMap((result) => result.made)
  if (!isUnderstood(row)) {
    return (
      <li className="py-1.5 text-[13px]">
        <p className="font-semibold break-words">{row.text}</p>
        {faults.map(({ message }) => (
          <p key={message} className="text-madder">
            {message}
          </p>
        ))}
      </li>
    )
  }
  return made.map(({ count, part }) => (
    <li key={part.id} className="py-1.5">
      {count} × {part.name}
    </li>
  ))
}

interface BenchProps {
  readonly rows: readonly ListedLine[]
}

function BenchSoFar({ rows }: BenchProps) {
  const count = rows
    .flatMap(({ results }) => results.flatMap(({ made }) => made))
    .reduce((sum, one) => sum + one.count, 0)
  return (
    <section
      aria-label="On the bench so far"
      className="self-start rounded-lg border border-thread bg-linen p-3 lg:sticky lg:top-4"
    >
      <h3 className="flex justify-between font-display font-semibold">
        On the bench so far{' '}
        <span className="font-sans text-[13px] font-normal text-faded">{countOf(count, 'thing')}</span>
      </h3>
      {rows.length === 0 ? (
        <p className="mt-1 text-[13px] text-faded">
          Each answer shows here what it puts on the bench. What you do not know stays open; everything can be corrected
          from labels and manuals afterwards.
        </p>
      ) : (
        <ul className="mt-1 divide-y divide-thread">
          {rows.map((row, index) => (
            <BenchLine key={index} row={row} />
          ))}
        </ul>
      )}
    </section>
  )
}

/** A new build asks what there is, in the order of what decides most, and lays it out; or starts with nothing. */
export function BlankBench({ onClose }: { readonly onClose: (() => void) | undefined }) {
  const router = useRouter()
  const [name, setName] = useState(NAME)
  const [answers, setAnswers] = useState<Answers>({ rest: '' })
  const [isBusy, setBusy] = useState(false)
  const rows = useMemo(() => readList(linesOfAnswers(answers), () => nanoid(12)), [answers])
  const isReady = rows.length > 0 && rows.every(isUnderstood)

  const make = async (wish: object, goTo: (id: string) => string) => {
    setBusy(true)
    try {
      const made = await ask<{ id: string }>(
        '/api/builds',
        postJson({ ...wish, id: nanoid(), name: name.trim() || NAME }),
      )
      router.push(goTo(made.id))
    } catch (error) {
      notify((error as Error).message, { tone: 'fault' })
      setBusy(false)
    }
  }
  const start = {
    from: 'lines',
    lines: rows.map(({ text }) => text),
    ...(answers.wish === undefined ? {} : { schools: WISH_MEANS[answers.wish] }),
  }
  const plan = () => make(start, (id) => `/builds/${id}/threads/plans`)
  const blank = () => make({ from: 'blank' }, (id) => `/builds/${id}/parts`)
  return (
    <form
      className="mt-6 rounded-xl border border-thread bg-cloth p-5"
      onSubmit={(event) => {
        event.preventDefault()
        if (isReady) void plan()
      }}
    >
      <h2 className="font-display text-xl font-semibold">What do you have?</h2>
      <p className="text-faded">Answer what you know and leave the rest; a plan of the wiring comes out at the end.</p>
      <div className="mt-4 grid gap-6 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div className="space-y-5">
          <label className="block max-w-md">
            <span className="mb-1 block font-semibold">Name</span>
            <input
              value={name}
              maxLength={120}
              // The form is opened to be filled in, so the first field is where the person wants to be.
              autoFocus
              onFocus={(event) => event.target.select()}
              onChange={(event) => setName(event.target.value)}
              className="w-full rounded-md border border-seam bg-linen px-2 py-1.5"
            />
          </label>
          <Questions answers={answers} onChange={setAnswers} />
          <label className="block">
            <span className="mb-1 block font-semibold">
              Fans, lights and the rest
              <span className="ml-2 font-normal text-faded">a line each, as their labels say</span>
            </span>
            <textarea
              value={answers.rest}
              rows={4}
              maxLength={8000}
              placeholder={LINES_PLACEHOLDER}
              onChange={(event) => setAnswers({ ...answers, rest: event.target.value })}
              className="w-full rounded-md border border-seam bg-linen px-2 py-1.5 font-[inherit]"
            />
          </label>
          <WishQuestion answers={answers} onChange={setAnswers} />
        </div>
        <BenchSoFar rows={rows} />
      </div>
      <div className="mt-5 flex flex-wrap items-center gap-2">
        <Button type="submit" tone="act" disabled={isBusy || !isReady}>
          Lay it out and plan
        </Button>
        <Button disabled={isBusy || !isReady} onClick={() => void make(start, (id) => `/builds/${id}/parts`)}>
          Lay it out
        </Button>
        <Button disabled={isBusy} onClick={() => void blank()}>
          Start with an empty bench
        </Button>
        {onClose !== undefined && (
          <Button tone="quiet" onClick={onClose}>
            Not now
          </Button>
        )}
        <p aria-live="polite" className="text-[13px] text-madder">
          {rows.some((row) => !isUnderstood(row)) && 'Correct the lines that could not be read, or take them out.'}
        </p>
      </div>
    </form>
  )
}
