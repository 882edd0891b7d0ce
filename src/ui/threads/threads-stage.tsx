'use client'

import { DndContext, DragOverlay } from '@dnd-kit/core'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useEffect, useRef } from 'react'
import { portKey, type PortKey } from '@/core/build/refs'
import { unplugEdit } from '@/core/build/plug'
import { swapEdit } from '@/core/build/rewire'
import type { PortRef } from '@/core/schema/schema-kit'
import { useActions, useHarness } from '@/ui/session/context'
import { isTyping } from '@/ui/shared/is-typing'
import { buttonClass } from '@/ui/shared/button'
import { useDragSensors } from '@/ui/shared/drag-sensors'
import { Diagram } from './picture/diagram'
import { usePlug, usePlugSeveral } from './state/plug'
import { followPointer } from './state/under-pointer'
import { useFocus } from '@/ui/focus/focus'
import { portIn } from '@/ui/wiring/use-picked'
import { ThreadTools } from './tools'
import { useView } from './state/view-state'

const LeadList = dynamic(() => import('./list/lead-list').then((module) => module.LeadList), {
  loading: () => <p className="p-4 text-faded">Laying out the list …</p>,
})

/** Delete unplugs what is picked, Escape puts it down; a text field keeps both keys to itself. */
function useKeys() {
  const harness = useHarness()
  const { dispatch } = useActions()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return
      const { selected, also, select, itemId } = useFocus.getState()
      // A thing may be looked at without any of its ports.
      if (event.key === 'Escape' && selected === null && itemId !== null) select(null)
      if (selected === null) return
      if (event.key === 'Escape') {
        const row = document.querySelector<HTMLElement>(`[data-port="${portKey(selected.ref)}"]`)
        select(null)
        row?.focus()
      }
      if (event.key === 'Delete' && !isTyping(event)) {
        const threads = new Set([selected.ref, ...also].flatMap((ref) => harness.threadsAt(ref)))
        if (threads.size > 0) dispatch(unplugEdit([...threads]))
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [harness, dispatch])
}

/** What a press on a port does: picks a lead up, puts it down, or plugs what is in hand. */
function usePick() {
  const harness = useHarness()
  const plug = usePlug()
  const plugSeveral = usePlugSeveral()
  return (ref: PortRef, isMore: boolean) => {
    // Asked when it is pressed: the whole stage need not be drawn again for each pick.
    const { selected, also, select, add } = useFocus.getState()
    if (useView.getState().isRecording) return select({ ref })
    const { port } = harness.port(ref)
    const held = portIn(harness, selected?.ref)
    const lead = held?.port.side === 'takes' ? held : undefined
    if (lead !== undefined && port.side === 'gives') {
      return also.length > 0 ? plugSeveral([lead.ref, ...also], ref) : plug(lead.ref, ref)
    }
    if (isMore && port.side === 'takes' && (held === undefined || lead !== undefined)) return add(ref)
    const isSame = selected !== null && portKey(selected.ref) === portKey(ref) && also.length === 0
    return select(isSame ? null : { ref })
  }
}

/** Leads are dragged to a port, or onto another lead, with which they change places. */
function useDrag() {
  const harness = useHarness()
  const { dispatch } = useActions()
  const plug = usePlug()
  const plugSeveral = usePlugSeveral()
  const sensors = useDragSensors()
  const at = (key: unknown) => harness.ports.find((placed) => placed.key === key)
  const held = () => {
    const { selected, also } = useFocus.getState()
    return selected === null ? also : [selected.ref, ...also]
  }
  const follower = useRef<() => PortKey | null>(undefined)
  const pickUp = (key: unknown) => {
    follower.current = followPointer()
    const lead = at(key)
    const isHeld = held().some((ref) => portKey(ref) === key)
    if (lead !== undefined && !isHeld) useFocus.getState().select({ ref: lead.ref })
  }
  const putDown = () => follower.current?.() ?? null
  const drop = (key: unknown) => {
    const [lead, to] = [at(key), at(putDown())]
    if (lead === undefined || to === undefined || lead === to) return
    if (to.port.side === 'gives') return held().length > 1 ? plugSeveral(held(), to.ref) : plug(lead.ref, to.ref)
    const edit = swapEdit(harness.build, lead.ref, to.ref)
    if (edit !== undefined) dispatch(edit)
  }
  return { sensors, pickUp, putDown, drop, nameOf: (key: unknown) => at(key) && harness.name(at(key)!.ref) }
}

function Wiring() {
  const harness = useHarness()
  const { isList, open, buildId } = useView()
  const moreCount = useFocus((state) => state.also.length)
  const onPick = usePick()
  const { sensors, pickUp, putDown, drop, nameOf } = useDrag()
  const fitter = useRef<() => void>(() => undefined)
  useKeys()
  useEffect(() => open(harness), [open, harness])
  if (buildId !== harness.build.id) return null
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }) => pickUp(active.id)}
      onDragEnd={({ active }) => drop(active.id)}
      onDragCancel={putDown}
    >
      <div className="flex h-full flex-col gap-2 p-3">
        <ThreadTools onFit={() => fitter.current()} />
        {isList ? <LeadList /> : <Diagram onPick={onPick} fitter={fitter} />}
      </div>
      <DragOverlay dropAnimation={null}>
        <span data-lifted className="rounded-md border border-woad bg-cloth px-2 py-1 font-semibold shadow-lg">
          <DraggedName nameOf={nameOf} more={moreCount} />
        </span>
      </DragOverlay>
    </DndContext>
  )
}

function DraggedName({
  nameOf,
  more,
}: {
  readonly nameOf: (key: unknown) => string | undefined
  readonly more: number
}) {
  const selected = useFocus((state) => state.selected)
  if (selected === null) return null
  return (
    <>
      {nameOf(portKey(selected.ref))}
      {more > 0 && ` and ${more} more`}
    </>
  )
}

export function ThreadsStage() {
  const { items, build } = useHarness()
  if (items.length > 0) return <Wiring />
  return (
    <div className="p-8">
      <h2 className="font-display text-xl font-semibold">Nothing to plug in yet</h2>
      <p className="my-3 max-w-prose text-faded">
        Put a board, fans and lights on the bench first; their leads then appear here, each asking for a port.
      </p>
      <Link href={`/builds/${build.id}/parts`} className={buttonClass('act')}>
        Go to Parts
      </Link>
    </div>
  )
}
