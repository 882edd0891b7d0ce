import { portKey } from '@/core/build/refs'
import type { PortRef } from '@/core/formats/schema-kit'
import type { Harness } from '@/core/harness/derive'
import { serviceOf } from '@/core/sheet/leads'
import type { DrawnThread } from './paths'
import { SERVICE_LINES } from './thread-line'

interface LinesProps {
  readonly harness: Harness
  readonly drawn: readonly DrawnThread[]
  readonly widthPx: number
  readonly heightPx: number
  /** The threads of the way that is looked at; all are equal where nothing is. */
  readonly lit: ReadonlySet<string> | undefined
  readonly onPick: (ref: PortRef, isMore: boolean) => void
}

function Line({
  harness,
  drawn,
  lit,
  onPick,
}: Omit<LinesProps, 'drawn' | 'widthPx' | 'heightPx'> & { readonly drawn: DrawnThread }) {
  const { thread, path } = drawn
  const line = SERVICE_LINES[serviceOf(harness.port(thread.from))]
  const isWrong = harness.fit(thread).misfit !== 'none'
  const isLit = lit?.has(thread.id) === true
  const words = `${harness.name(thread.from)} in ${harness.name(thread.to)} (${line.word}${thread.pinned === true ? ', pinned' : ''}${thread.asOnBench === true ? ', as it is on the bench' : ''})`
  return (
    <g data-thread={portKey(thread.from)} opacity={lit !== undefined && !isLit ? 0.22 : 1}>
      <title>{words}</title>
      <path
        d={path}
        fill="none"
        stroke={isWrong ? 'var(--madder)' : line.stroke}
        strokeWidth={line.widthPx + (isLit ? 1.5 : 0)}
        strokeDasharray={line.dash}
        strokeLinecap="round"
      />
      <path
        d={path}
        fill="none"
        stroke="transparent"
        strokeWidth={12}
        className="cursor-pointer"
        onClick={(event) => onPick(thread.from, event.shiftKey || event.ctrlKey || event.metaKey)}
      />
    </g>
  )
}

/** The threads as calm lines, each in the manner of its service; those that are looked at come last, on top. */
export function ThreadLines({ drawn, widthPx, heightPx, ...rest }: LinesProps) {
  const { lit } = rest
  const ordered =
    lit === undefined ? drawn : drawn.toSorted((a, b) => Number(lit.has(a.thread.id)) - Number(lit.has(b.thread.id)))
  return (
    <svg width={widthPx} height={heightPx} className="absolute inset-0" aria-hidden>
      {ordered.map((one) => (
        <Line key={one.thread.id} drawn={one} {...rest} />
      ))}
    </svg>
  )
}
