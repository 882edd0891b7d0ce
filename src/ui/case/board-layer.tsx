import { boardCorner, boardOf, pointOnBoard } from '@/core/structure/place/places'
import { portKey, type PortKey } from '@/core/build/refs'
import { useHarness } from '@/ui/session/context'
import type { CaseView } from './view'

const HEADER_MM = 8
/** Names of headers that stand close together are set on two lines. */
const STAGGER_MM = 13

/** The tray with the board on it, its headers where they are, and the holes to the space behind; drawn, not to be picked. */
export function BoardLayer({ view, lit }: { readonly view: CaseView; readonly lit: ReadonlySet<PortKey> }) {
  const harness = useHarness()
  const { net, space, caseItem } = view
  const board = boardOf(harness, caseItem)
  const { outline } = board?.part ?? {}
  const corner = outline === undefined ? undefined : boardCorner(space, outline)
  const at = (xMm: number, yMm: number) => net.mark('tray', { xMm, yMm, zMm: 0 })
  const heightMm = outline?.heightMm.value ?? 0
  const roofEnds =
    corner === undefined
      ? []
      : [corner.xMm, corner.xMm + outline!.depthMm.value].map((xMm) => at(xMm, corner.yMm + heightMm))
  // Which end is on the left depends on where the side panel is.
  const topLeft = roofEnds.toSorted((a, b) => a.uMm - b.uMm)[0]
  const processor = pointOnBoard(space, outline, outline?.processor)
  const cpu = processor === undefined ? undefined : net.mark('tray', processor)
  return (
    <>
      {topLeft !== undefined && (
        <g>
          <title>{`${board!.item.mark}, ${board!.part.name}`}</title>
          <rect
            x={topLeft.uMm}
            y={topLeft.vMm}
            width={outline!.depthMm.value}
            height={heightMm}
            rx="5"
            fill="var(--moss-wash)"
            stroke="var(--moss)"
            strokeWidth="1.2"
          />
          <text x={topLeft.uMm + 10} y={topLeft.vMm + heightMm - 14} fontSize="14" fill="var(--moss)" fontWeight="600">
            {board!.item.mark}
          </text>
        </g>
      )}
      {cpu !== undefined && (
        <rect
          x={cpu.uMm - 22}
          y={cpu.vMm - 22}
          width="44"
          height="44"
          rx="4"
          fill="var(--cloth)"
          stroke="var(--moss)"
          strokeWidth="1.2"
        >
          <title>processor</title>
        </rect>
      )}
      {(space.holes ?? []).map((hole) => {
        const { uMm, vMm } = at(hole.xMm.value, hole.yMm.value)
        return (
          <ellipse
            key={hole.id}
            cx={uMm}
            cy={vMm}
            rx="10"
            ry="6"
            fill="var(--linen)"
            stroke="var(--seam)"
            strokeWidth="1.6"
          >
            <title>{`hole ${hole.id}, to the space behind the tray`}</title>
          </ellipse>
        )
      })}
      {(board?.part.ports ?? []).map((port, index) => {
        const point = pointOnBoard(space, outline, port.spot)
        if (point === undefined) return null
        const { uMm, vMm } = net.mark('tray', point)
        const isLit = lit.has(portKey({ itemId: board!.item.id, portId: port.id }))
        return (
          <g key={port.id}>
            <rect
              x={uMm - HEADER_MM / 2}
              y={vMm - HEADER_MM / 2}
              width={HEADER_MM}
              height={HEADER_MM}
              fill={isLit ? 'var(--woad)' : 'var(--cloth)'}
              stroke="var(--ink)"
            >
              <title>{port.name}</title>
            </rect>
            {isLit && (
              <text
                x={uMm}
                y={vMm - 8 - (index % 2) * STAGGER_MM}
                fontSize="13"
                fontWeight="600"
                textAnchor="middle"
                fill="var(--ink)"
              >
                {port.name}
              </text>
            )}
          </g>
        )
      })}
    </>
  )
}
