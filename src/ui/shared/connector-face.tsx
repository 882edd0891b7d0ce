import { faceRows, FAMILY_FACTS, POSITION_WORDS, type Position, type Wire } from '@/core/parts/connectors'
import type { Port } from '@/core/parts/schema'

const PITCH = 11
interface ConnectorFaceProps {
  readonly connector: Port['connector']
  readonly wires: readonly Wire[]
}

/** Our plain front view of a plug or header: filled contacts are pins, rings are sockets, a bar is the blank. */
export function ConnectorFace({ connector, wires }: ConnectorFaceProps) {
  const facts = FAMILY_FACTS[connector.family]
  const rows = faceRows(connector.family)
  const columns = Math.max(2, ...rows.map((row) => row.length))
  const widthPx = columns * PITCH + 6
  const heightPx = Math.max(1, rows.length) * PITCH + 8
  const isFan = connector.family === 'fan-3pin' || connector.family === 'fan-4pin'
  const named = facts.positions.map((position) => POSITION_WORDS[position]).join(', ')
  const label = `${facts.name}, ${connector.end}${named === '' ? '' : `: ${named}`}`
  const contact = (position: Position, x: number, y: number) => {
    const isThere = position !== 'blank' && (position === 'unused' || wires.includes(position))
    if (position === 'blank') return <rect x={x - 3.5} y={y - 1} width={7} height={2} fill="var(--seam)" />
    const isPin = connector.end === 'pins'
    return (
      <rect
        x={x - 3}
        y={y - 3}
        width={6}
        height={6}
        rx={1}
        fill={isPin && isThere ? 'var(--ink)' : 'none'}
        stroke={isThere ? 'var(--ink)' : 'var(--thread)'}
        strokeWidth={1.2}
        strokeDasharray={isThere ? '' : '1.5 1.5'}
      />
    )
  }
  return (
    <svg width={widthPx} height={heightPx + 3} role="img" aria-label={label} className="shrink-0">
      <title>{label}</title>
      <rect
        x={0.75}
        y={3.75}
        width={widthPx - 1.5}
        height={heightPx - 1.5}
        rx={3}
        fill="var(--linen)"
        stroke="var(--seam)"
        strokeWidth={1.5}
      />
      {isFan &&
        [1, 2].map((n) => (
          <rect key={n} x={PITCH * (n === 1 ? 0.75 : 2.25)} y={0.5} width={5} height={4} fill="var(--seam)" />
        ))}
      {rows.length === 1 && rows[0]?.length === 0 && (
        <text x={widthPx / 2} y={heightPx / 2 + 7} textAnchor="middle" fontSize="11" fill="var(--faded)">
          ?
        </text>
      )}
      {rows.map((row, r) =>
        row.map((position, c) => (
          <g key={`${r}-${c}`}>{contact(position, 3 + (c + 0.5) * PITCH, 4 + 2.5 + (r + 0.35) * PITCH)}</g>
        )),
      )}
    </svg>
  )
}
