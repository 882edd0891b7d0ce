import { useMemo } from 'react'
import type { PortRef } from '@/core/schema/schema-kit'
import { countRoomFor, kindsAt, roomFor, tightestOf } from '@/core/ask/what-if'
import { machinesOf } from '@/core/weave/problem/machine'
import { capacityText } from '@/core/wording/capacity-text'
import { stateWords, unitOfSum } from '@/core/wording/sum-text'
import { useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { SeverityMark } from '@/ui/shared/severity'
import { useCapacity } from '@/ui/weave/use-capacity'
import { LOOK_OF_STATE, nameOfBudget } from '@/ui/wiring/row-view'

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
        return room === undefined ? [] : [{ lead, room, countRoom: countRoomFor(harness, lead, at) }]
      }),
    [harness, at],
  )
  if (asked.length === 0) return null
  return (
    <section aria-label="One more of these" className="text-[13px]">
      <h3 className="font-semibold">One more here?</h3>
      <ul className="space-y-1">
        {asked.map(({ lead, room, countRoom }) => {
          const { eachAmps, beforeTight, beforeOver, budget, withOneMore } = room
          const look = countRoom === 0 ? 'stop' : LOOK_OF_STATE[withOneMore.state]
          const { unit, perAmp } = unitOfSum(withOneMore)
          const show = (amps: number) => (amps * perAmp).toFixed(2)
          const most = withOneMore.limit === undefined ? '?' : show(withOneMore.limit.value)
          return (
            <li key={`${lead.itemId} ${lead.portId}`} className="flex gap-1.5">
              <span className="mt-0.5">{look !== undefined && <SeverityMark look={look} size={14} />}</span>
              <span>
                Like {harness.name(lead)}
                {eachAmps === undefined ? ', of unknown draw' : `, ${eachAmps.toFixed(2)} A`}:{' '}
                {nameOfBudget(harness, budget)} would carry {show(withOneMore.knownAmps)} of {most} {unit},{' '}
                {stateWords(withOneMore.state)}.
                {beforeTight !== undefined && beforeOver !== undefined && (
                  <>
                    {' '}
                    Room for <strong>{beforeTight}</strong> before it is tight, <strong>{beforeOver}</strong> before it
                    is over.
                  </>
                )}
                {countRoom !== undefined && (
                  <>
                    {' '}
                    By count it takes <strong>{countRoom === 0 ? 'none' : countRoom}</strong> more.
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
