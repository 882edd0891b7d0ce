'use client'

import { useEffect, useState } from 'react'
import type { Harness } from '@/core/operate/harness'
import { inOutlookOrder } from '@/core/rules/answers'
import { comersTo, type Comer } from '@/core/rules/pieces'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { candidateText } from '@/core/wording/candidate-text'
import { useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { SeverityMark } from '@/ui/shared/severity'
import { LOOK_OF_VERDICT } from '@/ui/wiring/row-view'
import { isOpen, usePlug } from '../state/plug'

/** So long is judged at a time, so that the page stays at hand; so many leads are offered. */
const SLICE_MS = 12
const MOST_COMERS = 8

function useComers(to: PlacedPort): readonly Comer[] | undefined {
  const harness = useHarness()
  const [found, setFound] = useState<{ readonly of: Harness; readonly comers: readonly Comer[] }>()
  useEffect(() => {
    const search = comersTo(harness, to.ref)
    let timer: ReturnType<typeof setTimeout>
    const goOn = () => {
      const until = performance.now() + SLICE_MS
      let step = search.next()
      while (step.done !== true && performance.now() < until) step = search.next()
      if (step.done === true) setFound({ of: harness, comers: step.value })
      else timer = setTimeout(goOn)
    }
    timer = setTimeout(goOn)
    return () => clearTimeout(timer)
  }, [harness, to.ref])
  return found?.of === harness ? found.comers : undefined
}

/** From the header: the loose leads that may come here, the best first, each plugged by one press. */
export function Comers({ to }: { readonly to: PlacedPort }) {
  const harness = useHarness()
  const plug = usePlug()
  const comers = useComers(to)
  if (comers === undefined) return <p className="text-[13px] text-faded">Looking which loose leads may come here …</p>
  const byAnswer = new Map(comers.map(({ lead, answer }) => [answer, lead]))
  const open = inOutlookOrder(comers.map(({ answer }) => answer)).filter(isOpen)
  if (open.length === 0) {
    return comers.length === 0 ? null : (
      <p className="text-[13px] text-faded">No loose lead may come here: pick one to see why.</p>
    )
  }
  return (
    <section aria-label="Leads that may come here">
      <h3 className="text-[13px] font-semibold">May come here, best first</h3>
      <ul>
        {open.slice(0, MOST_COMERS).map((answer) => {
          const lead = byAnswer.get(answer)!
          const look = LOOK_OF_VERDICT[answer.outlook]
          return (
            <li key={harness.name(lead)} className="flex items-start gap-2 py-1">
              <span className="mt-0.5 w-4">{look !== undefined && <SeverityMark look={look} size={15} />}</span>
              <span className="min-w-0 grow leading-tight">
                <span className="font-semibold">{harness.name(lead)}</span>
                <span className="block text-[13px] text-faded">{candidateText(harness, lead, answer)}</span>
              </span>
              <Button small aria-label={`Plug ${harness.name(lead)} in here`} onClick={() => plug(lead, to.ref)}>
                Plug in
              </Button>
            </li>
          )
        })}
      </ul>
      {open.length > MOST_COMERS && (
        <p className="text-[13px] text-faded">and {open.length - MOST_COMERS} more loose leads</p>
      )}
    </section>
  )
}
