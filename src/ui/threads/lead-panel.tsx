'use client'

import { Command } from 'cmdk'
import { ArrowLeftRight, ArrowRight, Pin, Unplug } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { parkEdit } from '@/core/build/choose'
import { sameRef } from '@/core/build/refs'
import type { PortRef } from '@/core/formats/schema-kit'
import { candidatesFor, type Candidate } from '@/core/harness/candidates'
import type { Harness } from '@/core/harness/derive'
import type { PlacedPort } from '@/core/harness/wiring'
import { candidateKey, candidateText } from '@/core/wording/candidate-text'
import { sumText } from '@/core/wording/sum-text'
import { useActions, useHarness } from '@/ui/build/context'
import { Button } from '@/ui/shared/button'
import { LeadWays } from '@/ui/shared/lead-ways'
import { SeverityMark } from '@/ui/shared/severity'
import { isOpen, usePlug } from './plug'
import { LOOK_OF_VERDICT } from './port-row'
import { useSelection } from './selection'
import { waysOf, type NamedWay } from './way'

/** The next lead that wants a port: needed ones first, in the order of the marks. */
function nextLoose(harness: Harness, after: PortRef): PlacedPort | undefined {
  const loose = harness.ports.filter(
    ({ ref, port }) =>
      port.side === 'takes' &&
      port.need !== undefined &&
      port.need !== 'onward' &&
      harness.threadsAt(ref).length === 0 &&
      harness.build.choices.parked?.some((entry) => sameRef(entry.at, ref)) !== true,
  )
  const others = loose.filter(({ ref }) => !sameRef(ref, after))
  return others.find(({ port }) => port.need === 'required') ?? others[0]
}

const END_WORDS = { source: '', loose: ' is loose', nowhere: ' leads to no source', ring: ' feeds itself' } as const

function WayLines({ harness, named }: { readonly harness: Harness; readonly named: NamedWay }) {
  const { what, way } = named
  const stops = way.stretches.flatMap(({ to }, index) => {
    const next = way.stretches[index + 1]?.from
    return next === undefined ? [to] : [to, next]
  })
  return (
    <div className="text-[13px]">
      <p>
        <span className="text-faded">{what}: </span>
        {stops.map((ref) => harness.name(ref)).join(' → ')}
        {way.end !== 'source' && (
          <strong className="text-madder">{` ${harness.name(way.endAt)}${END_WORDS[way.end]}`}</strong>
        )}
      </p>
      {what === 'supply' &&
        [...new Set(way.stretches.flatMap(({ from, to }) => [...harness.budgetsAt(to), ...harness.budgetsAt(from)]))]
          .filter((budget) => budget.state !== 'idle')
          .map((budget) => (
            <p key={budget.id} className="mt-1 rounded bg-weft px-2 py-1">
              <span className="text-faded">{budget.name ?? (budget.at[0] && harness.name(budget.at[0]))}: </span>
              {sumText(harness.build, budget)}
            </p>
          ))}
    </div>
  )
}

function Plugged({ placed, isFresh }: { readonly placed: PlacedPort; readonly isFresh: boolean }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const select = useSelection((state) => state.select)
  const threads = harness.threadsAt(placed.ref)
  // A splitter's own lead is part of the ways of all that hangs on it.
  const runs = harness.runs().filter(({ lead, via }) => lead === placed || via.includes(placed.item))
  const next = nextLoose(harness, placed.ref)
  const nextButton = useRef<HTMLButtonElement>(null)
  // After a lead is plugged the next loose one is what people want; Enter goes on.
  useEffect(() => {
    if (isFresh) nextButton.current?.focus({ preventScroll: true })
  }, [isFresh])
  return (
    <div className="space-y-2 px-3 py-2">
      {waysOf(harness, placed.ref).map((named) => (
        <WayLines key={named.what} harness={harness} named={named} />
      ))}
      <LeadWays runs={runs} />
      {threads.map((thread, index) => (
        <div key={thread.id} className="flex flex-wrap gap-1.5">
          <Button
            small
            onClick={() => dispatch({ type: 'disconnect', threadId: thread.id })}
            aria-keyshortcuts="Delete"
          >
            <Unplug size={14} aria-hidden /> Unplug from {harness.name(harness.across(placed.ref)[index]!.ref)}
          </Button>
          <Button
            small
            aria-pressed={thread.pinned === true}
            onClick={() => dispatch({ type: 'pin', threadId: thread.id, pinned: thread.pinned !== true })}
            title="A pinned thread is left alone by anything automatic"
          >
            <Pin size={14} aria-hidden /> {thread.pinned === true ? 'Pinned' : 'Pin'}
          </Button>
        </div>
      ))}
      {next !== undefined && (
        <Button ref={nextButton} small tone="act" onClick={() => select({ ref: next.ref, isShown: true })}>
          Next loose lead: {harness.name(next.ref)} <ArrowRight size={14} aria-hidden />
        </Button>
      )}
    </div>
  )
}

function Option({
  harness,
  lead,
  candidate,
  onChoose,
}: {
  readonly harness: Harness
  readonly lead: PortRef
  readonly candidate: Candidate
  readonly onChoose: () => void
}) {
  const look = LOOK_OF_VERDICT[candidate.verdict]
  const name = harness.name(candidate.to)
  return (
    <Command.Item
      value={candidateKey(candidate)}
      keywords={[name]}
      onSelect={onChoose}
      className="flex items-start gap-2 rounded px-2 py-1 data-[selected=true]:bg-woad-wash"
    >
      <span className="mt-0.5 w-4">{look !== undefined && <SeverityMark look={look} size={15} />}</span>
      <span className="min-w-0 grow leading-tight">
        <span className={isOpen(candidate) ? 'font-semibold' : 'text-faded'}>{name}</span>
        <span className="block text-[13px] text-faded">{candidateText(harness, lead, candidate)}</span>
      </span>
    </Command.Item>
  )
}

function Candidates({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const plug = usePlug()
  const candidates = useMemo(() => candidatesFor(harness, placed.ref), [harness, placed])
  const list = (wanted: boolean) =>
    candidates
      .filter((candidate) => candidate.verdict !== 'here' && isOpen(candidate) === wanted)
      .map((candidate) => (
        <Option
          key={candidateKey(candidate)}
          harness={harness}
          lead={placed.ref}
          candidate={candidate}
          onChoose={() => plug(placed.ref, candidate.to)}
        />
      ))
  const heading =
    '[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-[13px] [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-faded'
  return (
    <Command
      label={`Where ${harness.name(placed.ref)} may go`}
      className="flex min-h-0 flex-col px-1 pb-1"
      filter={(_value, search, keywords) =>
        (keywords ?? []).join(' ').toLowerCase().includes(search.toLowerCase()) ? 1 : 0
      }
    >
      <Command.Input
        autoFocus
        placeholder="Plug it into … (Enter takes the best)"
        className="mx-2 mb-1 rounded-md border border-seam bg-linen px-2 py-1"
      />
      <Command.List className={`max-h-72 overflow-y-auto ${heading}`}>
        <Command.Empty className="px-2 py-1 text-[13px] text-faded">No port of that name.</Command.Empty>
        <Command.Group heading="May go there, best first">{list(true)}</Command.Group>
        <Command.Group heading="Why not there">{list(false)}</Command.Group>
      </Command.List>
    </Command>
  )
}

/** For a lead that is plugged already, the other ports are asked for. */
function MoveElsewhere({ placed }: { readonly placed: PlacedPort }) {
  const [isAsked, setAsked] = useState(false)
  if (isAsked) return <Candidates placed={placed} />
  return (
    <p className="px-3 pb-2">
      <Button small onClick={() => setAsked(true)}>
        <ArrowLeftRight size={14} aria-hidden /> Move it elsewhere …
      </Button>
    </p>
  )
}

/** A lead: its whole way to the supply with the sums on it, and every port with what would happen there. */
export function LeadPanel({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const threads = harness.threadsAt(placed.ref)
  const parked = harness.build.choices.parked?.find((entry) => sameRef(entry.at, placed.ref))
  const [wasLoose] = useState(threads.length === 0)
  const key = threads.map((thread) => thread.id).join()
  return (
    <div className="min-h-0 overflow-y-auto">
      {threads.length > 0 && <Plugged key={key} placed={placed} isFresh={wasLoose} />}
      {threads.length > 0 && <MoveElsewhere key={`move ${key}`} placed={placed} />}
      {threads.length === 0 && placed.port.need === 'optional' && (
        <p className="px-3 py-1 text-[13px]">
          {parked === undefined ? 'For comfort only.' : `Left loose on purpose: ${parked.reason}.`}{' '}
          <button
            type="button"
            className="text-woad underline"
            onClick={() => dispatch(parkEdit(placed.ref, parked === undefined ? 'on purpose' : null))}
          >
            {parked === undefined ? 'Leave it loose on purpose' : 'It wants a port after all'}
          </button>
        </p>
      )}
      {threads.length === 0 && (
        <div className="mt-2">
          <Candidates placed={placed} />
        </div>
      )}
    </div>
  )
}
