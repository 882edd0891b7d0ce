'use client'

import { ChevronDown, ListPlus, LogOut, Pin, Unplug } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useState } from 'react'
import { healEdit } from '@/core/build/rewire'
import type { Thread } from '@/core/build/schema'
import { looseLike } from '@/core/ask/several'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { listNames } from '@/core/wording/text'
import { piecesBetween } from '@/core/rules/pieces'
import { previewOf } from '@/core/rules/preview'
import { useActions, useHarness, useVerdicts } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { MENU_CLASS, MENU_ITEM_CLASS } from '@/ui/shared/menu'
import { notify } from '@/ui/shared/notices'
import { PreviewLine } from '@/ui/shared/preview-line'
import { useFocus } from '@/ui/focus/focus'

/** What would fit there is asked for only when the menu is open. */
function Pieces({ leads, to }: { readonly leads: readonly PlacedPort[]; readonly to: PlacedPort }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const verdicts = useVerdicts()
  const choices = piecesBetween(
    harness,
    leads.map(({ ref }) => ref),
    to.ref,
  )
  if (choices.length === 0) {
    return (
      <DropdownMenu.Item disabled className={MENU_ITEM_CLASS}>
        Nothing known fits both plugs.
      </DropdownMenu.Item>
    )
  }
  return choices.map(({ key, text, edit }) => (
    <DropdownMenu.Item key={key} className={MENU_ITEM_CLASS} onSelect={() => dispatch(edit)}>
      <span>
        {text}
        <PreviewLine harness={harness} preview={previewOf(harness, verdicts, edit)} />
      </span>
    </DropdownMenu.Item>
  ))
}

/** A menu of what can be put between leads and the port that they go to. */
function PutBetween({ leads, to }: { readonly leads: readonly PlacedPort[]; readonly to: PlacedPort }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button small>
          <ListPlus size={14} aria-hidden /> Put between … <ChevronDown size={14} aria-hidden />
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className={MENU_CLASS}>
          <Pieces leads={leads} to={to} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

/** Takes a thing out of its threads; what hung on it goes on where it was. */
function PullOut({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const hangs = harness.ports.some(
    ({ item, port, ref }) => item.id === placed.item.id && port.side === 'gives' && harness.threadsAt(ref).length > 0,
  )
  if (!hangs) return null
  const { edit, joined, loose } = healEdit(harness.build, placed.item.id, false)
  const names = (refs: typeof loose) => listNames(refs.map((ref) => harness.name(ref)))
  const words = [
    joined.length > 0 ? `${names(joined)} then go where it was` : '',
    loose.length > 0 ? `${names(loose)} are loose then` : '',
  ]
  return (
    <Button
      small
      title={words.filter((text) => text !== '').join('; ')}
      onClick={() => {
        if (dispatch(edit) && loose.length > 0) notify(`Loose now: ${names(loose)}.`)
      }}
    >
      <LogOut size={14} aria-hidden /> Take {placed.item.mark} out, join the rest
    </Button>
  )
}

const MOST_NOTE = 200

/** The reason beside a thread, written down when the field is left. */
function ThreadNote({ thread }: { readonly thread: Thread }) {
  const { dispatch } = useActions()
  const [text, setText] = useState(thread.note ?? '')
  const keep = () => {
    const note = text.trim()
    if (note !== (thread.note ?? '')) {
      dispatch({ type: 'noteThread', threadId: thread.id, note: note === '' ? null : note })
    }
  }
  return (
    <input
      aria-label="Why it goes there"
      placeholder="Why it goes there (a note)"
      value={text}
      maxLength={MOST_NOTE}
      onChange={(event) => setText(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
      className="w-full rounded border border-thread bg-linen px-1.5 py-0.5 text-[13px]"
    />
  )
}

/** What can be done with a plugged lead. */
export function LeadActions({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  return harness.threadsAt(placed.ref).map((thread, index) => {
    const other = harness.across(placed.ref)[index]!
    return (
      <div key={thread.id} className="space-y-1.5">
        <div className="flex flex-wrap gap-1.5">
          <Button
            small
            onClick={() => dispatch({ type: 'disconnect', threadId: thread.id })}
            aria-keyshortcuts="Delete"
          >
            <Unplug size={14} aria-hidden /> Unplug from {harness.name(other.ref)}
          </Button>
          <Button
            small
            aria-pressed={thread.pinned === true}
            onClick={() => dispatch({ type: 'pin', threadId: thread.id, pinned: thread.pinned !== true })}
            title="A pinned connection is left alone by anything automatic"
          >
            <Pin size={14} aria-hidden /> {thread.pinned === true ? 'Pinned' : 'Pin'}
          </Button>
          <PutBetween leads={[placed]} to={other} />
          <PullOut placed={placed} />
        </div>
        <ThreadNote key={thread.note ?? ''} thread={thread} />
      </div>
    )
  })
}

/** Picks up the loose leads that are like this one, to plug them together. */
export function PickAlike({ placed }: { readonly placed: PlacedPort }) {
  const harness = useHarness()
  const addAll = useFocus((state) => state.addAll)
  const alike = looseLike(harness, placed.ref)
  if (alike.length === 0) return null
  return (
    <p className="px-3 pt-1">
      <Button small onClick={() => addAll(alike)}>
        <ListPlus size={14} aria-hidden /> With {listNames(alike.map((ref) => harness.name(ref)))}
      </Button>
    </p>
  )
}
