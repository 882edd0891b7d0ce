'use client'

import { AlertDialog } from 'radix-ui'
import { create } from 'zustand'
import { plugEdit } from '@/core/build/plug'
import type { PortRef } from '@/core/schema/schema-kit'
import { candidatesFor, type Candidate } from '@/core/ask/candidates'
import type { Harness } from '@/core/operate/harness'
import { judged } from '@/core/rules/answers'
import { candidateText } from '@/core/wording/candidate-text'
import { sameRef } from '@/core/build/refs'
import { placeSeveral, severalEdit } from '@/core/ask/several'
import { listNames } from '@/core/wording/text'
import { useActions, useHarness } from '@/ui/session/context'
import { notify } from '@/ui/shared/notices'
import { useFocus } from '@/ui/focus/focus'
import { Button } from '@/ui/shared/button'

interface Doubt {
  readonly lead: PortRef
  readonly to: PortRef
  readonly reason: string
  /** Whether it is the wrong port for the plug, and not only one where a stop follows. */
  readonly isForeign: boolean
}

const useDoubt = create<{ readonly doubt: Doubt | null }>(() => ({ doubt: null }))

/** Ports that a lead may go into without being asked twice: nothing is wrong there, though more may have to be plugged. */
export function isOpen({ outlook }: Candidate): boolean {
  return ['holds', 'wouldHold', 'unknown', 'unfed', 'tight', 'warning', 'unfinished'].includes(outlook)
}

/** Plugs a lead where it fits; where it does not, asks whether it is so on the real bench and must be recorded. */
export function usePlug(): (lead: PortRef, to: PortRef) => void {
  const harness: Harness = useHarness()
  const { dispatch } = useActions()
  return (lead, to) => {
    const candidate = candidatesFor(harness, lead).find((c) => c.to.itemId === to.itemId && c.to.portId === to.portId)
    if (candidate === undefined || candidate.outlook === 'here') return
    const answer = judged(harness, lead, candidate)
    if (isOpen(answer)) dispatch(plugEdit(harness.build, lead, to))
    else {
      const isForeign = ['misfit', 'volts', 'taken', 'ring'].includes(answer.outlook)
      useDoubt.setState({ doubt: { lead, to, reason: candidateText(harness, lead, answer), isForeign } })
    }
  }
}

/** Plugs several leads from one port on, and says which of them found no place. */
export function usePlugSeveral(): (leads: readonly PortRef[], start: PortRef) => void {
  const harness: Harness = useHarness()
  const { dispatch } = useActions()
  const select = useFocus((state) => state.select)
  return (leads, start) => {
    const placings = placeSeveral(harness, leads, start)
    const left = leads.filter((lead) => !placings.some((placing) => sameRef(placing.lead, lead)))
    if (placings.length === 0) {
      notify(`${harness.name(start)} and the ports after it take none of these leads.`, { tone: 'fault' })
      return
    }
    if (!dispatch(severalEdit(harness, placings))) return
    select({ ref: placings[0]!.lead })
    if (left.length > 0) notify(`No place there for ${listNames(left.map((lead) => harness.name(lead)))}.`)
  }
}

function titleOf(harness: Harness, { lead, to, isForeign }: Doubt): string {
  const [name, port] = [harness.name(lead), harness.name(to)]
  return isForeign ? `${name} does not belong in ${port}` : `${name} in ${port} would be a stop`
}

/** "Keep it all the same: it is plugged that way already": a wrong thread can be recorded, never by accident. */
export function DoubtDialog() {
  const harness = useHarness()
  const { dispatch } = useActions()
  const doubt = useDoubt((state) => state.doubt)
  const close = () => useDoubt.setState({ doubt: null })
  return (
    <AlertDialog.Root open={doubt !== null} onOpenChange={(open) => !open && close()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-scrim" />
        <AlertDialog.Content className="fixed top-1/2 left-1/2 z-50 w-[min(30rem,calc(100vw-2rem))] -translate-x-1/2 -translate-y-1/2 rounded-xl border border-thread bg-cloth p-5 shadow-xl">
          <AlertDialog.Title className="font-display text-lg font-semibold">
            {doubt !== null && titleOf(harness, doubt)}
          </AlertDialog.Title>
          <AlertDialog.Description className="mt-2">
            {doubt?.reason}. Record it only if it is plugged that way on your bench already; it stays a finding until it
            is mended.
          </AlertDialog.Description>
          <div className="mt-5 flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button tone="act">Cancel</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button
                tone="danger"
                onClick={() =>
                  doubt !== null && dispatch(plugEdit(harness.build, doubt.lead, doubt.to, { asOnBench: true }))
                }
              >
                Keep it all the same: it is plugged that way already
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
