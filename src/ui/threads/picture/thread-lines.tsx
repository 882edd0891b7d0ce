import { memo } from 'react'
import { portKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import { serviceOf } from '@/core/sheet/leads'
import type { DrawnThread } from '@/ui/threads/layout/paths'
import { SERVICE_LINES } from '@/ui/wiring/thread-line'

interface LineProps {
  readonly leadKey: string
  readonly path: string
  readonly words: string
  readonly stroke: string
  readonly widthPx: number
  readonly dash: string
  readonly opacity: number
}

/** One thread, with a wide stripe that is easy to press; what is pressed is told by the lead's key. */
const Line = memo(function Line({ leadKey, path, words, stroke, widthPx, dash, opacity }: LineProps) {
  return (
    <g data-thread={leadKey}>
      <title>{words}</title>
      {/* Of the stroke and not of the group: a group that is let shine through is painted apart, one for each line. */}
      <path
        d={path}
        fill="none"
        stroke={stroke}
        strokeOpacity={opacity}
        strokeWidth={widthPx}
        strokeDasharray={dash}
        strokeLinecap="round"
      />
      <path d={path} fill="none" stroke="transparent" strokeWidth={12} className="cursor-pointer" />
    </g>
  )
})

const DIMMED = 0.22
const LIT_PX = 1.5

function lineOf(harness: Harness, { thread, path }: DrawnThread, lit: ReadonlySet<string> | undefined): LineProps {
  const line = SERVICE_LINES[serviceOf(harness.port(thread.from))]
  const isLit = lit?.has(thread.id) === true
  const marks = [thread.pinned === true ? ', pinned' : '', thread.asOnBench === true ? ', as it is on the bench' : '']
  return {
    leadKey: portKey(thread.from),
    path,
    words: `${harness.name(thread.from)} in ${harness.name(thread.to)} (${line.word}${marks.join('')})`,
    stroke: harness.fit(thread).misfit === 'none' ? line.stroke : 'var(--madder)',
    widthPx: line.widthPx + (isLit ? LIT_PX : 0),
    dash: line.dash,
    opacity: lit === undefined || isLit ? 1 : DIMMED,
  }
}

interface LinesProps {
  readonly harness: Harness
  readonly drawn: readonly DrawnThread[]
  readonly widthPx: number
  readonly heightPx: number
  /** The threads of the way that is looked at; all are equal where nothing is. */
  readonly lit: ReadonlySet<string> | undefined
}

/** The threads as calm lines, each in the manner of its service; those that are looked at come last, on top. */
export function ThreadLines({ harness, drawn, widthPx, heightPx, lit }: LinesProps) {
  const isLit = ({ thread }: DrawnThread) => Number(lit?.has(thread.id) === true)
  const ordered = lit === undefined ? drawn : drawn.toSorted((a, b) => isLit(a) - isLit(b))
  return (
    <svg width={widthPx} height={heightPx} className="absolute inset-0" aria-hidden>
      {ordered.map((one) => (
        <Line key={one.thread.id} {...lineOf(harness, one, lit)} />
      ))}
    </svg>
  )
}
