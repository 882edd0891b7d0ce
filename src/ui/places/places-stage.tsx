'use client'

import { DndContext, DragOverlay, pointerWithin, type DragEndEvent } from '@dnd-kit/core'
import Link from 'next/link'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Item } from '@/core/build/schema'
import { useHarness } from '@/ui/session/context'
import { buttonClass } from '@/ui/shared/button'
import { useDragSensors } from '@/ui/shared/drag-sensors'
import { AirBar } from './air-bar'
import { CaseNet } from './case-net'
import { NoInside } from './no-inside'
import { Palette } from './palette'
import { useFocus } from '@/ui/focus/focus'
import { usePlaces } from './places-state'
import { PathTools, Tools } from './tools'
import { usePlacing } from './use-placing'
import { casesOf, looseThings, viewOf, type CaseView } from '@/ui/case/view'

const LEAST_SCALE = 0.5
const MOST_SCALE = 1.2
/** Room for the labels above and below the picture. */
const LABELS_PX = 72

/** Pixels for a mm, so that the whole case is seen where there is room for it. */
function useScale(view: CaseView | undefined) {
  const holder = useRef<HTMLDivElement>(null)
  const isDrawn = view !== undefined
  const [room, setRoom] = useState({ width: 760, height: 520 })
  useEffect(() => {
    const element = holder.current
    if (element === null) return
    const observer = new ResizeObserver(() => setRoom({ width: element.clientWidth, height: element.clientHeight }))
    observer.observe(element)
    return () => observer.disconnect()
  }, [isDrawn])
  if (view === undefined) return { holder, scale: 1 }
  const fitting = Math.min((room.width - 24) / view.net.widthMm, (room.height - LABELS_PX) / view.net.heightMm)
  return { holder, scale: Math.min(MOST_SCALE, Math.max(LEAST_SCALE, fitting)) }
}

/** Focus goes to the first place that takes what is in hand, for those who work by keyboard. */
const focusOpenPlace = () =>
  requestAnimationFrame(() => document.querySelector<HTMLElement>('button[data-open="true"]')?.focus())

/** Once the place is taken its button is gone: the next thing to place takes the focus, or else the one just placed. */
const focusNext = () =>
  requestAnimationFrame(() => {
    if (document.activeElement !== document.body) return
    const chosen = useFocus.getState().itemId
    const next = document.querySelector<HTMLElement>('[data-chip]')
    ;(next ?? document.querySelector<HTMLElement>(`[data-thing="${chosen}"]`))?.focus()
  })

function NoCase({ buildId }: { readonly buildId: string }) {
  return (
    <div className="p-8">
      <h2 className="font-display text-xl font-semibold">No case on the bench yet</h2>
      <p className="my-3 max-w-prose text-faded">
        Put your case on the bench, or one of the general classes that comes near it: then fans, radiators and boxes get
        their places here, and you see which way the air goes and which leads reach.
      </p>
      <Link href={`/builds/${buildId}/parts`} className={buttonClass('act')}>
        Go to Parts
      </Link>
    </div>
  )
}

function useEscape() {
  const { heldId, hold } = usePlaces()
  const { itemId: chosenId, choose } = useFocus()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || event.defaultPrevented) return
      if (heldId !== null) {
        hold(null)
        document.querySelector<HTMLElement>(`[data-chip="${heldId}"], [data-thing="${heldId}"]`)?.focus()
      } else if (chosenId !== null) choose(null)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [heldId, hold, chosenId, choose])
}

function OneCase({ caseItem, cases }: { readonly caseItem: Item; readonly cases: readonly Item[] }) {
  const harness = useHarness()
  const { heldId, hold, layouts, path } = usePlaces()
  const { put, putAll } = usePlacing(caseItem)
  const byKeyboard = useRef(false)
  const sensors = useDragSensors()
  const held = harness.items.find(({ id }) => id === heldId)
  const view = useMemo(
    () => viewOf({ harness, caseItem, layoutIds: layouts, held }),
    [harness, caseItem, layouts, held],
  )
  const { holder, scale } = useScale(view)
  useEscape()
  useEffect(() => {
    const note = (event: Event) => (byKeyboard.current = event.type === 'keydown')
    window.addEventListener('keydown', note)
    window.addEventListener('pointerdown', note)
    return () => {
      window.removeEventListener('keydown', note)
      window.removeEventListener('pointerdown', note)
    }
  }, [])
  useEffect(() => {
    if (byKeyboard.current) (heldId === null ? focusNext : focusOpenPlace)()
  }, [heldId])

  const loose = looseThings(harness, caseItem)
  const drop = ({ active, over }: DragEndEvent) => {
    const item = harness.items.find(({ id }) => id === active.id)
    const target = view?.targets.find(({ key }) => key === over?.id)?.target
    if (item !== undefined && target !== undefined) put(item, target)
    hold(null)
  }
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={({ active }) => hold(String(active.id))}
      onDragCancel={() => hold(null)}
      onDragEnd={drop}
    >
      <div className="flex flex-col gap-2 p-3 lg:h-full">
        <Tools caseItem={caseItem} cases={cases} view={view} held={held} />
        {view === undefined ? (
          <NoInside caseItem={caseItem} />
        ) : (
          <>
            {path === null ? (
              <Palette loose={loose} onPick={(item) => hold(heldId === item.id ? null : item.id)} onPutAll={putAll} />
            ) : (
              <PathTools view={view} />
            )}
            <div ref={holder} className="min-h-96 grow overflow-auto pt-9 pb-9">
              <CaseNet view={view} scale={scale} held={held} />
            </div>
            <AirBar caseItem={caseItem} />
          </>
        )}
      </div>
      <DragOverlay dropAnimation={null}>
        {held !== undefined && (
          <span data-lifted className="rounded-md border border-woad bg-woad-wash px-2 py-1 font-display font-semibold">
            {held.mark}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  )
}

/** Where everything sits: the case unfolded to scale, the way of the air, and the ways of the leads. */
export function PlacesStage() {
  const harness = useHarness()
  const openedId = usePlaces((state) => state.caseId)
  const lookedAtId = useFocus((state) => state.itemId)
  const cases = casesOf(harness)
  const ids = [lookedAtId, lookedAtId === null ? undefined : harness.placeOf(lookedAtId)?.caseItem?.id, openedId]
  const caseItem = ids.flatMap((wanted) => cases.find(({ id }) => id === wanted) ?? [])[0] ?? cases[0]
  if (caseItem === undefined) return <NoCase buildId={harness.build.id} />
  return <OneCase caseItem={caseItem} cases={cases} />
}
