import type { LineResult } from '@/core/line/made'

interface Fragment {
  readonly text: string
  readonly sort: 'plain' | 'understood' | 'fault'
  readonly meaning?: string
}

/** The line cut into what was understood, what cannot be right, and the rest. */
function fragmentsOf(line: string, results: readonly LineResult[]): readonly Fragment[] {
  const marks = [
    ...results.flatMap(({ faults }) =>
      faults.map(({ from, to, message }) => ({ from, to, sort: 'fault' as const, meaning: message })),
    ),
    ...results.flatMap(({ spans }) =>
      spans.map(({ from, to, meaning }) => ({ from, to, sort: 'understood' as const, meaning })),
    ),
  ]
    .filter(({ from, to }) => to > from)
    .toSorted((a, b) => a.from - b.from)
  const pieces: Fragment[] = []
  let at = 0
  for (const { from, to, sort, meaning } of marks) {
    if (from < at) continue
    if (from > at) pieces.push({ text: line.slice(at, from), sort: 'plain' })
    pieces.push({ text: line.slice(from, to), sort, meaning })
    at = to
  }
  return at < line.length ? [...pieces, { text: line.slice(at), sort: 'plain' }] : pieces
}

const PIECE_LOOKS = {
  plain: 'text-faded',
  understood: 'border-b-2 border-moss',
  fault: 'border-b-2 border-dotted border-madder font-semibold text-madder',
} as const

interface ReadLineProps {
  readonly line: string
  readonly results: readonly LineResult[]
}

/** A typed line as it was read: understood words underlined, faults dotted. */
export function ReadLine({ line, results }: ReadLineProps) {
  return fragmentsOf(line, results).map((piece, index) => (
    <span key={index} className={PIECE_LOOKS[piece.sort]} title={piece.meaning}>
      {piece.text}
    </span>
  ))
}
