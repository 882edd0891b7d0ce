'use client'

import { useMemo, useRef } from 'react'
import { portKey } from '@/core/build/refs'
import type { Item } from '@/core/build/schema'
import { useHarness } from '@/ui/session/context'
import { BoardLayer } from '@/ui/case/board-layer'
import { drawnThings } from '@/ui/case/drawn'
import { Walls } from '@/ui/case/walls'
import { PanelLabels } from './panel-label'
import { useFocus } from '@/ui/focus/focus'
import { usePlaces } from './places-state'
import { TargetButton } from './target-button'
import { Thing } from './thing'
import { usePlacing } from './use-placing'
import { fansIn, refusalFor, type CaseView, type DrawnTarget } from '@/ui/case/view'
import { HosesLayer, WaysLayer } from '@/ui/case/ways-layer'

/** The nearest place in the direction of an arrow key: one that lies more that way than across it. */
function towards(targets: readonly DrawnTarget[], from: DrawnTarget, arrow: string): DrawnTarget | undefined {
  const isSideways = arrow === 'ArrowLeft' || arrow === 'ArrowRight'
  const sign = arrow === 'ArrowLeft' || arrow === 'ArrowUp' ? -1 : 1
  const reach = targets.flatMap((target) => {
    const u = target.centre.uMm - from.centre.uMm
    const v = target.centre.vMm - from.centre.vMm
    const [along, across] = isSideways ? [u * sign, Math.abs(v)] : [v * sign, Math.abs(u)]
    return along > 1 ? [{ target, costMm: along + 2 * across }] : []
  })
  return reach.toSorted((a, b) => a.costMm - b.costMm)[0]?.target
}

/** The path that numbers the fans, as far as it is drawn. */
function PathLine({ view }: { readonly view: CaseView }) {
  const harness = useHarness()
  const path = usePlaces((state) => state.path)
  if (path === null) return null
  const centres = new Map(drawnThings(harness, view).map(({ placed, centre }) => [placed.item.id, centre]))
  const points = path.flatMap((itemId) => centres.get(itemId) ?? []).map(({ uMm, vMm }) => `${uMm},${vMm}`)
  return (
    <polyline
      points={points.join(' ')}
      fill="none"
      stroke="var(--woad)"
      strokeWidth="5"
      strokeLinejoin="round"
      strokeLinecap="round"
      opacity="0.6"
    />
  )
}

/** Things that stand on open places hide them. */
const isBare = ({ placed }: CaseView, { target }: DrawnTarget): boolean =>
  !placed.some(({ mounted, spot }) =>
    target.is === 'mount'
      ? mounted?.layout === target.layout && mounted.placeNumber === target.placeNumber
      : target.is === 'spot' && spot === target.spot,
  )

interface CaseNetProps {
  readonly view: CaseView
  readonly scale: number
  readonly held: Item | undefined
}

/** The case unfolded like a box, to scale: its walls, the board, open places, and everything in it. */
export function CaseNet({ view, scale, held }: CaseNetProps) {
  const harness = useHarness()
  const { put } = usePlacing(view.caseItem)
  const { showsWays, path, drawPath } = usePlaces()
  const { itemId: chosenId, choose } = useFocus()
  const { net, targets } = view
  const things = useMemo(() => drawnThings(harness, view), [harness, view])
  const runs = harness.runs().filter(({ lead }) => showsWays || lead.item.id === chosenId)
  const hosed = view.placed.filter(({ item }) => showsWays || item.id === chosenId)
  const lit = new Set(runs.map(({ goal }) => portKey(goal.ref)))
  // The press that put a fan on the path must not take it off again as it ends in a click.
  const added = useRef<string | null>(null)
  const fanIds = new Set(fansIn(view).map(({ item }) => item.id))

  const pass = (itemId: string) => {
    if (path === null || !fanIds.has(itemId) || path.includes(itemId)) return
    drawPath([...path, itemId])
    added.current = itemId
  }
  const pick = (itemId: string) => {
    if (path === null) choose(chosenId === itemId ? null : itemId)
    else if (!path.includes(itemId)) pass(itemId)
    else if (added.current !== itemId) drawPath(path.filter((id) => id !== itemId))
    added.current = null
  }
  const goTo = (from: DrawnTarget, arrow: string) => {
    const next = towards(targets, from, arrow)
    if (next !== undefined) document.querySelector<HTMLElement>(`button[data-place="${next.key}"]`)?.focus()
  }
  return (
    <div
      role="group"
      aria-label={`${view.caseItem.mark}, unfolded`}
      className="relative mx-auto"
      style={{ width: net.widthMm * scale, height: net.heightMm * scale }}
    >
      <svg
        viewBox={`0 0 ${net.widthMm} ${net.heightMm}`}
        className="absolute inset-0 size-full overflow-visible"
        aria-hidden
      >
        <Walls view={view} />
        <BoardLayer view={view} lit={lit} />
      </svg>
      <PanelLabels view={view} scale={scale} />
      {things.map((thing) => (
        <Thing key={thing.placed.item.id} view={view} thing={thing} scale={scale} onPick={pick} onPass={pass} />
      ))}
      {targets
        .filter((drawn) => held !== undefined || isBare(view, drawn))
        .map((drawn) => (
          <TargetButton
            key={drawn.key}
            drawn={drawn}
            scale={scale}
            heldMark={held?.mark}
            isBare={isBare(view, drawn)}
            refusal={refusalFor({ harness, caseItem: view.caseItem, held, layoutIds: {} }, drawn.target)}
            onPut={() => held !== undefined && put(held, drawn.target)}
            onArrow={(arrow) => goTo(drawn, arrow)}
          />
        ))}
      <svg
        viewBox={`0 0 ${net.widthMm} ${net.heightMm}`}
        className="pointer-events-none absolute inset-0 z-10 size-full overflow-visible"
        aria-hidden
      >
        <WaysLayer view={view} runs={runs} />
        <HosesLayer view={view} of={hosed} />
        <PathLine view={view} />
      </svg>
    </div>
  )
}
