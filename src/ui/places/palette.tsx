'use client'

import { useDraggable } from '@dnd-kit/core'
import clsx from 'clsx'
import { GripVertical, Wand } from 'lucide-react'
import type { Item } from '@/core/build/schema'
import { radiatorOf } from '@/core/structure/place/places'
import { useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { usePlaces } from './places-state'

function Chip({ item, onPick }: { readonly item: Item; readonly onPick: () => void }) {
  const harness = useHarness()
  const heldId = usePlaces((state) => state.heldId)
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: item.id })
  const { part } = harness.factsOfItem(item.id)
  const { sizeMm, radiatorFanSizeMm } = part.mechanical ?? {}
  const radiator = radiatorOf(part)
  const measure =
    radiator === undefined
      ? sizeMm && `${sizeMm.value} mm`
      : `${radiator.fanCount ?? '?'} × ${radiatorFanSizeMm?.value ?? '?'} mm`
  return (
    <button
      ref={setNodeRef}
      type="button"
      data-chip={item.id}
      title={part.name}
      aria-label={`Place ${item.mark}, ${part.name}`}
      aria-pressed={heldId === item.id}
      {...listeners}
      onClick={onPick}
      className={clsx(
        'flex touch-none items-center gap-1 rounded-md border px-1.5 py-0.5',
        heldId === item.id ? 'border-woad bg-woad-wash' : 'border-thread bg-cloth hover:border-seam',
        isDragging && 'opacity-40',
      )}
    >
      <GripVertical size={14} aria-hidden className="text-faded" />
      <span className="font-display font-semibold">{item.mark}</span>
      <span className="text-[13px] text-faded">{measure}</span>
    </button>
  )
}

interface PaletteProps {
  readonly loose: readonly Item[]
  readonly onPick: (item: Item) => void
  readonly onPutAll: () => void
}

/** What has no place yet, to be dragged, picked up, or put where people usually would. */
export function Palette({ loose, onPick, onPutAll }: PaletteProps) {
  if (loose.length === 0) {
    return (
      <p className="text-[13px] text-faded">Everything has its place. Pick a thing to turn it, or drag it elsewhere.</p>
    )
  }
  return (
    <section aria-label="Without a place" className="flex max-h-24 flex-wrap items-center gap-1.5 overflow-y-auto">
      <h2 className="text-[13px] text-faded">To place ({loose.length}):</h2>
      <Button
        small
        onClick={onPutAll}
        title="Radiators in the roof or front, one fan behind, intakes in front: as people usually would"
      >
        <Wand size={14} aria-hidden /> Place them all
      </Button>
      {loose.map((item) => (
        <Chip key={item.id} item={item} onPick={() => onPick(item)} />
      ))}
    </section>
  )
}
