'use client'

import clsx from 'clsx'
import { Check, Shuffle, Undo2 } from 'lucide-react'
import { useState } from 'react'
import type { Work } from '@/core/sheet/work'
import { PHASE_WORDS, taskText, whyText } from '@/core/wording/work-text'
import { BoardPicture } from '@/ui/case/board-picture'
import { Button } from '@/ui/shared/button'
import { Ends, WorkList } from '@/ui/work/work-list'
import { DifferenceDialog } from './difference-dialog'
import { useMachine } from './machine-context'
import { PhotoButton, Photos } from './photos'

function Tick({ work, text }: { readonly work: Work; readonly text: string }) {
  const { state, write } = useMachine()
  const isDone = state.done.has(work.id)
  return (
    <button
      type="button"
      aria-pressed={isDone}
      aria-label={`Done: ${text}`}
      onClick={() => write({ kind: 'tick', workId: work.id, isDone: !isDone })}
      className={clsx(
        'inline-flex size-7 shrink-0 items-center justify-center rounded border-2 max-sm:size-[44px]',
        isDone ? 'border-moss bg-moss-wash text-moss' : 'border-seam bg-linen text-linen',
      )}
    >
      <Check size={18} aria-hidden />
    </button>
  )
}

/** Where on its board the lead of a step goes. */
function Spot({ threadId }: { readonly threadId: string }) {
  const { built } = useMachine()
  const { to } = built.threads.find(({ id }) => id === threadId)!
  const { item, facts, port } = built.port(to)
  if (port.spot === undefined) return null
  return <BoardPicture item={item} part={facts.part} only={port.id} />
}

/** One step at a time, for hands that have no room for a list. */
function OneStep() {
  const { work: all, state, built, write } = useMachine()
  const [threadId, setThreadId] = useState<string>()
  const at = all.findIndex(({ id }) => !state.done.has(id))
  const next = all[at]
  const last = all.slice(0, at < 0 ? undefined : at).at(-1)
  const lead = next !== undefined && 'threadId' in next.task ? next.task.threadId : undefined
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
          <p className="text-lg font-semibold">{taskText(built, next.task)}</p>
          {lead !== undefined && <Ends threadId={lead} />}
          {whyText(next) !== '' && <p className="text-[14px] text-faded">{whyText(next)}</p>}
          <Button
            tone="act"
            className="min-h-14! w-full text-lg"
            onClick={() => write({ kind: 'tick', workId: next.id, isDone: true })}
          >
            <Check size={22} aria-hidden /> Done, next
          </Button>
          <div className="flex flex-wrap gap-2">
            {lead !== undefined && (
              <Button onClick={() => setThreadId(lead)}>
                <Shuffle size={16} aria-hidden /> It goes elsewhere
              </Button>
            )}
            <PhotoButton workId={next.id} />
          </div>
          <Photos workId={next.id} />
          {lead !== undefined && <Spot threadId={lead} />}
        </>
      )}
      {last !== undefined && (
        <Button tone="quiet" onClick={() => write({ kind: 'tick', workId: last.id, isDone: false })}>
          <Undo2 size={16} aria-hidden /> Back to the step before
        </Button>
      )}
      {threadId !== undefined && <DifferenceDialog threadId={threadId} onClose={() => setThreadId(undefined)} />}
    </section>
  )
}

/** The whole work in one order: each step ticks, and one step at a time where that is wanted. */
export function WorkView() {
  const { work: all, state, built } = useMachine()
  const [isOneByOne, setIsOneByOne] = useState(false)
  const doneCount = all.filter(({ id }) => state.done.has(id)).length
  return (
    <>
      <div className="flex flex-wrap items-center gap-3 print:hidden">
        <span role="status">
          {doneCount} of {all.length} steps done
        </span>
        {all.length > 0 && (
          <Button aria-pressed={isOneByOne} onClick={() => setIsOneByOne(!isOneByOne)}>
            {isOneByOne ? 'Show the list' : 'One step at a time'}
          </Button>
        )}
      </div>
      <p className="text-[14px] text-faded">
        Power off, the supply switched off and unplugged, before you touch any plug.
      </p>
      {isOneByOne && <OneStep />}
      <div className={clsx(isOneByOne && 'hidden print:block')}>
        <WorkList
          all={all}
          tickOf={(work) => <Tick work={work} text={taskText(built, work.task)} />}
          moreOf={(work) => <Photos workId={work.id} />}
        />
      </div>
    </>
  )
}
