'use client'

import { Unplug } from 'lucide-react'
import { modeEdit } from '@/core/build/choose'
import { sameRef } from '@/core/build/refs'
import { HEADER_MODES } from '@/core/build/modes'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { countLines } from '@/core/wording/count-text'
import { useActions, useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { Comers } from './comers'
import { BudgetsOnWay } from './budgets-on-way'
import { WhatIf } from './what-if'

function Mode({ placed }: { readonly placed: PlacedPort }) {
  const { build } = useHarness()
  const { dispatch } = useActions()
  const modes = placed.port.modes
  if (modes === undefined) return null
  const chosen = build.choices.modes?.find((entry) => sameRef(entry.at, placed.ref))?.mode ?? ''
  return (
    <label className="flex items-center gap-2 text-[13px]">
      Mode in the firmware
      <select
        value={chosen}
        onChange={(event) => {
          const mode = HEADER_MODES.find((candidate) => candidate === event.target.value) ?? null
          dispatch(modeEdit(placed.ref, mode))
        }}
        className="rounded border border-thread bg-linen px-1 py-0.5"
      >
        <option value="">as the fans need it</option>
        {modes.map((mode) => (
          <option key={mode} value={mode}>
            {mode.toUpperCase()}
          </option>
        ))}
      </select>
    </label>
  )
}

/** What the devices on a USB port draw, one by one, against what the port may give. */
function UsbSum({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const usb = harness.usb().ports.find((port) => port.placed.key === placed.key)
  if (usb === undefined) return null
  const terms = usb.draws.map(({ device, milliamps }) => `${harness.name(device.lead.ref)} ${milliamps ?? '?'}`)
  return (
    <p className="rounded bg-weft px-2 py-1 text-[13px]">
      {terms.join(' + ')} = {usb.unknownCount > 0 ? 'at least ' : ''}
      {usb.knownMilliamps} mA of {usb.mostMilliamps} mA
    </p>
  )
}

/** What is counted here: devices against what the place takes, USB ports, LEDs. */
function Counts({ placed }: { readonly placed: PlacedPort }) {
  const lines = countLines(useHarness(), placed.ref)
  if (lines.length === 0) return null
  return (
    <ul aria-label="Counted here" className="rounded bg-weft px-2 py-1 text-[13px] tabular-nums">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  )
}

/** A header, outlet or plug: what it carries, term by term, and what is plugged there. */
export function GivingPanel({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const threads = harness.threadsAt(placed.ref)
  const budgets = harness
    .budgetsAt(placed.ref)
    .filter((budget) => budget.state !== 'idle' || budget.limitFrom === 'part')
  return (
    <div className="min-h-0 space-y-2 overflow-y-auto px-3 py-2">
      <BudgetsOnWay budgets={budgets} isOpen />
      <UsbSum placed={placed} />
      <Counts placed={placed} />
      <WhatIf at={placed.ref} />
      <Mode placed={placed} />
      {threads.length === 0 && <p className="text-[13px] text-faded">Nothing is plugged here.</p>}
      <Comers key={placed.key} to={placed} />
      {threads.map((thread, index) => (
        <p key={thread.id} className="flex items-center justify-between gap-2">
          {harness.name(harness.across(placed.ref)[index]!.ref)}
          <Button small onClick={() => dispatch({ type: 'disconnect', threadId: thread.id })}>
            <Unplug size={14} aria-hidden /> Unplug
          </Button>
        </p>
      ))}
    </div>
  )
}
