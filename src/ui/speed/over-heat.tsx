'use client'

import dynamic from 'next/dynamic'
import { useCallback, useMemo, useState } from 'react'
import type { Harness } from '@/core/operate/harness'
import type { Bounds } from '@/core/operate/motor-speed'
import type { HeatSource } from '@/core/operate/scenario'
import { sweep, type Swept } from '@/core/speed/sweep'
import { boundsText } from '@/core/wording/bounds-text'
import { HEAT_WORDS } from '@/core/wording/heat-words'
import { useFocus } from '@/ui/focus/focus'
import { SELECT } from '@/ui/shared/select-class'
import { useSearch } from '@/ui/shared/use-search'
import { axisOf, frameOf, type Dyes } from '@/ui/shared/chart-style'
import { COOL_C, HOT_C, useSpeed } from './speed-state'

const Chart = dynamic(() => import('@/ui/shared/chart').then((module) => module.Chart), { ssr: false })

const HEIGHT_PX = 220
const STEP_C = 4
const TEMPERATURES_C = Array.from({ length: (HOT_C - COOL_C) / STEP_C + 1 }, (_, index) => COOL_C + index * STEP_C)
/** Rows of the table: every fifth of what the chart has. */
const TOLD_C = 20

/** The middle of what is known; a canvas draws no bounds. */
const middle = (bounds: Bounds | undefined) =>
  bounds === undefined || !Number.isFinite(bounds.least) ? null : (bounds.least + bounds.most) / 2

function Lines({ swept, heat }: { readonly swept: readonly Swept[]; readonly heat: number }) {
  const optionOf = useCallback(
    (dyes: Dyes) => {
      const axis = axisOf(dyes)
      const line = (yAxisIndex: number, color: string, isDashed: boolean, of: (one: Swept) => number | null) => ({
        type: 'line',
        yAxisIndex,
        symbol: 'none',
        silent: true,
        lineStyle: { color, width: 2, type: isDashed ? [5, 3] : 'solid' },
        data: swept.map((one) => [one.temperatureC, of(one)]),
      })
      const sound = line(0, dyes.woad, false, ({ run }) => middle(run.levelDba))
      return {
        ...frameOf(dyes, { left: 56, right: 56, top: 14, bottom: 38 }),
        xAxis: { ...axis, name: '°C', nameGap: 24, min: COOL_C, max: HOT_C },
        yAxis: [
          { ...axis, name: 'sounds, dB(A)', nameGap: 34, scale: true },
          { ...axis, name: 'moves, m³/h', nameGap: 40, min: 0, splitLine: { show: false } },
        ],
        series: [
          {
            ...sound,
            markLine: {
              symbol: 'none',
              silent: true,
              label: { show: false },
              lineStyle: { color: dyes.faded, type: [2, 3] },
              data: [{ xAxis: heat }],
            },
          },
          line(1, dyes.madder, true, ({ inM3PerH }) => middle(inM3PerH)),
        ],
      }
    },
    [swept, heat],
  )
  return <Chart optionOf={optionOf} heightPx={HEIGHT_PX} />
}

function Told({ swept }: { readonly swept: readonly Swept[] }) {
  const rows: readonly (readonly [words: string, of: (one: Swept) => string])[] = [
    ['sounds, dB(A)', ({ run }) => boundsText(run.levelDba, 1)],
    ['comes in, m³/h', ({ inM3PerH }) => boundsText(inM3PerH, 0)],
    ['goes out, m³/h', ({ outM3PerH }) => boundsText(outM3PerH, 0)],
    ['draws, W', ({ run }) => boundsText(run.watts, 1)],
  ]
  const told = swept.filter(({ temperatureC }) => (temperatureC - COOL_C) % TOLD_C === 0)
  return (
    <div className="overflow-x-auto">
      <table className="text-[14px]">
        <caption className="sr-only">Sound and flow against heat</caption>
        <thead className="text-[13px] text-faded">
          <tr>
            <td />
            {told.map(({ temperatureC }) => (
              <th key={temperatureC} scope="col" className="px-3 text-right font-normal whitespace-nowrap">
                {temperatureC} °C
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([words, of]) => (
            <tr key={words} className="border-t border-thread">
              <th scope="row" className="py-1 text-left font-normal whitespace-nowrap">
                {words}
              </th>
              {told.map((one) => (
                <td key={one.temperatureC} className="px-3 py-1 text-right whitespace-nowrap">
                  {of(one)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

interface OverHeatProps {
  readonly harness: Harness
  readonly sources: readonly HeatSource[]
}

/** How loud the machine is and how much air it moves while one heat rises and the others stay. */
export function OverHeat({ harness, sources }: OverHeatProps) {
  const { heat, set } = useSpeed()
  const assemblyId = useFocus((state) => state.assemblyId) ?? undefined
  const [chosen, setChosen] = useState<HeatSource | undefined>(undefined)
  const source = chosen !== undefined && sources.includes(chosen) ? chosen : sources[0]!
  const subject = useMemo(() => ({ harness, set, heat, source, assemblyId }), [harness, set, heat, source, assemblyId])
  const found = useSearch(subject, () =>
    sweep(harness, { heat, set }, { source, temperaturesC: TEMPERATURES_C, assemblyId }),
  )
  const others = sources.filter((other) => other !== source)
  return (
    <section
      aria-label="Sound and flow against heat"
      className="space-y-2 rounded-lg border border-thread bg-cloth p-3"
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[14px]">
        <label className="flex items-center gap-2">
          As the heat rises of the
          <select value={source} onChange={({ target }) => setChosen(target.value as HeatSource)} className={SELECT}>
            {sources.map((one) => (
              <option key={one} value={one}>
                {HEAT_WORDS[one]}
              </option>
            ))}
          </select>
        </label>
        {others.length > 0 && (
          <span className="text-faded">
            {others.map((other) => `${HEAT_WORDS[other]} ${heat[other]} °C`).join(', ')}
          </span>
        )}
      </div>
      {'value' in found ? (
        <>
          <Lines swept={found.value} heat={heat[source]} />
          <p className="text-[13px] text-faded">
            <span className="font-semibold text-woad">solid: sounds</span>,{' '}
            <span className="font-semibold text-madder">dashed: comes in</span>, dotted: the temperature set above
          </p>
          <Told swept={found.value} />
        </>
      ) : (
        <p role="status" style={{ minHeight: HEIGHT_PX }} className="text-faded">
          Working it out …
        </p>
      )}
    </section>
  )
}
