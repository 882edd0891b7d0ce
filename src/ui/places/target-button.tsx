'use client'

import { useDroppable } from '@dnd-kit/core'
import clsx from 'clsx'
import type { Refusal } from '@/core/ask/placing'
import { refusalText, targetText } from '@/core/wording/place-text'
import type { DrawnTarget } from '@/ui/case/view'

interface TargetProps {
  readonly drawn: DrawnTarget
  readonly scale: number
  /** The mark of what is in hand, if anything. */
  readonly heldMark: string | undefined
  readonly refusal: Refusal | undefined
  /** Whether nothing stands there that its words would hide. */
  readonly isBare: boolean
  readonly onPut: () => void
  readonly onArrow: (key: string) => void
}

/** A place that is open: a mere outline, or a button that says whether what is in hand goes there. */
export function TargetButton({ drawn, scale, heldMark, refusal, isBare, onPut, onArrow }: TargetProps) {
  const { key, target, centre, sizeMm } = drawn
  const { setNodeRef, isOver } = useDroppable({ id: key })
  const style = {
    left: (centre.uMm - sizeMm / 2) * scale,
    top: (centre.vMm - sizeMm / 2) * scale,
    width: sizeMm * scale,
    height: sizeMm * scale,
  }
  const shape = clsx('absolute rounded-md border border-dashed', target.is === 'spot' && 'rounded-full')
  const size = target.is === 'mount' ? `${sizeMm}` : ''
  if (heldMark === undefined) {
    return (
      <div ref={setNodeRef} style={style} data-place={key} className={`${shape} border-seam`}>
        <span className="flex size-full items-center justify-center text-xs text-faded">{size}</span>
      </div>
    )
  }
  const isOpen = refusal === undefined
  const words = isOpen ? `put ${heldMark} here` : refusalText(heldMark, refusal)
  return (
    <button
      ref={setNodeRef}
      type="button"
      style={style}
      data-place={key}
      data-open={isOpen}
      data-over={isOver}
      aria-label={`${targetText(target)}: ${words}`}
      title={words}
      onClick={onPut}
      onKeyDown={(event) => {
        if (!event.key.startsWith('Arrow')) return
        event.preventDefault()
        onArrow(event.key)
      }}
      className={clsx(
        shape,
        'z-10 text-xs font-semibold',
        isOpen ? 'border-2 border-woad bg-woad-wash/80 text-woad' : 'border-seam text-faded',
        isOver && (isOpen ? 'bg-woad-wash outline-2 outline-woad' : 'outline-2 outline-madder'),
      )}
    >
      {isOpen ? (target.is === 'spot' ? '+' : `+ ${size}`) : isBare && size}
    </button>
  )
}
