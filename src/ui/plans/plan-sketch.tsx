import { useMemo } from 'react'
import { itemsOf } from '@/core/weave/plan/plan'
import { listNames } from '@/core/wording/text'
import { sketchOf, type SketchRow } from '@/core/export/sketch'
import type { Shown } from './use-shown'

const ROW_PX = 30
const WIDTH_PX = 112
const PIECE_PX = 26
const STEP_PX = 10
const FIRST_PX = 48
/** More leads than this on one line are told by number. */
const MOST_DOTS = 6

function rowText({ label, piece, leads }: SketchRow): string {
  const on = [label, piece].filter((text) => text !== undefined && text !== '').join(', ')
  return `${on}: ${leads.length === 0 ? 'nothing' : listNames(leads.map(({ name }) => name))}`
}

/** One line: from the header by its piece to the leads, round for fans and square for lights. */
function Line({ row, y }: { readonly row: SketchRow; readonly y: number }) {
  const { label, piece, leads } = row
  const shown = leads.length > MOST_DOTS ? leads.slice(0, MOST_DOTS - 2) : leads
  const endPx = FIRST_PX + (shown.length - 1) * STEP_PX
  const startPx = label === '' ? 14 : 6
  const lineEnd = leads.length === 0 ? 14 + PIECE_PX : endPx
  return (
    <g>
      <title>{rowText(row)}</title>
      {label !== '' && (
        <text x={0} y={y - 7} className="fill-faded text-[11px]">
          {label}
        </text>
      )}
      <path
        d={label === '' ? `M14 ${y - ROW_PX + 8} V${y + 3} H${lineEnd}` : `M6 ${y + 3} H${lineEnd}`}
        className="fill-none stroke-seam"
        strokeWidth={1.5}
      />
      {label !== '' && <rect x={startPx - 6} y={y - 1} width={8} height={8} className="fill-ink" />}
      {piece !== undefined && (
        <>
          <rect x={14} y={y - 4} width={PIECE_PX} height={14} rx={3} className="fill-weld-wash stroke-seam" />
          <text x={14 + PIECE_PX / 2} y={y + 7} textAnchor="middle" className="fill-ink text-[11px]">
            {piece}
          </text>
        </>
      )}
      {shown.map(({ key, isLight }, index) =>
        isLight ? (
          <rect
            key={key}
            x={FIRST_PX + index * STEP_PX - 3}
            y={y}
            width={7}
            height={7}
            className="fill-cloth stroke-ink"
          />
        ) : (
          <circle key={key} cx={FIRST_PX + index * STEP_PX} cy={y + 3} r={4} className="fill-woad" />
        ),
      )}
      {leads.length > shown.length && (
        <text x={endPx + 8} y={y + 7} className="fill-ink text-[11px]">
          +{leads.length - shown.length}
        </text>
      )}
    </g>
  )
}

/** The wiring of a plan in small, to lay beside that of another. */
export function PlanSketch({ shown: { after, plan } }: { readonly shown: Shown }) {
  const rows = useMemo(() => sketchOf(after, itemsOf(plan)), [after, plan])
  const height = rows.length * ROW_PX
  if (rows.length === 0) return 'nothing is wired'
  return (
    <svg
      role="img"
      aria-label={rows.map(rowText).join('; ')}
      width={WIDTH_PX}
      height={height}
      viewBox={`0 0 ${WIDTH_PX} ${height}`}
      className="block"
    >
      {rows.map((row, index) => (
        <Line key={row.key} row={row} y={index * ROW_PX + 17} />
      ))}
    </svg>
  )
}
