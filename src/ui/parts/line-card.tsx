'use client'

import { CornerDownLeft } from 'lucide-react'
import type { LineResult } from '@/core/line/made'
import { partSummary } from '@/core/wording/part-text'
import { Button } from '@/ui/shared/button'
import { ReadLine } from './read-line'

interface LineCardProps {
  readonly line: string
  readonly results: readonly LineResult[]
  readonly onAdd: () => void
}

/** What a typed line was taken for, to be confirmed: understood words underlined, faults dotted, and what was left open. */
export function LineCard({ line, results, onAdd }: LineCardProps) {
  const faults = results.flatMap((result) => result.faults)
  const made = results.flatMap(({ made }) => made)
  const assumed = [...new Set(results.flatMap((result) => result.assumed))]
  const isWhole = faults.length === 0 && made.length > 0
  return (
    <section
      aria-label="From what you typed"
      className={`border-b border-thread px-3 py-2.5 ${faults.length === 0 ? 'bg-moss-wash/60' : 'bg-madder-wash/50'}`}
    >
      <p className="leading-7 break-words">
        <ReadLine line={line} results={results} />
      </p>
      {made.map(({ count, part }) => (
        <div key={part.id} className="mt-1">
          <p className="font-semibold">
            {count} × {part.name}
          </p>
          <p className="text-[13px] leading-tight text-faded">{partSummary(part)}</p>
        </div>
      ))}
      {assumed.length > 0 && <p className="mt-1 text-[13px] text-plum">Taken so: {assumed.join('; ')}.</p>}
      {faults.map(({ from, message }) => (
        <p key={`${from} ${message}`} className="mt-1 text-[13px] text-madder">
          {message}
        </p>
      ))}
      {isWhole && (
        <Button tone="act" small className="mt-2" onClick={onAdd}>
          <CornerDownLeft size={15} aria-hidden /> Put on the bench
        </Button>
      )}
    </section>
  )
}
