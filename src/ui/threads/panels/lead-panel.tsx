'use client'

import { Command } from 'cmdk'
import { ArrowLeftRight, ArrowRight } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { parkEdit } from '@/core/build/choose'
import { sameRef } from '@/core/build/refs'
import type { PortRef } from '@/core/schema/schema-kit'
import type { Candidate } from '@/core/ask/candidates'
import type { Answer } from '@/core/rules/answers'
import type { Harness } from '@/core/operate/harness'
import { looseLeads } from '@/core/structure/wiring/loose'
import { missesProgram } from '@/core/structure/signal/usb'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { candidateKey, candidateText } from '@/core/wording/candidate-text'
import { countOf } from '@/core/wording/text'
import { useActions, useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { LeadWays } from '@/ui/wiring/lead-ways'
import { ReasonForm } from '@/ui/shared/reason-form'
import { SeverityMark } from '@/ui/shared/severity'
import { BudgetsOnWay } from './budgets-on-way'
import { LeadActions, PickAlike } from './lead-actions'
import { MakeRoom } from './make-room'
import { isOpen, usePlug } from '@/ui/threads/state/plug'
import { LOOK_OF_VERDICT } from '@/ui/wiring/row-view'
import { useFocus } from '@/ui/focus/focus'
import { useAnswers } from '@/ui/threads/state/use-answers'
import { pathsOf, type NamedPath } from '@/ui/wiring/layout/upstream-paths'

const END_WORDS = { source: '', loose: ' is loose', nowhere: ' leads to no source', ring: ' feeds itself' } as const

function WayLines({ harness, named }: { readonly harness: Harness; readonly named: NamedPath }) {
  const { what, path } = named
  const stops = path.hops.flatMap(({ to }, index) => {
    const next = path.hops[index + 1]?.from
    return next === undefined ? [to] : [to, next]
  })
  return (
    <div className="text-[13px]">
      <p>
        <span className="text-faded">{what}: </span>
        {stops.map((ref) => harness.name(ref)).join(' → ')}
        {path.end !== 'source' && (
          <strong className="text-madder">{` ${harness.name(path.endAt)}${END_WORDS[path.end]}`}</strong>
        )}
      </p>
      {what === 'supply' && (
        <div className="mt-1 space-y-1">
          <BudgetsOnWay
            budgets={[
              ...new Set(path.hops.flatMap(({ from, to }) => [...harness.budgetsAt(to), ...harness.budgetsAt(from)])),
            ].filter((budget) => budget.state !== 'idle')}
          />
        </div>
      )}
    </div>
  )
}

function Plugged({ placed, isFresh }: { readonly placed: PlacedPort; readonly isFresh: boolean }) {
  const harness = useHarness()
  const select = useFocus((state) => state.select)
  // A splitter's own lead is part of the paths of all that hangs on it.
  const runs = harness.runs().filter(({ lead, via }) => lead === placed || via.includes(placed.item))
  const next = looseLeads(harness).find(({ ref }) => !sameRef(ref, placed.ref))
  const nextButton = useRef<HTMLButtonElement>(null)
  // After a lead is plugged the next loose one is what people want; Enter goes on.
  useEffect(() => {
    if (isFresh) nextButton.current?.focus({ preventScroll: true })
  }, [isFresh])
  return (
    <div className="space-y-2 px-3 py-2">
      {pathsOf(harness, placed.ref).map((named) => (
        <WayLines key={named.what} harness={harness} named={named} />
      ))}
      <LeadWays runs={runs} />
      <LeadActions placed={placed} />
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
  /** An answer, or a port that is still being tried. */
  readonly candidate: Answer | Candidate
  readonly onChoose: () => void
}) {
  const isTold = 'raised' in candidate
  const look = isTold ? LOOK_OF_VERDICT[candidate.outlook] : undefined
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
        <span className={isTold && isOpen(candidate) ? 'font-semibold' : 'text-faded'}>{name}</span>
        <span className="block text-[13px] text-faded">
          {isTold ? candidateText(harness, lead, candidate) : 'being worked out …'}
        </span>
      </span>
    </Command.Item>
  )
}

/** So many ports are offered at once; typing finds the others. */
const MOST_OPEN = 8
const MOST_CLOSED = 20

/** Who walks through the lead list keeps the cell; only elsewhere the field is what is wanted next. */
const isInGrid = () => document.querySelector('[role="grid"] :focus') !== null

function Candidates({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const plug = usePlug()
  const [text, setText] = useState('')
  const [asksWhy, setAsksWhy] = useState(false)
  const [takesFocus] = useState(() => !isInGrid())
  const { answers, waiting } = useAnswers(placed.ref)
  const isMeant = ({ to }: Candidate) => harness.name(to).toLowerCase().includes(text.trim().toLowerCase())
  const meant = answers.filter((candidate) => candidate.outlook !== 'here' && isMeant(candidate))
  const open = meant.filter(isOpen)
  const closed = meant.filter((candidate) => !isOpen(candidate))
  // Why not there is told when it is asked for, or when nothing else has the name that was typed.
  const showsClosed = asksWhy || (text !== '' && open.length < MOST_OPEN)
  // One that is still being tried can be named and taken all the same: it is judged before it is plugged.
  const pending = text === '' ? [] : waiting.filter(isMeant)
  const shown = (list: readonly (Answer | Candidate)[], most: number) =>
    list
      .slice(0, most)
      .map((candidate) => (
        <Option
          key={candidateKey(candidate)}
          harness={harness}
          lead={placed.ref}
          candidate={candidate}
          onChoose={() => plug(placed.ref, candidate.to)}
        />
      ))
  const more = (list: readonly Answer[], most: number) =>
    list.length > most && (
      <p className="px-2 py-1 text-[13px] text-faded">and {list.length - most} more: type a name to find them</p>
    )
  const isNowhere = open.length === 0 && waiting.length === 0 && text === ''
  const heading =
    '[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-[13px] [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-faded'
  return (
    <Command
      label={`Where ${harness.name(placed.ref)} may go`}
      className="flex min-h-0 flex-col px-1 pb-1"
      shouldFilter={false}
    >
      <Command.Input
        autoFocus={takesFocus}
        value={text}
        onValueChange={setText}
        placeholder="Plug it into … (Enter takes the best)"
        className="mx-2 mb-1 rounded-md border border-seam bg-linen px-2 py-1"
      />
      <Command.List className={`max-h-72 overflow-y-auto ${heading}`}>
        <Command.Empty className="px-2 py-1 text-[13px] text-faded">No port of that name.</Command.Empty>
        {isNowhere && <MakeRoom lead={placed.ref} />}
        {open.length > 0 && <Command.Group heading="May go there, best first">{shown(open, MOST_OPEN)}</Command.Group>}
        {more(open, MOST_OPEN)}
        {pending.length > 0 && <Command.Group heading="Being worked out">{shown(pending, MOST_OPEN)}</Command.Group>}
        {waiting.length > pending.length && (
          <p className="px-2 py-1 text-[13px] text-faded">
            {countOf(waiting.length - pending.length, 'port')} still being worked out …
          </p>
        )}
        {showsClosed && closed.length > 0 && (
          <Command.Group heading="Why not there">{shown(closed, MOST_CLOSED)}</Command.Group>
        )}
        {showsClosed && more(closed, MOST_CLOSED)}
      </Command.List>
      {!showsClosed && closed.length > 0 && (
        <p className="px-2 py-1">
          <Button small tone="quiet" onClick={() => setAsksWhy(true)}>
            Why not the other {closed.length}?
          </Button>
        </p>
      )}
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

/** A lead may be left loose on purpose, with a reason that the sheet repeats. */
function LeaveLoose({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const parkedReason = harness.choices.parkedReasonAt(placed.ref)
  if (parkedReason !== undefined) {
    return (
      <p className="flex items-center justify-between gap-2 px-3 py-1 text-[13px]">
        Left loose on purpose: {parkedReason}.
        <Button small onClick={() => dispatch(parkEdit(placed.ref, null))}>
          It wants a port after all
        </Button>
      </p>
    )
  }
  return (
    <details className="px-3 py-1 text-[13px]">
      <summary className="mb-1 cursor-pointer text-faded">
        {placed.port.need === 'optional' && !missesProgram(harness, placed)
          ? 'It may stay loose: leave it …'
          : 'Leave it loose on purpose …'}
      </summary>
      <ReasonForm
        label="Why it stays loose"
        placeholder="because …"
        action="Leave it loose"
        onReason={(reason) => dispatch(parkEdit(placed.ref, reason))}
      />
    </details>
  )
}

/** A lead: its whole path to the supply with the sums on it, and every port with what would happen there. */
export function LeadPanel({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const threads = harness.threadsAt(placed.ref)
  const [wasLoose] = useState(threads.length === 0)
  const key = threads.map((thread) => thread.id).join()
  return (
    <div className="min-h-0 overflow-y-auto">
      {threads.length > 0 && <Plugged key={key} placed={placed} isFresh={wasLoose} />}
      {threads.length > 0 && <MoveElsewhere key={`move ${key}`} placed={placed} />}
      {threads.length === 0 && <PickAlike placed={placed} />}
      {threads.length === 0 && <LeaveLoose placed={placed} />}
      {threads.length === 0 && (
        <div className="mt-2">
          <Candidates placed={placed} />
        </div>
      )}
    </div>
  )
}
