'use client'

import { LineChart } from 'echarts/charts'
import { GridComponent, MarkLineComponent } from 'echarts/components'
import * as echarts from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import { useEffect, useRef } from 'react'
import { dyes, type Dyes } from './chart-style'

echarts.use([LineChart, GridComponent, MarkLineComponent, CanvasRenderer])

interface ChartProps {
  readonly optionOf: (dyes: Dyes) => echarts.EChartsCoreOption
  readonly heightPx: number
}

/** A chart in the dyes of the page; it tells nothing that a table beside it does not. */
export function Chart({ optionOf, heightPx }: ChartProps) {
  const holder = useRef<HTMLDivElement>(null)
  const chart = useRef<echarts.EChartsType>(undefined)
  const option = useRef(optionOf)
  useEffect(() => {
    const made = echarts.init(holder.current!, undefined, { renderer: 'canvas' })
    chart.current = made
    const resized = new ResizeObserver(() => made.resize())
    resized.observe(holder.current!)
    const themed = new MutationObserver(() => made.setOption(option.current(dyes()), true))
    themed.observe(document.documentElement, { attributeFilter: ['data-theme'] })
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
