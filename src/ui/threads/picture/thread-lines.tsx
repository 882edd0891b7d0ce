import { memo, useMemo } from 'react'
import { portKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import { serviceOf } from '@/core/sheet/leads'
import type { DrawnThread } from '@/ui/wiring/layout/paths'
import { threadsOnPathOf } from '@/ui/wiring/layout/upstream-paths'
import { SERVICE_LINES } from '@/ui/wiring/thread-line'
import { usePicked } from '@/ui/wiring/use-picked'

interface LineProps {
  readonly leadKey: string
  readonly path: string
  readonly words: string
  readonly stroke: string
  readonly widthPx: number
  readonly dash: string
}

/** One thread, with a wide stripe that is easy to press; what is pressed is told by the lead's key. */
const Line = memo(function Line({ leadKey, path, words, stroke, widthPx, dash }: LineProps) {
  return (
    <g data-thread={leadKey}>
      <title>{words}</title>
      <path d={path} fill="none" stroke={stroke} strokeWidth={widthPx} strokeDasharray={dash} strokeLinecap="round" />
      <path d={path} fill="none" stroke="transparent" strokeWidth={12} className="cursor-pointer" />
    </g>
  )
})

const DIMMED = 0.22
const LIT_PX = 1.5

function lineOf(harness: Harness, { thread, path }: DrawnThread): LineProps {
  const line = SERVICE_LINES[serviceOf(harness.port(thread.from))]
  const marks = [thread.pinned === true ? ', pinned' : '', thread.asOnBench === true ? ', as it is on the bench' : '']
  return {
    leadKey: portKey(thread.from),
    path,
    words: `${harness.name(thread.from)} in ${harness.name(thread.to)} (${line.word}${marks.join('')})`,
    stroke: harness.fit(thread).misfit === 'none' ? line.stroke : 'var(--madder)',
    widthPx: line.widthPx,
    dash: line.dash,
  }
}

interface LinesProps {
  readonly harness: Harness
  readonly drawn: readonly DrawnThread[]
  readonly widthPx: number
  readonly heightPx: number
}

/** The threads of the way that is looked at; all are equal where nothing is. */
function useLit(harness: Harness): ReadonlySet<string> | undefined {
  const picked = usePicked()
  return useMemo(() => (picked === undefined ? undefined : threadsOnPathOf(harness, picked.ref)), [harness, picked])
}

/**
 * The threads as calm lines, each in the manner of its service. Those of the way that is looked at are drawn once more on
 * top of all others, which fade together: one change of style, and no line is moved or painted by itself.
 */
export function ThreadLines({ harness, drawn, widthPx, heightPx }: LinesProps) {
  const lit = useLit(harness)
  const lines = useMemo(() => drawn.map((one) => ({ id: one.thread.id, line: lineOf(harness, one) })), [harness, drawn])
  return (
    <svg width={widthPx} height={heightPx} className="absolute inset-0" aria-hidden>
      <g opacity={lit === undefined ? 1 : DIMMED}>
        {lines.map(({ id, line }) => (
          <Line key={id} {...line} />
        ))}
      </g>
      {lines
        .filter(({ id }) => lit?.has(id))
        .map(({ id, line }) => (
          <Line key={id} {...line} widthPx={line.widthPx + LIT_PX} />
        ))}
    </svg>
  )
}
