import type { GlanceRow } from '@/core/export/glance'

const ROW_PX = 13
const WIDTH_PX = 112
const FIRST_PX = 34
const STEP_PX = 10

/** The wiring of a build in small: a line a header, a box where a splitter or hub is, round fans and square lights. */
export function GlancePicture({ rows }: { readonly rows: readonly GlanceRow[] }) {
  if (rows.length === 0) return null
  const height = rows.length * ROW_PX
  return (
    <svg width={WIDTH_PX} height={height} viewBox={`0 0 ${WIDTH_PX} ${height}`} aria-hidden className="block">
      {rows.map(({ piece, leads }, index) => {
        const y = index * ROW_PX + ROW_PX / 2
        return (
          <g key={index}>
            <path
              d={`M6 ${y} H${FIRST_PX + Math.max(0, leads.length - 1) * STEP_PX}`}
              className="stroke-seam"
              strokeWidth={1.5}
            />
            <rect x={1} y={y - 4} width={8} height={8} className="fill-ink" />
            {piece !== undefined && (
              <rect x={15} y={y - 4.5} width={12} height={9} rx={2} className="fill-weld-wash stroke-seam" />
            )}
            {[...leads].map((lead, at) =>
              lead === 'l' ? (
                <rect
                  key={at}
                  x={FIRST_PX + at * STEP_PX - 3.5}
                  y={y - 3.5}
                  width={7}
                  height={7}
                  className="fill-cloth stroke-ink"
                />
              ) : (
                <circle key={at} cx={FIRST_PX + at * STEP_PX} cy={y} r={4} className="fill-woad" />
              ),
            )}
          </g>
        )
      })}
    </svg>
  )
}
