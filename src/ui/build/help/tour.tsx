'use client'

import { X } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useEffect, useRef } from 'react'
import { Button } from '@/ui/shared/button'
import { useHelp } from '@/ui/focus/help'

const STEPS: readonly { readonly at: string; readonly title: string; readonly text: string }[] = [
  {
    at: 'parts',
    title: 'What you have',
    text: 'Type a label as you read it, such as “3 fans 120 0.2A”, or take a part from the shelf. What you do not know may stay open: unknown is never called safe.',
  },
  {
    at: 'places',
    title: 'Where it sits',
    text: 'Put fans, radiators and boxes where they go. Lengths of leads, the way of the air and what fits follow from that. A build without a case can do without.',
  },
  {
    at: 'threads/plans',
    title: 'A plan to take',
    text: 'The planner looks for the best wiring by several wishes, and says what it has proven. Take one, or only some of its steps; one undo takes it back.',
  },
  {
    at: 'threads',
    title: 'Which lead goes where',
    text: 'Pick a lead and see for every port whether it may go there, and why not. Each header shows its sum against its limit.',
  },
  {
    at: 'threads',
    title: 'What was found',
    text: 'The findings on the right tell the worst first, each with its sum and its repairs. “What is missing” asks for the figures that settle what is unknown.',
  },
  {
    at: 'sheet',
    title: 'What goes to the workbench',
    text: 'The sheet has cautions, the order of work, every lead from plug to plug, header settings and what to buy. Print it, or keep it on the phone.',
  },
]

/** A short way through the stages of a build, in six steps; it can be left at each of them. */
export function Tour({ buildId }: { readonly buildId: string }) {
  const router = useRouter()
  const { tourStep, goTo } = useHelp()
  const box = useRef<HTMLElement>(null)
  const step = tourStep === null ? undefined : STEPS[tourStep]
  useEffect(() => {
    if (step === undefined) return
    router.push(`/builds/${buildId}/${step.at}`)
    box.current?.focus()
  }, [step, buildId, router])
  if (step === undefined || tourStep === null) return null
  const isLast = tourStep === STEPS.length - 1
  return (
    <section
      ref={box}
      tabIndex={-1}
      aria-label="Tour"
      className="fixed bottom-4 left-1/2 z-30 w-[min(34rem,calc(100vw-2rem))] -translate-x-1/2 rounded-xl border-2 border-woad bg-cloth p-4 shadow-xl print:hidden"
    >
      <header className="flex items-start gap-2">
        <h2 className="grow font-display text-lg font-semibold">{step.title}</h2>
        <span className="text-[13px] text-faded">
          {tourStep + 1} of {STEPS.length}
        </span>
        <Button tone="quiet" small aria-label="Leave the tour" onClick={() => goTo(null)}>
          <X size={16} aria-hidden />
        </Button>
      </header>
      <p className="mt-1">{step.text}</p>
      <p className="mt-3 flex justify-end gap-2">
        {tourStep > 0 && <Button onClick={() => goTo(tourStep - 1)}>Back</Button>}
        <Button tone="act" onClick={() => goTo(isLast ? null : tourStep + 1)}>
          {isLast ? 'Done' : 'Next'}
        </Button>
      </p>
    </section>
  )
}
