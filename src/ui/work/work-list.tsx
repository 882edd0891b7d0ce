'use client'

import type { ReactNode } from 'react'
import type { PortRef } from '@/core/schema/schema-kit'
import { leadLength, serviceOf } from '@/core/sheet/leads'
import { PHASES, type Work } from '@/core/sheet/work'
import { lookText } from '@/core/wording/part-text'
import { PHASE_WORDS, taskText, whyText } from '@/core/wording/work-text'
import { useHarness } from '@/ui/session/context'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { SERVICE_LINES } from '@/ui/wiring/thread-line'

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
export function Ends({ threadId }: { readonly threadId: string }) {
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

/** What a step is, and why it comes where it comes. */
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

interface WorkListProps {
  readonly all: readonly Work[]
  /** What stands before a step: a box to be ticked, on paper or on the page. */
  readonly tickOf: (work: Work) => ReactNode
  /** What stands below it. */
  readonly moreOf?: (work: Work) => ReactNode
}

/** The whole work in one order, phase by phase. */
export function WorkList({ all, tickOf, moreOf }: WorkListProps) {
  if (all.length === 0) return <p className="text-faded">Nothing to do yet.</p>
  return PHASES.map((phase) => {
    const own = all.filter((work) => work.phase === phase)
    if (own.length === 0) return null
    return (
      <section key={phase} aria-label={PHASE_WORDS[phase]}>
        <h3 className="mt-3 font-semibold break-after-avoid">{PHASE_WORDS[phase]}</h3>
        <ol>
          {own.map((work) => (
            <li
              key={work.id}
              data-work={work.id}
              className="flex items-start gap-2 border-b border-thread py-1.5 break-inside-avoid"
            >
              <span className="w-7 shrink-0 pt-0.5 text-right text-faded">{all.indexOf(work) + 1}</span>
              {tickOf(work)}
              <span className="min-w-0 grow">
                <What work={work} />
                {moreOf?.(work)}
              </span>
            </li>
          ))}
        </ol>
      </section>
    )
  })
}
