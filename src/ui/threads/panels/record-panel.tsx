'use client'

import { Command } from 'cmdk'
import { ArrowLeft, ArrowRight } from 'lucide-react'
import { useEffect, useMemo } from 'react'
import { plugEdit, unplugEdit } from '@/core/build/plug'
import { portKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import { looseLeads } from '@/core/structure/wiring/loose'
import { hasRoomFor } from '@/core/structure/wiring/occupancy'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { fitOf } from '@/core/parts/mating'
import { compareMarks, inOrder } from '@/core/units/compare'
import { countOf, listNames } from '@/core/wording/text'
import { useActions, useHarness, useVerdicts } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { useFocus } from '@/ui/focus/focus'
import { useView } from '@/ui/threads/state/view-state'

/** The ports that are read off one after the other: sources first, as they stand in the picture, then boxes. */
function portsToRead(harness: Harness): readonly PlacedPort[] {
  const givers = harness.ports.filter(({ port }) => port.side === 'gives')
  const isSource = ({ facts }: PlacedPort) => facts.part.ports.every(({ side }) => side === 'gives')
  return [...givers.filter(isSource), ...givers.filter((placed) => !isSource(placed))]
}

/** Leads that may be seen at a port: those whose plug fits and that are loose first, wrong ones last. */
function leadsFor(harness: Harness, at: PlacedPort): readonly PlacedPort[] {
  const fits = (lead: PlacedPort) => (fitOf(lead.port, at.port).misfit === 'none' ? 0 : 1)
  const isPlugged = ({ ref }: PlacedPort) => (harness.threadsAt(ref).length === 0 ? 0 : 1)
  return harness.ports
    .filter(({ port, item }) => port.side === 'takes' && item.id !== at.item.id)
    .toSorted(
      inOrder(
        (a, b) => fits(a) - fits(b),
        (a, b) => isPlugged(a) - isPlugged(b),
        (a, b) => compareMarks(a.item.mark, b.item.mark),
      ),
    )
}

function Answers({ at, onNext }: { readonly at: PlacedPort; readonly onNext: () => void }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const leads = useMemo(() => leadsFor(harness, at), [harness, at])
  const here = harness.threadsAt(at.ref)
  const read = (lead: PlacedPort) => {
    if (harness.across(lead.ref).includes(at)) return onNext()
    const isWrong = fitOf(lead.port, at.port).misfit !== 'none' || !hasRoomFor(harness, at.ref, lead.ref)
    if (!dispatch(plugEdit(harness.build, lead.ref, at.ref, isWrong ? { asOnBench: true } : {}))) return
    // A port with several places may hold more; all others are read with one answer.
    if ((at.port.lanes?.count ?? 1) === 1) onNext()
  }
  const nothing = () => {
    if (here.length > 0) dispatch(unplugEdit(here))
    onNext()
  }
  return (
    <Command label={`What is plugged into ${harness.name(at.ref)}`} className="flex min-h-0 flex-col">
      <Command.Input
        autoFocus
        placeholder="The lead you see there"
        className="mb-1 rounded-md border border-seam bg-linen px-2 py-1"
      />
      <Command.List className="max-h-56 overflow-y-auto">
        <Command.Empty className="px-2 py-1 text-[13px] text-faded">No lead of that name on the bench.</Command.Empty>
        <Command.Item
          value="nothing"
          keywords={['nothing', 'free', 'empty', 'none']}
          onSelect={nothing}
          className="rounded px-2 py-1 data-[selected=true]:bg-woad-wash"
        >
          {here.length === 0
            ? 'Nothing: it is free'
            : `Nothing: unplug ${listNames(harness.across(at.ref).map(({ ref }) => harness.name(ref)))}`}
        </Command.Item>
        {leads.map((lead) => {
          const others = harness.across(lead.ref)
          const isWrong = fitOf(lead.port, at.port).misfit !== 'none'
          const words = [
            others.includes(at)
              ? 'here, as it is written'
              : others.length > 0
                ? `now in ${harness.name(others[0]!.ref)}`
                : '',
            isWrong ? 'does not belong there' : '',
          ].filter((text) => text !== '')
          return (
            <Command.Item
              key={lead.key}
              value={lead.key}
              keywords={[harness.name(lead.ref), lead.facts.part.name]}
              onSelect={() => read(lead)}
              className="flex justify-between gap-2 rounded px-2 py-1 data-[selected=true]:bg-woad-wash"
            >
              <span className={isWrong ? 'text-faded' : ''}>{harness.name(lead.ref)}</span>
              <span className="truncate text-[13px] text-faded">{words.join(', ')}</span>
            </Command.Item>
          )
        })}
      </Command.List>
    </Command>
  )
}

/** Writes a machine down as it is plugged now, port after port, wrong threads included. */
export function RecordPanel() {
  const harness = useHarness()
  const { counts } = useVerdicts()
  const { selected, select } = useFocus()
  const set = useView((state) => state.set)
  const ports = useMemo(() => portsToRead(harness), [harness])
  const index = Math.max(
    0,
    ports.findIndex(({ key }) => selected !== null && key === portKey(selected.ref)),
  )
  const at = ports[index]
  const loose = looseLeads(harness)
  const isShown = selected !== null && at?.key === portKey(selected.ref)
  useEffect(() => {
    if (!isShown && at !== undefined) select({ ref: at.ref, isShown: true })
  }, [isShown, at, select])
  const go = (step: number) => {
    const next = ports[index + step]
    if (next !== undefined) select({ ref: next.ref, isShown: true })
  }
  return (
    <section aria-label="As it is plugged now" className="shrink-0 border-b border-thread px-3 py-2">
      <header className="flex items-start justify-between gap-2">
        <h2 className="font-display leading-tight font-semibold">
          As it is plugged now
          <span className="block font-sans text-[13px] font-normal text-faded">
            {countOf(loose.length, 'lead')} still loose, {countOf(counts.stop, 'stop')} so far
          </span>
        </h2>
        <Button small onClick={() => set({ isRecording: false })}>
          Done
        </Button>
      </header>
      {at === undefined ? (
        <p className="text-[13px] text-faded">
          Nothing here gives anything yet. Put the board and the supply on the bench.
        </p>
      ) : (
        <>
          <div className="my-2 flex items-center gap-2">
            <Button small tone="quiet" aria-label="The port before" disabled={index === 0} onClick={() => go(-1)}>
              <ArrowLeft size={16} aria-hidden />
            </Button>
            <ConnectorFace connector={at.port.connector} wires={at.port.wires} />
            <p className="grow leading-tight">
              <strong className="font-display">{harness.name(at.ref)}</strong>
              <span className="block text-[13px] text-faded">
                {at.item.mark}, port {index + 1} of {ports.length}
              </span>
            </p>
            <Button
              small
              tone="quiet"
              aria-label="The next port"
              disabled={index === ports.length - 1}
              onClick={() => go(1)}
            >
              <ArrowRight size={16} aria-hidden />
            </Button>
          </div>
          <Answers key={at.key} at={at} onNext={() => go(1)} />
        </>
      )}
    </section>
  )
}
