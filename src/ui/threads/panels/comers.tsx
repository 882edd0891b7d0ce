'use client'

import { inOutlookOrder } from '@/core/rules/answers'
import { comersTo } from '@/core/rules/pieces'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { candidateText } from '@/core/wording/candidate-text'
import { useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { SeverityMark } from '@/ui/shared/severity'
import { useSearch } from '@/ui/shared/use-search'
import { LOOK_OF_VERDICT } from '@/ui/wiring/row-view'
import { isOpen, usePlug } from '../state/plug'

/** So many leads are offered. */
const MOST_COMERS = 8

/** From the header: the loose leads that may come here, the best first, each plugged by one press. */
export function Comers({ to }: { readonly to: PlacedPort }) {
  const harness = useHarness()
  const plug = usePlug()
  const found = useSearch(harness, () => comersTo(harness, to.ref))
  if (!('value' in found)) return <p className="text-[13px] text-faded">Looking which loose leads may come here …</p>
  const comers = found.value
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
