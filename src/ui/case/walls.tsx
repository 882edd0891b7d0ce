import type { CaseView } from './view'

interface WallDyes {
  readonly tray: string
  readonly wall: string
  readonly edge: string
}

const BY_DAY: WallDyes = { tray: 'var(--cloth)', wall: 'var(--weft)', edge: 'var(--seam)' }

/** The walls of a case, unfolded round its tray; in the dyes of the page, or in others. */
export function Walls({ view, dyes = BY_DAY }: { readonly view: CaseView; readonly dyes?: WallDyes }) {
  return [...view.net.walls].map(([wall, box]) => (
    <rect
      key={wall}
      x={box.uMm}
      y={box.vMm}
      width={box.widthMm}
      height={box.heightMm}
      rx="6"
      fill={wall === 'tray' ? dyes.tray : dyes.wall}
      stroke={dyes.edge}
      strokeWidth="1.5"
    />
  ))
}
