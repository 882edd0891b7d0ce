'use client'

import dynamic from 'next/dynamic'
import { useCallback, useState } from 'react'
import { POWER_UP } from '@/core/bench/power-up'
import type { Harness } from '@/core/operate/harness'
import type { Surge } from '@/core/operate/surges'
import { budgetName, railsText } from '@/core/wording/budget-name'
import { axisOf, frameOf, type Dyes } from '@/ui/shared/chart-style'
import { SELECT } from '@/ui/shared/select-class'

const Chart = dynamic(() => import('@/ui/shared/chart').then((module) => module.Chart), { ssr: false })

const HEIGHT_PX = 200
const MS_PER_SECOND = 1000
const SHOWN_MS = 6000

/** How full a limit gets at its peak; the fullest is shown first. */
const shareOf = ({ peakAmps, mostAmps }: Surge) => (mostAmps === undefined || mostAmps === 0 ? 0 : peakAmps / mostAmps)

/** Amps over the first seconds at one source, with its limit and with the moment that is looked at. */
export function SurgeChart({ harness, timeMs }: { readonly harness: Harness; readonly timeMs: number }) {
  const surges = harness.surges().toSorted((a, b) => shareOf(b) - shareOf(a))
  const [pickedId, setPickedId] = useState<string | undefined>(undefined)
  const picked = surges.find(({ budget }) => budget.id === pickedId) ?? surges[0]
  const optionOf = useCallback(
    (dyes: Dyes) => {
      const axis = axisOf(dyes)
      const steps = (picked?.course ?? []).map(({ fromMs, amps }) => [fromMs / MS_PER_SECOND, amps])
      const last = steps.at(-1)?.[1] ?? 0
      const most = picked?.mostAmps
      return {
        ...frameOf(dyes, { left: 52, right: 16, top: 16, bottom: 38 }),
        xAxis: { ...axis, name: 'seconds after the button', nameGap: 24, min: 0, max: SHOWN_MS / MS_PER_SECOND },
        yAxis: {
          ...axis,
          name: 'A',
          nameGap: 34,
          min: 0,
          max: Math.max(picked?.peakAmps ?? 0, most ?? 0) * 1.15,
          axisLabel: { ...axis.axisLabel, showMaxLabel: false },
        },
        series: [
          {
            type: 'line',
            step: 'end',
            symbol: 'none',
            silent: true,
            lineStyle: { color: dyes.woad, width: 2.2 },
            areaStyle: { color: dyes.woad, opacity: 0.12 },
            data: [[0, 0], ...steps, [POWER_UP.endMs / MS_PER_SECOND, last]],
            markLine: {
              symbol: 'none',
              silent: true,
              label: { color: dyes.faded, formatter: '{b}', position: 'insideEndTop' },
              data: [
                ...(most === undefined
                  ? []
                  : [{ yAxis: most, name: 'limit', lineStyle: { color: dyes.madder, type: 'solid' } }]),
                ...(timeMs >= 0 && timeMs <= SHOWN_MS
                  ? [{ xAxis: timeMs / MS_PER_SECOND, name: 'now', lineStyle: { color: dyes.ink } }]
                  : []),
              ],
            },
          },
        ],
      }
    },
    [picked, timeMs],
  )
  if (picked === undefined) return null
  const { budget, peakAmps, mostAmps, estimated } = picked
  return (
    <section aria-label="Start currents" className="rounded-lg border border-thread bg-cloth p-3">
      <label className="flex flex-wrap items-center gap-2">
        <span className="font-display font-semibold">Start currents at</span>
        <select
          value={budget.id}
          onChange={({ target }) => setPickedId(target.value)}
          className={`${SELECT} max-w-full`}
        >
          {surges.map((surge) => (
            <option key={surge.budget.id} value={surge.budget.id}>
              {budgetName(harness, surge.budget)}, {railsText(surge.budget)}
            </option>
          ))}
        </select>
      </label>
      <Chart optionOf={optionOf} heightPx={HEIGHT_PX} />
      <p className="text-[14px]">
        At most {peakAmps.toFixed(2)} A
        {mostAmps === undefined ? '; its limit is unknown' : ` of ${mostAmps.toFixed(2)} A`}
        {mostAmps !== undefined && peakAmps > mostAmps && ', more than its limit'}
        {estimated.length > 0 &&
          `; ${estimated.length === 1 ? 'one start current is' : `${estimated.length} start currents are`} an estimate: twice the rated one`}
        .
      </p>
    </section>
  )
}
