'use client'

import { airEdit } from '@/core/build/choose'
import type { Item } from '@/core/build/schema'
import { airOfCase, type Breathing } from '@/core/structure/place/air'
import { useActions, useHarness } from '@/ui/session/context'

const SPEEDS = [100, 90, 80, 70, 60, 50, 40, 30] as const
const FULL_PERCENT = 100

const VERDICTS = {
  even: 'about even',
  over: 'more comes in: over pressure, which keeps dust out',
  under: 'more goes out: under pressure, which draws dust in',
  open: 'open, since a flow or a direction is not known',
  none: 'no fan in a place yet',
} as const

interface Half {
  readonly direction: 'in' | 'out'
  readonly total: number
  readonly fans: readonly Breathing[]
  readonly most: number
}

/** One of the two bars: a piece for each fan, so that one sees what it gives. */
function Bar({ direction, total, fans, most }: Half) {
  const mine = fans.filter(({ share }) => share?.direction === direction)
  const open = fans.filter(({ placed, share }) => share === undefined && placed.flow.direction === direction)
  return (
    <div className="grid grid-cols-[2rem_minmax(0,1fr)_5.5rem] items-center gap-2 text-[13px]">
      <span>{direction}</span>
      <span aria-hidden className="flex h-3 gap-px overflow-hidden rounded-sm border border-thread bg-linen">
        {mine.map(({ placed, share }) => (
          <span
            key={placed.item.id}
            title={`${placed.item.mark}: ${Math.round(share!.m3PerH)} m³/h`}
            className={direction === 'in' ? 'bg-woad' : 'bg-plum'}
            style={{ width: `${most === 0 ? 0 : (share!.m3PerH / most) * FULL_PERCENT}%` }}
          />
        ))}
        {open.map(({ placed }) => (
          <span key={placed.item.id} title={`${placed.item.mark}: flow not known`} className="unknown-flow grow" />
        ))}
      </span>
      <span className="text-right">
        {open.length === 0
          ? `${Math.round(total)} m³/h`
          : mine.length === 0
            ? 'unknown'
            : `over ${Math.round(total)} m³/h`}
      </span>
    </div>
  )
}

/** Air in against air out, at the speed the fans are planned for: an indication, and said to be one. */
export function AirBar({ caseItem }: { readonly caseItem: Item }) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const { fans, balance, speedPercent } = airOfCase(harness, caseItem)
  const { inM3PerH, outM3PerH, verdict } = balance
  const most = Math.max(inM3PerH, outM3PerH)
  const ins = fans.filter(({ placed }) => placed.flow.direction === 'in').length
  const outs = fans.filter(({ placed }) => placed.flow.direction === 'out').length
  const before = harness.build.choices.air?.find(({ itemId }) => itemId === caseItem.id)
  return (
    <section aria-label="Air" className="grid items-center gap-x-4 gap-y-1 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <div>
        <Bar direction="in" total={inM3PerH} fans={fans} most={most} />
        <Bar direction="out" total={outM3PerH} fans={fans} most={most} />
      </div>
      <p className="text-[13px] leading-snug">
        <span className="font-semibold">
          {ins} in, {outs} out: {VERDICTS[verdict]}.
        </span>{' '}
        <span className="text-faded">Rated flow at </span>
        <select
          aria-label="Planned speed of the fans"
          value={speedPercent}
          onChange={(event) =>
            dispatch(airEdit({ ...before, itemId: caseItem.id, speedPercent: Number(event.target.value) }))
          }
          className="rounded border border-thread bg-cloth px-0.5"
        >
          {[...new Set([...SPEEDS, speedPercent])].map((percent) => (
            <option key={percent} value={percent}>
              {percent} % speed
            </option>
          ))}
        </select>
        <span className="text-faded"> : an indication only.</span>
      </p>
    </section>
  )
}
