import type { Item } from '@/core/build/schema'
import type { Part } from '@/core/parts/schema'
import { listNames } from '@/core/wording/text'
import { useHarness } from '@/ui/session/context'

const HEADER_MM = 9
const MARGIN_MM = 110
const LETTER_MM = 11
/** Where one header is told of, its name stands on the board, and nothing needs room beside it. */
const SLIM_MARGIN_MM = 10

interface BoardPictureProps {
  readonly item: Item
  readonly part: Part
  /** The one header that is asked about: of the others nothing is told. */
  readonly only?: string
}

/** The board as it hangs in the case, to scale: its headers by their printed names, and what goes into each. */
export function BoardPicture({ item, part, only }: BoardPictureProps) {
  const harness = useHarness()
  const { outline } = part
  if (outline === undefined) return null
  const [depthMm, heightMm] = [outline.depthMm.value, outline.heightMm.value]
  const headers = part.ports.flatMap((port) => {
    if (port.side !== 'gives' || port.spot === undefined) return []
    const leads = harness.across({ itemId: item.id, portId: port.id }).map(({ ref }) => harness.name(ref))
    return [{ port, leads, xMm: depthMm - port.spot.xMm.value, yMm: heightMm - port.spot.yMm.value }]
  })
  if (headers.length === 0) return null
  const marginMm = only === undefined ? MARGIN_MM : SLIM_MARGIN_MM
  const isTold = (portId: string) => only === undefined || only === portId
  const told = headers.filter(({ port, leads }) => leads.length > 0 && isTold(port.id))
  const text = told.map(({ port, leads }) => `${port.name}: ${listNames(leads)}`).join('; ')
  const { processor } = outline
  return (
    <figure className="break-inside-avoid">
      <svg
        role="img"
        data-title={item.mark}
        aria-label={`${item.mark}, its headers where they are${text === '' ? '' : `: ${text}`}`}
        viewBox={`${-marginMm} ${-marginMm} ${depthMm + 2 * marginMm} ${heightMm + 2 * marginMm}`}
        className={only === undefined ? 'w-full max-w-xl' : 'w-full max-w-80'}
      >
        <rect width={depthMm} height={heightMm} rx={5} className="fill-moss-wash stroke-moss" strokeWidth={1.5} />
        {processor !== undefined && (
          <rect
            x={depthMm - processor.xMm.value - 22}
            y={heightMm - processor.yMm.value - 22}
            width={44}
            height={44}
            rx={4}
            className="fill-cloth stroke-moss"
          />
        )}
        {headers.map(({ port, leads, xMm, yMm }) => {
          // Near the lower edge names run down and to the right, elsewhere up, so that neighbours do not meet.
          const isLow = yMm > heightMm / 2
          const isUsed = leads.length > 0
          return (
            <g key={port.id} transform={`translate(${xMm} ${yMm})`}>
              <rect
                x={-HEADER_MM / 2}
                y={-HEADER_MM / 2}
                width={HEADER_MM}
                height={HEADER_MM}
                className={
                  port.id === only ? 'fill-woad stroke-ink' : isUsed ? 'fill-ink stroke-ink' : 'fill-cloth stroke-seam'
                }
              />
              {isTold(port.id) && (
                <text
                  transform={
                    only === undefined
                      ? `translate(4 ${isLow ? LETTER_MM + 2 : -LETTER_MM + 2}) rotate(${isLow ? 35 : -35})`
                      : `translate(0 ${isLow ? -LETTER_MM : LETTER_MM * 1.8})`
                  }
                  textAnchor={
                    only === undefined
                      ? 'start'
                      : xMm > (depthMm * 2) / 3
                        ? 'end'
                        : xMm < depthMm / 3
                          ? 'start'
                          : 'middle'
                  }
                  fontSize={LETTER_MM}
                  className={isUsed ? 'fill-ink font-semibold' : 'fill-faded'}
                >
                  {isUsed ? `${port.name} ← ${listNames(leads)}` : port.name}
                </text>
              )}
            </g>
          )
        })}
      </svg>
      <figcaption className="text-[13px] text-faded">
        {item.mark}, {part.name}: the rear with its sockets to the left, as it hangs in the case.
      </figcaption>
    </figure>
  )
}
