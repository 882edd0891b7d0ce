'use client'

import clsx from 'clsx'
import dynamic from 'next/dynamic'
import { useCallback, useRef } from 'react'
import type { Curve } from '@/core/build/facet-schemas'
import { dutyOfCurve } from '@/core/physics/curve'
import { withPointAt } from '@/core/speed/edit-curve'
import { axisOf, frameOf, type Dyes } from '@/ui/shared/chart-style'
import { COOL_C, HOT_C } from './speed-state'

const Chart = dynamic(() => import('@/ui/shared/chart').then((module) => module.Chart), {
  ssr: false,
  loading: () => <div style={{ height: HEIGHT_PX }} />,
})

const HEIGHT_PX = 300
/** The room that axes take beside the plot, in px; the handles lie over the rest. */
const PLOT = { left: 56, right: 14, top: 24, bottom: 38 } as const
const FULL_PERCENT = 100
const BIG_STEP = 5

type Point = Curve['points'][number]

interface PlotProps {
  readonly points: readonly Point[]
  /** The curves of other heads, faint behind. */
  readonly others: readonly (readonly Point[])[]
  readonly sourceName: string
  readonly heatC: number
  readonly onHeat: (temperatureC: number) => void
  readonly onDrag: (points: readonly Point[]) => void
  readonly onChange: (points: readonly Point[]) => void
}

/** A curve as a chart, with a handle on each point that is dragged, or moved by arrow keys. */
export function CurvePlot({ points, others, sourceName, heatC, onHeat, onDrag, onChange }: PlotProps) {
  const surface = useRef<HTMLDivElement>(null)
  const temperatures = [...points, ...others.flat()].map(({ temperatureC }) => temperatureC)
  const from = Math.min(COOL_C, ...temperatures)
  const to = Math.max(HOT_C, ...temperatures)
  const optionOf = useCallback(
    (dyes: Dyes) => {
      const line = (list: readonly Point[]) => [
        [from, dutyOfCurve({ points: list }, from)],
        ...list.map(({ temperatureC, dutyPercent }) => [temperatureC, dutyPercent]),
        [to, dutyOfCurve({ points: list }, to)],
      ]
      const axis = axisOf(dyes)
      return {
        ...frameOf(dyes, PLOT),
        xAxis: { ...axis, min: from, max: to, name: `${sourceName}, °C`, nameGap: 24 },
        yAxis: { ...axis, min: 0, max: FULL_PERCENT, interval: 25, name: 'asked for, %', nameGap: 34 },
        series: [
          ...others.map((list) => ({
            type: 'line',
            data: line(list),
            symbol: 'none',
            silent: true,
            lineStyle: { color: dyes.seam, width: 1.2, opacity: 0.55 },
          })),
          {
            type: 'line',
            data: line(points),
            symbol: 'none',
            silent: true,
            lineStyle: { color: dyes.woad, width: 2.5 },
            markLine: {
              silent: true,
              symbol: 'none',
              label: { formatter: `${heatC} °C`, color: dyes.madder, fontSize: 13 },
              lineStyle: { color: dyes.madder, type: [2, 4], width: 1.5 },
              data: [{ xAxis: heatC }],
            },
          },
        ],
      }
    },
    [points, others, sourceName, heatC, from, to],
  )
  const move = (index: number, byC: number, byPercent: number) => {
    const { temperatureC, dutyPercent } = points[index]!
    onChange(withPointAt(points, index, { temperatureC: temperatureC + byC, dutyPercent: dutyPercent + byPercent }))
  }
  const pointAt = (event: React.PointerEvent): Point => {
    const box = surface.current!.getBoundingClientRect()
    const across = (event.clientX - box.left) / box.width
    const up = 1 - (event.clientY - box.top) / box.height
    return { temperatureC: from + across * (to - from), dutyPercent: up * FULL_PERCENT }
  }
  const onKeyDown = (index: number) => (event: React.KeyboardEvent) => {
    const step = event.shiftKey ? BIG_STEP : 1
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key]
    if (by === undefined) return
    event.preventDefault()
    move(index, by[0]!, by[1]!)
  }
  return (
    <div className="relative self-start">
      <Chart optionOf={optionOf} heightPx={HEIGHT_PX} />
      <div
        ref={surface}
        className="absolute"
        style={{ left: PLOT.left, right: PLOT.right, top: PLOT.top, bottom: PLOT.bottom }}
      >
        {/* The line of the heat, for a pointer: by keyboard the slider below sets it. */}
        <div
          aria-hidden
          data-heat-line
          title="Drag the heat"
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onPointerMove={(event) => {
            if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
            const { temperatureC } = pointAt(event)
            onHeat(Math.round(Math.min(HOT_C, Math.max(COOL_C, temperatureC))))
          }}
          className="absolute -top-6 bottom-0 w-6 -translate-x-1/2 cursor-ew-resize touch-none"
          style={{ left: `${((heatC - from) / (to - from)) * 100}%` }}
        />
        {points.map(({ temperatureC, dutyPercent }, index) => (
          <button
            key={index}
            type="button"
            aria-label={`Point ${index + 1}: ${temperatureC} °C, ${dutyPercent} %. Arrow keys move it`}
            onKeyDown={onKeyDown(index)}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={(event) => {
              if (event.currentTarget.hasPointerCapture(event.pointerId))
                onDrag(withPointAt(points, index, pointAt(event)))
            }}
            onPointerUp={(event) => {
              if (event.currentTarget.hasPointerCapture(event.pointerId)) onChange(points)
            }}
            className={clsx(
              'absolute size-11 -translate-x-1/2 translate-y-1/2 cursor-grab touch-none rounded-md active:cursor-grabbing',
              'before:absolute before:inset-[15px] before:rotate-45 before:rounded-[2px] before:border-2 before:border-woad before:bg-linen',
              'hover:before:bg-woad-wash focus-visible:before:bg-woad',
            )}
            style={{ left: `${((temperatureC - from) / (to - from)) * 100}%`, bottom: `${dutyPercent}%` }}
          />
        ))}
      </div>
    </div>
  )
}
