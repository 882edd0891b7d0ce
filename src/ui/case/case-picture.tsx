import { portKey } from '@/core/build/refs'
import type { Item } from '@/core/build/schema'
import { useHarness } from '@/ui/session/context'
import { BoardLayer } from './board-layer'
import { drawnThings, type DrawnThing } from './drawn'
import { viewOf } from './view'
import { Walls } from './walls'

const LETTER_MM = 20
const WALL_LETTER_MM = 13

/** `F1, air in`: a thing and the way of its air. */
function wordsOf({ placed, is }: DrawnThing): string {
  const { direction } = placed.flow
  return is !== 'fan' || direction === 'unknown' ? placed.item.mark : `${placed.item.mark} ${direction}`
}

/** The case unfolded to scale, for paper: where each thing sits, which way its air goes, and the headers in use. */
export function CasePicture({ caseItem }: { readonly caseItem: Item }) {
  const harness = useHarness()
  const view = viewOf({ harness, caseItem, layoutIds: {}, held: undefined })
  if (view === undefined || view.placed.length === 0) return null
  const things = drawnThings(harness, view)
  const lit = new Set(harness.threads.map(({ to }) => portKey(to)))
  const { net } = view
  return (
    <figure className="break-inside-avoid">
      <svg
        role="img"
        data-title={caseItem.mark}
        aria-label={`${caseItem.mark}, unfolded: ${things.map(wordsOf).join(', ')}`}
        viewBox={`-6 -6 ${net.widthMm + 12} ${net.heightMm + 12}`}
        className="w-full max-w-2xl"
      >
        <Walls view={view} />
        <BoardLayer view={view} lit={lit} />
        {view.panels.map(({ panel }) => {
          const box = net.walls.get(panel.side)!
          return (
            <text
              key={panel.id}
              x={box.uMm + 8}
              y={box.vMm + box.heightMm - 5}
              fontSize={WALL_LETTER_MM}
              className="fill-faded"
            >
              {panel.name}
            </text>
          )
        })}
        {things.map((thing) => {
          const { placed, is, centre, widthMm, heightMm, turn } = thing
          return (
            <g key={placed.item.id} transform={`translate(${centre.uMm + turn * 8} ${centre.vMm + turn * 8})`}>
              <rect
                x={-widthMm / 2 + 3}
                y={-heightMm / 2 + 3}
                width={widthMm - 6}
                height={heightMm - 6}
                rx={6}
                className={is === 'radiator' ? 'fill-weft stroke-seam' : 'fill-cloth stroke-ink'}
                strokeWidth={2}
              />
              <text
                textAnchor="middle"
                y={is === 'radiator' ? -heightMm / 2 - 2 : LETTER_MM / 3}
                fontSize={LETTER_MM}
                className="fill-ink font-semibold"
              >
                {wordsOf(thing)}
              </text>
            </g>
          )
        })}
      </svg>
      <figcaption className="text-[13px] text-faded">
        {caseItem.mark}, unfolded as seen from the side panel: marks where things sit, and which way their air goes.
      </figcaption>
    </figure>
  )
}
