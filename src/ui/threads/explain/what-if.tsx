import { useMemo } from 'react'
import type { PortRef } from '@/core/formats/schema-kit'
import { kindsAt, roomFor, tightestOf } from '@/core/harness/what-if'
import { machinesOf } from '@/core/weave/machine'
import { capacityText } from '@/core/wording/capacity-text'
import { stateWords } from '@/core/wording/sum-text'
import { useHarness } from '@/ui/build/context'
import { Button } from '@/ui/shared/button'
import { SeverityMark } from '@/ui/shared/severity'
import { useCapacity } from '@/ui/weave/use-capacity'
import { LOOK_OF_STATE } from '../row-view'
import { nameOfBudget } from './budgets-on-way'

/** How many more the whole machine takes, asked of the planner: what is free at one port says nothing of the others. */
function WholeMachine({ lead }: { readonly lead: PortRef }) {
  const harness = useHarness()
  const { asking, ask } = useCapacity()
  const { build } = harness
  const { item, facts } = harness.port(lead)
  const isAsked = asking !== undefined && asking.asked.build === build
  if (isAsked) {
    return (
      <span aria-live="polite" className="block text-faded">
        {asking.told === undefined ? 'Looking at the whole machine …' : capacityText(asking.told)}
      </span>
    )
  }
  const machine = machinesOf(build).find(({ itemIds }) => itemIds.has(item.id))!
  return (
    <Button small tone="quiet" className="-ml-2 block" onClick={() => ask({ build, machine, part: facts.part })}>
      How many in the whole machine?
    </Button>
  )
}

/** One more of what hangs on a port: what the tightest limit would say, and how many more there is room for. */
export function WhatIf({ at }: { readonly at: PortRef }) {
  const harness = useHarness()
  const asked = useMemo(
    () =>
      kindsAt(harness, at).flatMap((lead) => {
        const room = tightestOf(roomFor(harness, lead, at))
        return room === undefined ? [] : [{ lead, room }]
      }),
    [harness, at],
  )
  if (asked.length === 0) return null
  return (
    <section aria-label="One more of these" className="text-[13px]">
      <h3 className="font-semibold">One more here?</h3>
      <ul className="space-y-1">
        {asked.map(({ lead, room }) => {
          const { eachAmps, beforeTight, beforeOver, budget, withOneMore } = room
          const look = LOOK_OF_STATE[withOneMore.state]
          const most = withOneMore.limit === undefined ? '?' : withOneMore.limit.value.toFixed(2)
          return (
            <li key={`${lead.itemId} ${lead.portId}`} className="flex gap-1.5">
              <span className="mt-0.5">{look !== undefined && <SeverityMark look={look} size={14} />}</span>
              <span>
                Like {harness.name(lead)}
                {eachAmps === undefined ? ', of unknown draw' : `, ${eachAmps.toFixed(2)} A`}:{' '}
                {nameOfBudget(harness, budget)} would carry {withOneMore.knownAmps.toFixed(2)} of {most} A,{' '}
                {stateWords(withOneMore.state)}.
                {beforeTight !== undefined && beforeOver !== undefined && (
                  <>
                    {' '}
                    Room for <strong>{beforeTight}</strong> before it is tight, <strong>{beforeOver}</strong> before it
                    is over.
                  </>
                )}
                <WholeMachine lead={lead} />
              </span>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
