import { faceRows, FAMILY_FACTS, POSITION_WORDS, type Family, type Wire } from '@/core/parts/connectors'
import type { Port } from '@/core/parts/schema'

const PITCH = 44
const ROW_HEIGHT = 46
const MARGIN = 12
const HEAD = 14

type Shape = 'thin' | 'square' | 'round' | 'blade'

const SHAPES: Readonly<Partial<Record<Family, Shape>>> = {
  'peripheral-4pin': 'round',
  'sata-power': 'blade',
  'pcie-6pin': 'square',
  'modular-supply': 'square',
}

interface ContactProps {
  readonly x: number
  readonly y: number
  readonly shape: Shape
  readonly isPin: boolean
  readonly isThere: boolean
}

function Contact({ x, y, shape, isPin, isThere }: ContactProps) {
  const look = {
    fill: isPin && isThere ? 'var(--ink)' : 'var(--linen)',
    stroke: isThere ? 'var(--ink)' : 'var(--seam)',
    strokeWidth: 2,
    strokeDasharray: isThere ? '' : '3 3',
  }
  if (shape === 'round') return <circle cx={x} cy={y} r={9} {...look} />
  const [width, height] = shape === 'blade' ? [6, 20] : shape === 'square' ? [18, 18] : [12, 12]
  return (
    <rect x={x - width / 2} y={y - height / 2} width={width} height={height} rx={shape === 'thin' ? 2 : 1} {...look} />
  )
}

/** Ribs of a fan plug, the L of a SATA plug, the clip of a graphics plug, the cut corners of a peripheral one. */
function Keying({
  family,
  width,
  height,
}: {
  readonly family: Family
  readonly width: number
  readonly height: number
}) {
  const mark = { fill: 'var(--seam)' }
  switch (family) {
    case 'fan-4pin':
    case 'fan-3pin':
      return (
        <>
          <rect x={MARGIN + PITCH * 0.3} y={2} width={12} height={HEAD - 2} {...mark} />
          <rect x={MARGIN + PITCH * 2.1} y={2} width={12} height={HEAD - 2} {...mark} />
        </>
      )
    case 'pcie-6pin':
    case 'modular-supply':
      return <rect x={width / 2 - 16} y={2} width={32} height={HEAD - 2} rx={3} {...mark} />
    case 'sata-power':
      return (
        <path
          d={`M${width - 8} ${HEAD + 8}v${height - HEAD - 34}h-10`}
          fill="none"
          stroke="var(--seam)"
          strokeWidth={5}
        />
      )
    default:
      return null
  }
}

interface PlugPictureProps {
  readonly connector: Port['connector']
  readonly wires: readonly Wire[]
  readonly widthPx?: number
}

/** The face of a plug or header, from the front, each position with what it carries; our own plain drawing. */
export function PlugPicture({ connector, wires, widthPx }: PlugPictureProps) {
  const { family, end } = connector
  const facts = FAMILY_FACTS[family]
  const rows = faceRows(family)
  const columns = Math.max(3, ...rows.map((row) => row.length))
  const width = columns * PITCH + MARGIN * 2
  const height = Math.max(1, rows.length) * ROW_HEIGHT + HEAD + 10
  const shape = SHAPES[family] ?? 'thin'
  const label = `${facts.name}, ${end}: ${facts.positions.length === 0 ? 'no drawing, since every maker has another' : facts.positions.map((position) => POSITION_WORDS[position]).join(', ')}`
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width={widthPx ?? width}
      role="img"
      aria-label={label}
      className="max-w-full"
    >
      <title>{label}</title>
      <rect
        x={2}
        y={HEAD}
        width={width - 4}
        height={height - HEAD - 2}
        rx={family === 'peripheral-4pin' ? 14 : 5}
        fill="var(--cloth)"
        stroke="var(--ink)"
        strokeWidth={2}
      />
      <Keying family={family} width={width} height={height} />
      {facts.positions.length === 0 && (
        <text x={width / 2} y={height / 2 + 12} textAnchor="middle" fontSize={26} fill="var(--faded)">
          ?
        </text>
      )}
      {rows.map((row, r) =>
        row.map((position, c) => {
          const x = MARGIN + (c + 0.5) * PITCH
          const y = HEAD + 18 + r * ROW_HEIGHT
          const isThere = position !== 'blank' && (position === 'unused' || wires.includes(position))
          return (
            <g key={`${r} ${c}`}>
              {position === 'blank' ? (
                <rect x={x - 7} y={y - 7} width={14} height={14} fill="var(--seam)" rx={2} />
              ) : (
                <Contact x={x} y={y} shape={shape} isPin={end === 'pins'} isThere={isThere} />
              )}
              <text
                x={x}
                y={y + 24}
                textAnchor="middle"
                fontSize={columns > 4 ? 15 : 12}
                fill={isThere ? 'var(--ink)' : 'var(--faded)'}
              >
                {isThere || position === 'blank' ? POSITION_WORDS[position] : 'empty'}
              </text>
            </g>
          )
        }),
      )}
    </svg>
  )
}
