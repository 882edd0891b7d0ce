'use client'

import { CircleHelp, CloudOff, Eye, History, Redo2, Share2, Signpost, Undo2 } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { Button } from '@/ui/shared/button'
import { InlineEdit } from '@/ui/shared/inline-edit'
import { Logo } from '@/ui/shared/logo'
import { ThemeSwitch } from '@/ui/shared/theme-switch'
import { useMayChange, useWho } from '@/ui/shared/who'
import { WhoMenu } from '@/ui/shared/who-menu'
import { useActions, useSession } from '@/ui/session/context'
import { useHelp } from '@/ui/focus/help'
import type { Saving } from '@/ui/session/desk'

const NAME_LENGTH = 120

const SAVING_WORDS: Readonly<Record<Saving, string>> = {
  opening: 'Opening …',
  keeping: 'Keeping …',
  saving: 'Saving …',
  saved: 'Saved',
  away: 'Not saved: the store is away, trying again',
  broken: 'Not saved: the server broke on an edit, trying again',
  full: 'Not saved: the disk of the store is full, trying again',
  signedOut: 'Not saved: you are signed out. Sign in in another tab; this page keeps your edits',
}

function SaveState() {
  const saving = useSession((state) => state.saving)
  const isTrouble = saving === 'away' || saving === 'full' || saving === 'broken' || saving === 'signedOut'
  return (
    <span
      role="status"
      className={`flex items-center gap-1 text-[13px] ${isTrouble ? 'font-semibold text-madder' : 'text-faded'}`}
    >
      {isTrouble && <CloudOff size={15} aria-hidden />}
      {SAVING_WORDS[saving]}
    </span>
  )
}

function UndoRedo() {
  const { undoLast, redoLast } = useActions()
  const undo = useSession((state) => state.undo.at(-1)?.label)
  const redo = useSession((state) => state.redo.at(-1)?.label)
  return (
    <span className="flex">
      <Button
        tone="quiet"
        small
        disabled={undo === undefined}
        onClick={undoLast}
        aria-keyshortcuts="Control+Z"
        title={undo && `Undo: ${undo} (Ctrl+Z)`}
        aria-label={undo === undefined ? 'Undo' : `Undo: ${undo}`}
      >
        <Undo2 size={17} aria-hidden />
      </Button>
      <Button
        tone="quiet"
        small
        disabled={redo === undefined}
        onClick={redoLast}
        aria-keyshortcuts="Control+Shift+Z"
        title={redo && `Redo: ${redo} (Ctrl+Shift+Z)`}
        aria-label={redo === undefined ? 'Redo' : `Redo: ${redo}`}
      >
        <Redo2 size={17} aria-hidden />
      </Button>
    </span>
  )
}

function Headroom() {
  const { dispatch } = useActions()
  const headroomPercent = useSession((state) => state.build.choices.headroomPercent)
  return (
    <label className="flex items-center gap-1 text-[13px] text-faded" title="How much of every amp limit stays free">
      Headroom
      <select
        value={headroomPercent}
        onChange={(event) => dispatch({ type: 'chooseHeadroom', headroomPercent: Number(event.target.value) })}
        className="rounded border border-thread bg-cloth px-1 py-0.5 text-ink"
      >
        {[...new Set([0, 10, 20, 30, 40, 50, headroomPercent])]
          .toSorted((a, b) => a - b)
          .map((percent) => (
            <option key={percent} value={percent}>
              {percent} %
            </option>
          ))}
      </select>
    </label>
  )
}

const HistoryDialog = dynamic(() => import('./history/history-dialog').then((module) => module.HistoryDialog))

function HistoryButton() {
  const [isOpen, setOpen] = useState(false)
  return (
    <>
      <Button
        tone="quiet"
        small
        aria-label="History"
        title="History: step through the edits, name a state, go back"
        onClick={() => setOpen(true)}
      >
        <History size={17} aria-hidden />
      </Button>
      {isOpen && <HistoryDialog onClose={() => setOpen(false)} />}
    </>
  )
}

const HelpDialog = dynamic(() => import('./help/help-dialog').then((module) => module.HelpDialog))

function HelpButton() {
  const { isOpen, open } = useHelp()
  return (
    <>
      <Button
        tone="quiet"
        small
        aria-label="Help"
        aria-keyshortcuts="?"
        title="Keys and words (?)"
        onClick={() => open(true)}
      >
        <CircleHelp size={17} aria-hidden />
      </Button>
      {isOpen && <HelpDialog />}
    </>
  )
}

const ChoicesDialog = dynamic(() => import('./choices/choices-dialog').then((module) => module.ChoicesDialog))

function ChoicesButton() {
  const [isOpen, setOpen] = useState(false)
  return (
    <>
      <Button tone="quiet" small title="Choices: who rules what, and how" onClick={() => setOpen(true)}>
        <Signpost size={16} aria-hidden /> Choices
      </Button>
      {isOpen && <ChoicesDialog onClose={() => setOpen(false)} />}
    </>
  )
}

const ShareDialog = dynamic(() => import('./share/share-dialog').then((module) => module.ShareDialog))

/** Links to this build for people who are not on its bench; only where people sign in. */
function ShareButton() {
  const [isOpen, setOpen] = useState(false)
  const isServed = useWho() !== undefined
  const mayChange = useMayChange()
  if (!isServed || !mayChange) return null
  return (
    <>
      <Button tone="quiet" small title="Share: links to look at this build" onClick={() => setOpen(true)}>
        <Share2 size={16} aria-hidden /> Share
      </Button>
      {isOpen && <ShareDialog onClose={() => setOpen(false)} />}
    </>
  )
}

export function TopBar() {
  const { dispatch } = useActions()
  const name = useSession((state) => state.build.name)
  const mayChange = useMayChange()
  return (
    <header className="flex min-h-12 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-thread bg-cloth px-3 py-1 print:hidden">
      <Logo />
      <span aria-hidden className="text-thread">
        /
      </span>
      <h1 className="min-w-32 grow basis-40">
        <InlineEdit
          value={name}
          label="Name of the build"
          maxLength={NAME_LENGTH}
          onSave={(next) => dispatch({ type: 'renameBuild', name: next })}
          className="w-full font-display text-lg font-semibold"
        />
      </h1>
      {mayChange ? (
        <>
          <SaveState />
          <UndoRedo />
        </>
      ) : (
        <span className="flex items-center gap-1 text-[13px] text-faded">
          <Eye size={15} aria-hidden /> To look at only
        </span>
      )}
      <HistoryButton />
      <ChoicesButton />
      <Headroom />
      <HelpButton />
      <ShareButton />
      <WhoMenu isAmongMany />
      <ThemeSwitch />
    </header>
  )
}
