'use client'

import { DndContext, MouseSensor, TouchSensor, useDraggable, useSensor, useSensors } from '@dnd-kit/core'
import clsx from 'clsx'

/** A point of a plate, from its front edge and its lower edge; `behind` is on its far side. */
export interface PlanPoint {
  readonly key: string
  readonly label: string
  readonly xMm: number
  readonly yMm: number
  readonly look: 'header' | 'hole' | 'spot' | 'behind' | 'processor' | 'board'
}

interface PlanProps {
  readonly label: string
  /** Undefined as long as nobody has said it; then there is nothing to draw yet. */
  readonly depthMm: number | undefined
  readonly heightMm: number | undefined
  readonly points: readonly PlanPoint[]
  readonly onMove: (key: string, xMm: number, yMm: number) => void
}

const MOST_WIDTH_PX = 300
const MOST_HEIGHT_PX = 340
const LETTER_PX = 6.4
const NAME_HEIGHT_PX = 14
const STEP_MM = 1
const STRIDE_MM = 10

const LOOKS: Readonly<Record<PlanPoint['look'], string>> = {
  header: 'size-3 rounded-[2px] border border-ink bg-woad',
  hole: 'h-2.5 w-4 rounded-full border border-ink bg-linen',
  spot: 'size-4 rounded border-2 border-ink bg-cloth',
  behind: 'size-4 rounded border-2 border-dashed border-ink bg-cloth',
  processor: 'size-6 rounded border border-moss bg-cloth',
  board: 'size-3 rotate-45 border border-moss bg-moss',
}

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  // Seen from the side panel the front is on the right.
  ArrowLeft: [1, 0],
  ArrowRight: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

interface PointProps {
  readonly point: PlanPoint
  readonly scale: number
  readonly depthMm: number
  readonly heightMm: number
  /** Whether its name stands below it, or above. */
  readonly isBelow: boolean
  readonly onMove: (xMm: number, yMm: number) => void
}

function PointButton({ point, scale, depthMm, heightMm, isBelow, onMove }: PointProps) {
  const { key, label, xMm, yMm, look } = point
  const { setNodeRef, listeners, transform } = useDraggable({ id: key })
  return (
    <button
      ref={setNodeRef}
      type="button"
      data-plan={key}
      aria-label={`${label}: ${xMm} mm from the front, ${yMm} mm from below; arrow keys move it`}
      title={`${label}: ${xMm}, ${yMm} mm`}
      {...listeners}
      onKeyDown={(event) => {
        const step = ARROWS[event.key]
        if (step === undefined) return
        event.preventDefault()
        const mm = event.shiftKey ? STRIDE_MM : STEP_MM
        onMove(xMm + step[0] * mm, yMm + step[1] * mm)
      }}
      style={{
        left: (depthMm - xMm) * scale + (transform?.x ?? 0),
        top: (heightMm - yMm) * scale + (transform?.y ?? 0),
      }}
      className="absolute z-10 flex -translate-x-1/2 -translate-y-1/2 touch-none flex-col items-center"
    >
      <span aria-hidden className={clsx(LOOKS[look])} />
      <span
        aria-hidden
        className={clsx(
          'absolute text-xs leading-none whitespace-nowrap text-ink',
          isBelow ? 'top-full' : 'bottom-full',
        )}
      >
        {label}
      </span>
    </button>
  )
}

/** Names stand below their points, or above where they would run into another name there. */
function namesBelow(points: readonly PlanPoint[], scale: number): ReadonlySet<string> {
  const taken: { readonly label: string; readonly xPx: number; readonly yPx: number }[] = []
  const below = points.filter(({ label, xMm, yMm }) => {
    const at = (offsetPx: number) => ({ label, xPx: xMm * scale, yPx: -yMm * scale + offsetPx })
    const isFree = ({ xPx, yPx }: { readonly xPx: number; readonly yPx: number }) =>
      !taken.some(
        (other) =>
          Math.abs(other.xPx - xPx) < ((other.label.length + label.length) / 2) * LETTER_PX &&
          Math.abs(other.yPx - yPx) < NAME_HEIGHT_PX,
      )
    const [under, over] = [at(NAME_HEIGHT_PX), at(-NAME_HEIGHT_PX)]
    const isBelow = isFree(under) || !isFree(over)
    taken.push(isBelow ? under : over)
    return isBelow
  })
  return new Set(below.map(({ key }) => key))
}

const within = (mm: number, most: number) => Math.min(most, Math.max(0, Math.round(mm)))

/** A plate to scale, as seen from the side panel, with points to be dragged or moved by the arrow keys. */
export function PlanPicture({ depthMm = 0, heightMm = 0, ...rest }: PlanProps) {
  // It takes the same room before and after, so that what stands beside it does not jump away under the pointer.
  return (
    <div className="w-[428px] max-w-full shrink-0 overflow-x-auto px-16 pt-5 pb-5">
      {depthMm > 0 && heightMm > 0 ? (
        <Plate depthMm={depthMm} heightMm={heightMm} {...rest} />
      ) : (
        <p className="flex h-72 items-center rounded-lg border border-dashed border-seam p-4 text-center text-[13px] text-faded">
          Its depth and its height draw it here, to scale.
        </p>
      )}
    </div>
  )
}

type PlateProps = PlanProps & { readonly depthMm: number; readonly heightMm: number }

function Plate({ label, depthMm, heightMm, points, onMove }: PlateProps) {
  const sensors = useSensors(useSensor(MouseSensor), useSensor(TouchSensor))
  const scale = Math.min(MOST_WIDTH_PX / depthMm, MOST_HEIGHT_PX / heightMm)
  const below = namesBelow(points, scale)
  const move = (key: string, xMm: number, yMm: number) => onMove(key, within(xMm, depthMm), within(yMm, heightMm))
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={({ active, delta }) => {
        const point = points.find(({ key }) => key === active.id)
        if (point !== undefined) move(point.key, point.xMm - delta.x / scale, point.yMm - delta.y / scale)
      }}
    >
      <div
        role="group"
        aria-label={label}
        className="relative rounded-lg border border-seam bg-cloth"
        style={{ width: depthMm * scale, height: heightMm * scale }}
      >
        <span className="absolute top-1/2 -left-5 -rotate-90 text-xs text-faded">rear</span>
        <span className="absolute top-1/2 -right-6 -rotate-90 text-xs text-faded">front</span>
        {points.map((point) => (
          <PointButton
            key={point.key}
            point={point}
            scale={scale}
            depthMm={depthMm}
            heightMm={heightMm}
            isBelow={below.has(point.key)}
            onMove={(xMm, yMm) => move(point.key, xMm, yMm)}
          />
        ))}
      </div>
    </DndContext>
  )
}
