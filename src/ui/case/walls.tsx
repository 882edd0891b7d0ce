import type { CaseView } from './view'

/** The walls of a case, unfolded round its tray. */
export function Walls({ view }: { readonly view: CaseView }) {
  return [...view.net.walls].map(([wall, box]) => (
    <rect
      key={wall}
      x={box.uMm}
      y={box.vMm}
      width={box.widthMm}
      height={box.heightMm}
      rx="6"
      fill={wall === 'tray' ? 'var(--cloth)' : 'var(--weft)'}
      stroke="var(--seam)"
      strokeWidth="1.5"
    />
  ))
}
