'use client'

import clsx from 'clsx'
import { Check, Undo2 } from 'lucide-react'
import { useEffect, useMemo, useState } from 'react'
import type { PortRef } from '@/core/schema/schema-kit'
import { leadLength, serviceOf } from '@/core/sheet/leads'
import { PHASES, workOf, type Work } from '@/core/sheet/work'
import { lookText } from '@/core/wording/part-text'
import { PHASE_WORDS, taskText, whyText } from '@/core/wording/work-text'
import { useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { SERVICE_LINES } from '@/ui/wiring/thread-line'
import { useTicks } from './ticks'

function End({ at }: { readonly at: PortRef }) {
  const harness = useHarness()
  const { port } = harness.port(at)
  const look = lookText(port)
  return (
    <span className="flex min-w-0 items-center gap-2">
      <ConnectorFace connector={port.connector} wires={port.wires} />
      <span>
        <span className="font-semibold">{harness.name(at)}</span>
        {look !== undefined && <span className="text-[13px] text-faded"> {look}</span>}
      </span>
    </span>
  )
}

/** The two ends of a lead that is to be plugged, as they look, and what the lead is. */
function Ends({ threadId }: { readonly threadId: string }) {
  const harness = useHarness()
  const thread = harness.threads.find(({ id }) => id === threadId)!
  const placed = harness.port(thread.from)
  const lengthMm = leadLength(placed)
  return (
    <span className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <End at={thread.from} />
      <span aria-label="into" className="text-faded">
        →
      </span>
      <End at={thread.to} />
      <span className="text-[13px] text-faded">
        {SERVICE_LINES[serviceOf(placed)].word}
        {lengthMm !== undefined && `, ${lengthMm} mm`}
        {thread.asOnBench === true && ', as found'}
      </span>
    </span>
  )
}

function What({ work }: { readonly work: Work }) {
  const harness = useHarness()
  const { task } = work
  const why = whyText(work)
  return (
    <span className="min-w-0 grow">
      {'threadId' in task ? <Ends threadId={task.threadId} /> : taskText(harness, task)}
      {task.does === 'plugFirst' && <span className="block text-[14px]">{taskText(harness, task)}</span>}
      {why !== '' && <span className="block text-[13px] text-faded">{why}</span>}
    </span>
  )
}

function Tick({ work, text }: { readonly work: Work; readonly text: string }) {
  const isDone = useTicks(({ done }) => done.has(work.id))
  const tick = useTicks((state) => state.tick)
  return (
    <button
      type="button"
      aria-pressed={isDone}
      aria-label={`Done: ${text}`}
      onClick={() => tick(work.id, !isDone)}
      className={clsx(
        'inline-flex size-7 shrink-0 items-center justify-center rounded border-2 max-sm:size-[44px]',
        isDone ? 'border-moss bg-moss-wash text-moss' : 'border-seam bg-linen text-linen',
      )}
    >
      <Check size={18} aria-hidden />
    </button>
  )
}

/** One step at a time, for hands that have no room for a list. */
function OneStep({ all }: { readonly all: readonly Work[] }) {
  const harness = useHarness()
  const { done, tick } = useTicks()
  const at = all.findIndex(({ id }) => !done.has(id))
  const next = all[at]
  const last = all.slice(0, at < 0 ? undefined : at).at(-1)
  return (
    <section aria-label="The next step" className="space-y-3 rounded-lg border border-woad bg-woad-wash p-4">
      {next === undefined ? (
        <p role="status" className="text-lg font-semibold">
          All {all.length} steps are done.
        </p>
      ) : (
        <>
          <p role="status" className="text-[14px] text-faded">
            Step {at + 1} of {all.length}, {PHASE_WORDS[next.phase].toLowerCase()}
          </p>
          <p className="text-lg font-semibold">{taskText(harness, next.task)}</p>
          {'threadId' in next.task && <Ends threadId={next.task.threadId} />}
          {whyText(next) !== '' && <p className="text-[14px] text-faded">{whyText(next)}</p>}
          <Button tone="act" className="min-h-14! w-full text-lg" onClick={() => tick(next.id, true)}>
            <Check size={22} aria-hidden /> Done, next
          </Button>
        </>
      )}
      {last !== undefined && (
        <Button tone="quiet" onClick={() => tick(last.id, false)}>
          <Undo2 size={16} aria-hidden /> Back to the step before
        </Button>
      )}
    </section>
  )
}

/** The whole work in one order: each step ticks, and one step at a time where that is wanted. */
export function WorkList() {
  const harness = useHarness()
  const all = useMemo(() => workOf(harness), [harness])
  const { done, open, clear } = useTicks()
  const [isOneByOne, setIsOneByOne] = useState(false)
  useEffect(() => open(harness.build.id), [open, harness.build.id])
  if (all.length === 0) return <p className="text-faded">Nothing to do yet.</p>
  const doneCount = all.filter(({ id }) => done.has(id)).length
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-3 print:hidden">
        <span role="status">
          {doneCount} of {all.length} steps done
        </span>
        <Button aria-pressed={isOneByOne} onClick={() => setIsOneByOne(!isOneByOne)}>
          {isOneByOne ? 'Show the list' : 'One step at a time'}
        </Button>
        {doneCount > 0 && (
          <Button tone="quiet" onClick={clear}>
            Take all ticks away
          </Button>
        )}
      </div>
      {isOneByOne && <OneStep all={all} />}
      <div className={clsx(isOneByOne && 'hidden print:block')}>
        {PHASES.map((phase) => {
          const own = all.filter((work) => work.phase === phase)
          if (own.length === 0) return null
          return (
            <section key={phase} aria-label={PHASE_WORDS[phase]}>
              <h3 className="mt-3 font-semibold break-after-avoid">{PHASE_WORDS[phase]}</h3>
              <ol>
                {own.map((work) => {
                  const text = taskText(harness, work.task)
                  return (
                    <li
                      key={work.id}
                      className="flex items-start gap-2 border-b border-thread py-1.5 break-inside-avoid"
                    >
                      <span className="w-7 shrink-0 pt-0.5 text-right text-faded">{all.indexOf(work) + 1}</span>
                      <Tick work={work} text={text} />
                      <What work={work} />
                    </li>
                  )
                })}
              </ol>
            </section>
          )
        })}
      </div>
    </>
  )
}
