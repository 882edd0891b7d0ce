'use client'

import { X } from 'lucide-react'
import { useMemo } from 'react'
import { portKey } from '@/core/build/refs'
import { useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { AddressField } from '@/ui/threads/picture/address-switches'
import { GivingPanel } from './giving-panel'
import { LeadPanel } from './lead-panel'
import { DoubtDialog } from '@/ui/threads/state/plug'
import { PortChoices } from './port-choices'
import { RecordPanel } from './record-panel'
import { useFocus } from '@/ui/focus/focus'
import { SeveralPanel } from './several-panel'
import { usePickedSoon } from '@/ui/wiring/use-picked'
import { useView } from '@/ui/threads/state/view-state'

/** The picked port: what it is, where it goes, what it carries. */
export function SelectionPanel() {
  const placed = usePickedSoon()
  const harness = useHarness()
  const select = useFocus((state) => state.select)
  const also = useFocus((state) => state.also)
  const isRecording = useView((state) => state.isRecording)
  const leads = useMemo(
    () =>
      [placed, ...also.map((ref) => harness.ports.find(({ key }) => key === portKey(ref)))].filter(
        (lead) => lead !== undefined,
      ),
    [harness, placed, also],
  )
  if (isRecording) {
    return (
      <>
        <DoubtDialog />
        <RecordPanel />
      </>
    )
  }
  if (leads.length > 1) return <SeveralPanel leads={leads} />
  return (
    <>
      <DoubtDialog />
      {placed !== undefined && (
        <section
          aria-label="Picked port"
          className="flex max-h-[60%] shrink-0 flex-col max-lg:max-h-none border-b border-thread"
        >
          <header className="flex items-start gap-2 px-3 pt-2">
            <ConnectorFace connector={placed.port.connector} wires={placed.port.wires} />
            <h2 className="min-w-0 grow font-display leading-tight font-semibold">
              {harness.name(placed.ref)}
              <span
                className="block truncate font-sans text-[13px] font-normal text-faded"
                title={placed.facts.part.name}
              >
                {placed.facts.part.name}
              </span>
            </h2>
            <Button tone="quiet" small aria-label="Close" onClick={() => select(null)}>
              <X size={16} aria-hidden />
            </Button>
          </header>
          <AddressField itemId={placed.item.id} />
          <PortChoices placed={placed} />
          {placed.port.side === 'takes' ? (
            <LeadPanel key={placed.key} placed={placed} />
          ) : (
            <GivingPanel placed={placed} />
          )}
        </section>
      )}
    </>
  )
}
