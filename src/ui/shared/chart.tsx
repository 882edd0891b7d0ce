'use client'

import { LineChart } from 'echarts/charts'
import { GridComponent, MarkLineComponent } from 'echarts/components'
import * as echarts from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import { useEffect, useEffectEvent, useRef } from 'react'
import { dyes, type Dyes } from './chart-style'

echarts.use([LineChart, GridComponent, MarkLineComponent, CanvasRenderer])

interface ChartProps {
  readonly optionOf: (dyes: Dyes) => echarts.EChartsCoreOption
  readonly heightPx: number
  /** Told where on the horizontal axis one points; undefined when one points at it no more. */
  readonly onPoint?: (value: number | undefined) => void
}

/** A chart in the dyes of the page; it tells nothing that a table beside it does not. */
export function Chart({ optionOf, heightPx, onPoint }: ChartProps) {
  const holder = useRef<HTMLDivElement>(null)
  const chart = useRef<echarts.EChartsType>(undefined)
  const option = useRef(optionOf)
  const point = useEffectEvent((value: number | undefined) => onPoint?.(value))
  useEffect(() => {
    const made = echarts.init(holder.current!, undefined, { renderer: 'canvas' })
    chart.current = made
    const resized = new ResizeObserver(() => made.resize())
    resized.observe(holder.current!)
    const themed = new MutationObserver(() => made.setOption(option.current(dyes()), true))
    themed.observe(document.documentElement, { attributeFilter: ['data-theme'] })
    made.getZr().on('mousemove', ({ offsetX, offsetY }: echarts.ElementEvent) => {
      const isInside = made.containPixel('grid', [offsetX, offsetY])
      point(isInside ? made.convertFromPixel({ xAxisIndex: 0 }, offsetX) : undefined)
    })
    made.getZr().on('globalout', () => point(undefined))
    return () => {
      resized.disconnect()
      themed.disconnect()
      made.dispose()
    }
  }, [])
  useEffect(() => {
    option.current = optionOf
    chart.current?.setOption(optionOf(dyes()), true)
  }, [optionOf])
  return <div ref={holder} aria-hidden className="w-full" style={{ height: heightPx }} />
}
