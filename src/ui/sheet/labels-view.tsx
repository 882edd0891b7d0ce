'use client'

import { Printer } from 'lucide-react'
import { useState } from 'react'
import { LABEL_BOUNDS, paperFault, tapePaper, type LabelPaper } from '@/core/sheet/labels'
import { useHarness } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { SELECT } from '@/ui/shared/select-class'
import { LabelPages } from './label-pages'
import { boundsFault, FIELDS, keepWish, keptWish, paperOf, type Wish } from './label-wish'

interface PaperProps {
  readonly wish: Wish
  readonly onWish: (wish: Wish) => void
}

function PaperFields({ wish, onWish }: PaperProps) {
  const { paper, kind } = wish
  const set = (name: keyof LabelPaper, text: string) => {
    const next = { ...paper, [name]: Number(text) }
    onWish({ ...wish, paper: kind === 'tape' ? tapePaper(next.labelHeightMm, next.labelWidthMm) : next })
  }
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-2">
      {FIELDS.filter(([, , , onTape]) => kind !== 'tape' || onTape).map(([name, words, bounds]) => (
        <label key={name} className="flex items-center gap-1 text-[14px]">
          <span className="text-faded">{kind === 'tape' && name === 'labelHeightMm' ? 'tape, wide' : words}</span>
          <input
            type="number"
            step={bounds === 'count' ? 1 : 'any'}
            min={LABEL_BOUNDS[bounds].least}
            max={LABEL_BOUNDS[bounds].most}
            value={Number.isNaN(paper[name]) ? '' : paper[name]}
            onChange={(event) => set(name, event.target.value)}
            className="w-20 rounded border border-seam bg-linen px-1.5 py-1 text-right"
          />
          {bounds !== 'count' && 'mm'}
        </label>
      ))}
    </div>
  )
}

const KINDS = { a4: 'sheets, A4', letter: 'sheets, Letter', tape: 'a tape, cut after each' } as const

/** Labels for both ends of every lead, to true scale, on sheets or on tape. */
export function LabelsView() {
  const harness = useHarness()
  const [wish, setWish] = useState(keptWish)
  const change = (next: Wish) => {
    setWish(next)
    keepWish(next)
  }
  const { kind, paper } = wish
  const fault = boundsFault(paper) ?? paperFault(paper)
  if (harness.threads.length === 0) return <p className="text-faded">No lead is plugged yet: nothing to label.</p>
  return (
    <>
      <div className="space-y-3 print:hidden">
        <p className="max-w-prose text-faded">
          Two labels for each lead, one around each end: where this end is, where the other one is, and the step that
          plugs it. A code holds the same as text; a phone reads it without a network.
        </p>
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <label className="flex items-center gap-1 text-[14px]">
            <span className="text-faded">on</span>
            <select
              value={kind}
              aria-label="What the labels are printed on"
              className={SELECT}
              onChange={(event) => {
                const next = event.target.value as Wish['kind']
                change({ ...wish, kind: next, usedCount: 0, paper: paperOf(next) })
              }}
            >
              {Object.entries(KINDS).map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          {kind !== 'tape' && (
            <label className="flex items-center gap-1 text-[14px]">
              <span className="text-faded">labels gone from the first sheet</span>
              <input
                type="number"
                min={0}
                max={paper.columns * paper.rows - 1}
                value={wish.usedCount}
                onChange={(event) =>
                  change({ ...wish, usedCount: Math.max(0, Math.floor(Number(event.target.value))) })
                }
                className="w-16 rounded border border-seam bg-linen px-1.5 py-1 text-right"
              />
            </label>
          )}
          {(
            [
              ['hasCode', 'with a code'],
              ['hasFrame', 'with a frame'],
            ] as const
          ).map(([name, words]) => (
            <label key={name} className="flex items-center gap-1.5 text-[14px]">
              <input
                type="checkbox"
                checked={wish[name]}
                onChange={(event) => change({ ...wish, [name]: event.target.checked })}
                className="size-4"
              />
              {words}
            </label>
          ))}
          <Button tone="act" disabled={fault !== undefined} onClick={() => window.print()}>
            <Printer size={17} aria-hidden /> Print the labels
          </Button>
        </div>
        <PaperFields wish={wish} onWish={change} />
        {fault !== undefined && (
          <p role="alert" className="text-madder">
            {fault}
          </p>
        )}
      </div>
      {fault === undefined && <LabelPages wish={wish} />}
    </>
  )
}
