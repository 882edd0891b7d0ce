'use client'

import {
  ClipboardPen,
  Focus,
  FoldVertical,
  List,
  Maximize,
  Shuffle,
  UnfoldVertical,
  WandSparkles,
  Waypoints,
  ZoomIn,
  ZoomOut,
} from 'lucide-react'
import Link from 'next/link'
import { useState } from 'react'
import { ToggleGroup } from 'radix-ui'
import type { Harness } from '@/core/operate/harness'
import { looseLeads } from '@/core/structure/wiring/loose'
import { countOf } from '@/core/wording/text'
import { useHarness } from '@/ui/session/context'
import { Button, buttonClass } from '@/ui/shared/button'
import { columnOf } from '@/ui/wiring/layout/layout'
import { useFocus } from '@/ui/focus/focus'
import { useView } from './state/view-state'

/** Ports and things whose mark, name or printed port has these words, in the order of the marks. */
function findIn(harness: Harness, text: string) {
  const words = text
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  if (words.length === 0) return []
  return harness.ports.filter(({ item, port, facts }) => {
    const said = `${item.mark} ${port.name} ${facts.part.name}`.toLowerCase()
    return words.every((word) => said.includes(word))
  })
}

function Find() {
  const harness = useHarness()
  const select = useFocus((state) => state.select)
  const [text, setText] = useState('')
  const [turn, setTurn] = useState(0)
  const found = findIn(harness, text)
  const go = (step: number) => {
    if (found.length === 0) return
    const next = (turn + step + found.length) % found.length
    select({ ref: found[turn % found.length]!.ref, isShown: true })
    setTurn(next)
  }
  return (
    <span className="relative">
      <input
        type="search"
        aria-label="Find a thing or a port"
        placeholder="Find: F7, SYS2 …"
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setTurn(0)
        }}
        onKeyDown={(event) => event.key === 'Enter' && go(event.shiftKey ? -1 : 1)}
        className="h-7 w-32 rounded-md border border-seam bg-linen px-2 text-[13px]"
      />
      {text !== '' && (
        <span role="status" className="absolute top-1 right-7 text-[13px] text-faded">
          {found.length === 0 ? 'none' : `${found.length}, Enter`}
        </span>
      )}
    </span>
  )
}

/** How many leads still want a port; a press goes to the next of them. */
function LooseCount() {
  const harness = useHarness()
  const { selected, select } = useFocus()
  const loose = looseLeads(harness)
  if (loose.length === 0) return <span className="text-[13px] text-moss">No lead is loose</span>
  const at = loose.findIndex(({ key }) => key === `${selected?.ref.itemId}.${selected?.ref.portId}`)
  const next = loose[(at + 1) % loose.length]!
  return (
    <Button small onClick={() => select({ ref: next.ref, isShown: true })} title={`Go to ${harness.name(next.ref)}`}>
      {countOf(loose.length, 'lead')} loose
    </Button>
  )
}

const TOGGLE = 'flex h-7 items-center gap-1 px-2 text-[13px] data-[state=on]:bg-woad-wash data-[state=on]:font-semibold'

function PictureOrList() {
  const { isList, set } = useView()
  return (
    <ToggleGroup.Root
      type="single"
      aria-label="How the wiring is shown"
      value={isList ? 'list' : 'picture'}
      onValueChange={(value) => value !== '' && set({ isList: value === 'list' })}
      className="flex overflow-hidden rounded-md border border-seam bg-cloth"
    >
      <ToggleGroup.Item value="picture" className={TOGGLE}>
        <Waypoints size={14} aria-hidden /> Picture
      </ToggleGroup.Item>
      <ToggleGroup.Item value="list" className={`${TOGGLE} border-l border-seam`}>
        <List size={14} aria-hidden /> List
      </ToggleGroup.Item>
    </ToggleGroup.Root>
  )
}

/** Of several machines one alone can be looked at. */
function OneMachine() {
  const { build } = useHarness()
  const { assemblyId, lookAtAssembly } = useFocus()
  const assemblies = build.assemblies ?? []
  if (assemblies.length < 2) return null
  return (
    <select
      aria-label="Machine"
      value={assemblyId ?? ''}
      onChange={(event) => lookAtAssembly(event.target.value === '' ? null : event.target.value)}
      className="h-7 rounded-md border border-seam bg-cloth px-1 text-[13px]"
    >
      <option value="">all {assemblies.length} machines</option>
      {assemblies.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  )
}

/** What folds: groups of devices, and boxes. */
function foldable(harness: Harness): readonly string[] {
  const boxes = harness.items.filter(({ id }) => columnOf(harness.factsOfItem(id).part) === 'boxes')
  return [...(harness.build.groups ?? []).map(({ id }) => id), ...boxes.map(({ id }) => id)]
}

interface IconProps {
  readonly label: string
  readonly Icon: typeof Focus
  readonly onClick: () => void
  readonly isOn?: boolean
  readonly disabled?: boolean
}

function IconButton({ label, Icon, onClick, isOn, disabled = false }: IconProps) {
  return (
    <Button
      small
      tone="quiet"
      aria-label={label}
      title={label}
      onClick={onClick}
      disabled={disabled}
      {...(isOn === undefined ? {} : { 'aria-pressed': isOn, className: isOn ? 'bg-woad-wash' : '' })}
    >
      <Icon size={16} aria-hidden />
    </Button>
  )
}

function PictureTools({ onFit }: { readonly onFit: () => void }) {
  const harness = useHarness()
  const hasPicked = useFocus((state) => state.selected !== null)
  const { zoom, zoomBy, zoomTo, folded, fold, follows, set, untangle } = useView()
  const keys = foldable(harness)
  const isFolded = folded.size > 0
  return (
    <span className="ml-auto flex items-center">
      <IconButton
        label={follows ? 'Show everything again' : 'Follow the picked connection alone'}
        Icon={Focus}
        isOn={follows}
        disabled={!follows && !hasPicked}
        onClick={() => set({ follows: !follows })}
      />
      <IconButton
        label={isFolded ? 'Unfold all' : 'Fold groups and boxes'}
        Icon={isFolded ? UnfoldVertical : FoldVertical}
        disabled={keys.length === 0}
        onClick={() => fold(isFolded ? [...folded] : keys, !isFolded)}
      />
      <IconButton label="Untangle: order the boxes anew" Icon={Shuffle} onClick={() => untangle(harness)} />
      <IconButton label="Smaller" Icon={ZoomOut} onClick={() => zoomBy(-1)} />
      <button
        type="button"
        className="min-w-11 rounded text-[13px] hover:bg-weft"
        title="Full size"
        onClick={() => zoomTo(1)}
      >
        {Math.round(zoom * 100)} %
      </button>
      <IconButton label="Larger" Icon={ZoomIn} onClick={() => zoomBy(1)} />
      <IconButton label="Fit it all in" Icon={Maximize} onClick={onFit} />
    </span>
  )
}

/** What can be done with the wiring as a whole: look at it another way, find, go to what is loose, record a bench. */
export function ThreadTools({ onFit }: { readonly onFit: () => void }) {
  const { isList, isRecording, buildId, set } = useView()
  return (
    <div role="toolbar" aria-label="Wiring tools" className="flex min-h-8 shrink-0 flex-wrap items-center gap-1.5">
      <PictureOrList />
      <Find />
      <OneMachine />
      <LooseCount />
      <Button
        small
        aria-pressed={isRecording}
        className={isRecording ? 'bg-woad-wash' : ''}
        onClick={() => set({ isRecording: !isRecording })}
        title="Write down a machine as it is plugged now, header by header"
      >
        <ClipboardPen size={14} aria-hidden /> As plugged
      </Button>
      <Link
        href={`/builds/${buildId}/threads/plans`}
        aria-label="Plan it for me"
        title="The wiring worked out for you, in several manners, and proven"
        className={buttonClass('plain', true)}
      >
        <WandSparkles size={14} aria-hidden /> Plan it
      </Link>
      {!isList && <PictureTools onFit={onFit} />}
    </div>
  )
}
