'use client'

import { useDraggable } from '@dnd-kit/core'
import clsx from 'clsx'
import { ArrowRight } from 'lucide-react'
import type { Corner } from '@/core/places/space'
import { isSitting, type Placed } from '@/core/structure/place/places'
import { ruleOf } from '@/core/rules/check'
import { thingsOf } from '@/core/rules/engine/rule'
import { flowText, radiatorText } from '@/core/wording/place-text'
import { useHarness, useVerdicts } from '@/ui/session/context'
import { SeverityMark } from '@/ui/shared/severity'
import { arrowDegrees, cornerSigns, type DrawnThing } from '@/ui/case/drawn'
import { FanFace } from '@/ui/case/fan-face'
import { useFocus } from '@/ui/focus/focus'
import { usePlaces } from './places-state'
import { cornerOn, turned, usePlacing } from './use-placing'
import type { CaseView } from '@/ui/case/view'

/** Things of one place stand this far apart, in pixels. */
const APART_PX = 9

const AIR_TONE = { in: 'bg-woad text-linen', out: 'bg-plum text-linen', unknown: 'bg-weft text-ink' } as const

function Air({ placed }: { readonly placed: Placed }) {
  const { direction } = placed.flow
  const side = placed.mounted?.panel.side
  const harness = useHarness()
  const { caseItem } = placed
  const sidePanelAt = caseItem && harness.factsOfItem(caseItem.id).part.space?.sidePanelAt
  return (
    <span className={clsx('flex items-center gap-0.5 rounded-full px-1.5 text-xs leading-4', AIR_TONE[direction])}>
      {direction === 'unknown' || side === undefined ? (
        'air ?'
      ) : (
        <>
          <ArrowRight
            size={12}
            aria-hidden
            style={{ transform: `rotate(${arrowDegrees(side, direction, sidePanelAt)}deg)` }}
          />
          {direction}
        </>
      )}
    </span>
  )
}

/** The number of a fan: the one it gets while a path is drawn, else the one it has. */
function useNumber({ item, place }: Placed): number | undefined {
  const path = usePlaces((state) => state.path)
  if (path === null) return place.number
  const step = path.indexOf(item.id)
  return step < 0 ? undefined : step + 1
}

function Label({ thing }: { readonly thing: DrawnThing }) {
  const { placed, is } = thing
  const { radiatorSide } = placed.place
  const number = useNumber(placed)
  return (
    <span className="relative flex flex-col items-center gap-0.5 text-center leading-tight">
      <span className="flex items-center gap-1 rounded bg-cloth px-1 font-display text-[13px] font-semibold">
        {placed.item.mark}
        {number !== undefined && (
          <span className="rounded-full bg-ink px-1.5 font-sans text-xs text-linen">{number}</span>
        )}
      </span>
      {is === 'fan' && <Air placed={placed} />}
      {is === 'fan' && radiatorSide === 'outer' && <span className="rounded bg-cloth px-1 text-xs">outside</span>}
    </span>
  )
}

/** A radiator's mark stands beside it, since its fans lie on it. */
function Tag({ placed }: { readonly placed: Placed }) {
  const isFloor = placed.mounted?.panel.side === 'bottom'
  return (
    <span
      className={clsx(
        'absolute left-0 rounded border border-seam bg-cloth px-1 font-display text-[13px] leading-4 font-semibold',
        isFloor ? 'top-full mt-0.5' : 'bottom-full mb-0.5',
      )}
    >
      {placed.item.mark} radiator
    </span>
  )
}

/** What a thing says of itself to those who do not see it. */
function nameOf({ placed, is }: DrawnThing): string {
  const { item, mounted, spot, place } = placed
  const where =
    mounted === undefined ? (spot?.name ?? 'on the processor') : `${mounted.panel.name}, place ${mounted.placeNumber}`
  const number = place.number === undefined ? '' : `, number ${place.number}`
  const what = is === 'fan' ? flowText(placed) : (radiatorText(placed) ?? '')
  return `${item.mark}: ${where}${number}. ${what}`
}

/** The mark of the worst finding about where a thing sits. */
function PlaceMark({ itemId }: { readonly itemId: string }) {
  const { findings } = useVerdicts()
  // What is open is told once for all it is about; a finding is about the first thing it names.
  const worst = findings.find((finding) => {
    if (ruleOf(finding).group !== 'place' || finding.severity === 'note') return false
    const things = thingsOf(finding)
    return finding.severity === 'unknown' ? things.includes(itemId) : things[0] === itemId
  })
  if (worst === undefined) return null
  return (
    <span className="absolute -top-1.5 -right-1.5 rounded-full bg-cloth">
      <SeverityMark look={worst.severity} size={18} />
    </span>
  )
}

function useThingKeys({ placed }: DrawnThing, caseView: CaseView) {
  const { change, takeOut } = usePlacing(caseView.caseItem)
  return (event: React.KeyboardEvent) => {
    if (event.altKey || event.ctrlKey || event.metaKey) return
    const key = event.key.toLowerCase()
    if (key === 'delete') takeOut(placed.item.id)
    else if (key === 't' && placed.mounted !== undefined) change(turned(placed.place))
    else if (key === 'r' && placed.mounted !== undefined) change(cornerOn(placed.place))
    else return
    event.preventDefault()
    event.stopPropagation()
  }
}

interface ThingProps {
  readonly view: CaseView
  readonly thing: DrawnThing
  readonly scale: number
  readonly onPick: (itemId: string) => void
  /** The pointer came over it with its button down, as a path is drawn. */
  readonly onPass: (itemId: string) => void
}

/** A thing in its place, to scale; it can be dragged, turned by keys, and looked at. */
export function Thing({ view, thing, scale, onPick, onPass }: ThingProps) {
  const harness = useHarness()
  const { placed, is, centre, widthMm, heightMm, turn } = thing
  const { item, place } = placed
  const chosenId = useFocus((state) => state.itemId)
  const heldId = usePlaces((state) => state.heldId)
  const path = usePlaces((state) => state.path)
  const onKeyDown = useThingKeys(thing, view)
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: item.id, disabled: path !== null })
  const isBehind = placed.spot?.isBehind === true
  const corner =
    isSitting(placed) && place.leadCorner !== undefined
      ? cornerSigns(view, placed, place.leadCorner as Corner)
      : undefined
  return (
    <button
      ref={setNodeRef}
      type="button"
      data-thing={item.id}
      title={harness.factsOfItem(item.id).part.name}
      aria-label={nameOf(thing)}
      aria-pressed={path === null ? chosenId === item.id : path.includes(item.id)}
      {...listeners}
      onKeyDown={onKeyDown}
      onClick={() => onPick(item.id)}
      onPointerDown={() => onPass(item.id)}
      onPointerEnter={(event) => event.buttons === 1 && onPass(item.id)}
      style={{
        left: (centre.uMm - widthMm / 2) * scale + turn * APART_PX,
        top: (centre.vMm - heightMm / 2) * scale + turn * APART_PX,
        width: widthMm * scale,
        height: heightMm * scale,
      }}
      className={clsx(
        'absolute flex touch-none items-center justify-center rounded-md',
        is === 'radiator' && 'items-start border-2 border-seam bg-weft hatched',
        is === 'box' && 'border bg-cloth',
        is === 'box' && (isBehind ? 'border-dashed border-seam' : 'border-ink'),
        (path === null ? chosenId === item.id : path.includes(item.id)) && 'outline-2 outline-offset-1 outline-woad',
        (isDragging || heldId === item.id) && 'opacity-40',
      )}
    >
      {is === 'fan' && <FanFace inwardFace={place.inwardFace} corner={corner} />}
      {is === 'radiator' ? <Tag placed={placed} /> : <Label thing={thing} />}
      <PlaceMark itemId={item.id} />
    </button>
  )
}
