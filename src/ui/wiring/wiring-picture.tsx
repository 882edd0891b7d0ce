import { useMemo } from 'react'
import { SERVICES, serviceOf } from '@/core/sheet/leads'
import type { Harness } from '@/core/operate/harness'
import { useHarness } from '@/ui/session/context'
import { HEAD_PX, layOut, ROW_PX, type Card, type Layout } from './layout/layout'
import { cardWidth, columnX, drawThreads } from './layout/paths'
import { untangle } from './layout/untangle'
import { SERVICE_LINES } from './thread-line'

const WIDTH_PX = 900
const LETTER_PX = 13
/** So many letters of a name have room on a card. */
const MOST_LETTERS = 34

const shortened = (text: string) => (text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS - 1)}…` : text)

/** What stands in a row: of a slim card, which has no head, the whole name of its port; else the port alone. */
function rowText(harness: Harness, card: Card, row: Card['rows'][number]): string {
  return card.isSlim ? harness.name(row.ref) : row.port.name
}

function CardBox({ harness, card }: { readonly harness: Harness; readonly card: Card }) {
  const [x, width] = [columnX(card.column, WIDTH_PX), cardWidth(WIDTH_PX)]
  const topPx = card.isSlim ? 2 : HEAD_PX
  return (
    <g transform={`translate(${x} ${card.yPx})`}>
      <rect width={width} height={card.heightPx} rx={6} className="fill-cloth stroke-seam" />
      {!card.isSlim && (
        <text x={8} y={HEAD_PX / 2 + LETTER_PX / 3} fontSize={LETTER_PX} className="fill-ink">
          <tspan fontWeight={700}>{card.items[0]!.mark}</tspan> {shortened(card.name)}
        </text>
      )}
      {card.rows.map((row, index) => {
        const isRight = card.column === 'sources' || (card.column === 'boxes' && row.port.side === 'gives')
        return (
          <text
            key={row.key}
            x={isRight ? width - 8 : 8}
            y={topPx + (index + 0.5) * ROW_PX + LETTER_PX / 3}
            fontSize={LETTER_PX}
            textAnchor={isRight ? 'end' : 'start'}
            className="fill-ink"
          >
            {shortened(rowText(harness, card, row))}
          </text>
        )
      })}
    </g>
  )
}

/** Samples of the lines that occur: they differ in weight and dashes too, so that grey paper tells them apart. */
function Lines({ harness, layout }: { readonly harness: Harness; readonly layout: Layout }) {
  const present = new Set(harness.threads.map((thread) => serviceOf(harness.port(thread.from))))
  return SERVICES.filter((service) => present.has(service)).map((service, index) => {
    const { word, stroke, widthPx, dash } = SERVICE_LINES[service]
    return (
      <g key={service} transform={`translate(${index * 125} ${layout.heightPx + 10})`}>
        <line x2={34} stroke={stroke} strokeWidth={widthPx} strokeDasharray={dash} strokeLinecap="round" />
        <text x={40} y={LETTER_PX / 3} fontSize={LETTER_PX} className="fill-ink">
          {word}
        </text>
      </g>
    )
  })
}

interface WiringPictureProps {
  /** What is wired, in the words of those who see it. */
  readonly label: string
  /** What it is called as a file. */
  readonly title: string
  readonly only?: ReadonlySet<string>
}

/** The wiring as a picture for paper: sources left, boxes between, devices right, every lead a line in the manner of its service. */
export function WiringPicture({ label, title, only }: WiringPictureProps) {
  const harness = useHarness()
  const layout = useMemo(() => {
    const wish = { only, isUsedOnly: true }
    return layOut(harness, { ...wish, arrangement: untangle(harness, wish) })
  }, [harness, only])
  if (layout.cards.length === 0) return null
  const drawn = drawThreads(harness, layout, WIDTH_PX)
  const heightPx = layout.heightPx + 24
  return (
    <figure className="break-inside-avoid">
      <svg
        role="img"
        aria-label={`${label}: the wiring`}
        data-title={title}
        viewBox={`-2 -2 ${WIDTH_PX + 4} ${heightPx + 4}`}
        className="mx-auto max-h-[225mm] w-full"
      >
        {drawn.map(({ thread, path }) => {
          const line = SERVICE_LINES[serviceOf(harness.port(thread.from))]
          const isWrong = harness.fit(thread).misfit !== 'none'
          return (
            <path
              key={thread.id}
              d={path}
              fill="none"
              stroke={isWrong ? 'var(--madder)' : line.stroke}
              strokeWidth={line.widthPx}
              strokeDasharray={line.dash}
              strokeLinecap="round"
            >
              <title>{`${harness.name(thread.from)} in ${harness.name(thread.to)}`}</title>
            </path>
          )
        })}
        {layout.titles.map(({ text, column, yPx }) => (
          <text
            key={`${column} ${yPx}`}
            x={columnX(column, WIDTH_PX) + 2}
            y={yPx + LETTER_PX + 2}
            fontSize={LETTER_PX}
            className="fill-faded"
          >
            {shortened(text)}
          </text>
        ))}
        {layout.cards.map((card) => (
          <CardBox key={card.key} harness={harness} card={card} />
        ))}
        <Lines harness={harness} layout={layout} />
      </svg>
      <figcaption className="text-[13px] text-faded">
        {label}: what is plugged, sources to the left; ports that nothing is plugged into are left out.
      </figcaption>
    </figure>
  )
}
