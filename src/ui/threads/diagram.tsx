'use client'

import clsx from 'clsx'
import { useEffect, useMemo, useRef, useState } from 'react'
import { portKey, sameRef, type PortKey } from '@/core/build/refs'
import type { PortRef } from '@/core/formats/schema-kit'
import { candidatesFor } from '@/core/harness/candidates'
import type { Harness } from '@/core/harness/derive'
import { SERVICES, serviceOf } from '@/core/sheet/leads'
import { useHarness, useVerdicts } from '@/ui/build/context'
import { SeverityMark } from '@/ui/shared/severity'
import { BudgetBar } from './budget-bar'
import { COLUMNS, HEAD_PX, layOut, ROW_PX, type Anchor, type Card, type Column, type Layout } from './layout'
import { PortRow } from './port-row'
import { useSelection } from './selection'
import { Legend, SERVICE_LINES } from './thread-line'
import { wayOf } from './way'

const LEAST_WIDTH_PX = 760
/** Shares of the width: three columns of cards, and the air between them for the threads. */
const CARD_SHARE = 0.285
const WORDS: Readonly<Record<Column, string>> = { sources: 'Sources', boxes: 'Splitters and boxes', devices: 'Devices' }

function columnX(column: Column, width: number): number {
  return (COLUMNS.indexOf(column) * (width - CARD_SHARE * width)) / (COLUMNS.length - 1)
}

function anchorX({ column, side }: Anchor, width: number): number {
  return columnX(column, width) + (side === 'right' ? CARD_SHARE * width : 0)
}

interface Point {
  readonly x: number
  readonly y: number
}

/** A calm curve that leaves and enters level. */
function level(from: Point, to: Point): string {
  const middle = (from.x + to.x) / 2
  return `C ${middle} ${from.y}, ${middle} ${to.y}, ${to.x} ${to.y}`
}

/** Between two ports of one side the line bows outwards. */
function bowed(from: Point, to: Point, outward: number): string {
  const bow = outward * (26 + Math.min(30, Math.abs(from.y - to.y) / 6))
  return `C ${from.x + bow} ${from.y}, ${to.x + bow} ${to.y}, ${to.x} ${to.y}`
}

/** Threads that cross the column of boxes go between the cards, a little apart from each other. */
function crossing(from: Point, to: Point, layout: Layout, width: number, turn: number): string {
  const wanted = (from.y + to.y) / 2
  const nearest = layout.crossingsPx.reduce((best, y) => (Math.abs(y - wanted) < Math.abs(best - wanted) ? y : best))
  const y = nearest + ((turn % 3) - 1) * 4
  const left = columnX('boxes', width)
  const enter = { x: left, y }
  const leave = { x: left + CARD_SHARE * width, y }
  const [first, last] = from.x < to.x ? [enter, leave] : [leave, enter]
  return `${level(from, first)} L ${last.x} ${last.y} ${level(last, to)}`
}

function threadPath(from: Anchor, to: Anchor, layout: Layout, width: number, turn: number): string {
  const a = { x: anchorX(from, width), y: from.yPx }
  const b = { x: anchorX(to, width), y: to.yPx }
  const start = `M ${a.x} ${a.y} `
  if (from.side === to.side) return start + bowed(a, b, from.side === 'right' ? 1 : -1)
  const columnsApart = Math.abs(COLUMNS.indexOf(from.column) - COLUMNS.indexOf(to.column))
  return start + (columnsApart > 1 ? crossing(a, b, layout, width, turn) : level(a, b))
}

function useWidth() {
  const holder = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(LEAST_WIDTH_PX)
  useEffect(() => {
    const element = holder.current
    if (element === null) return
    const observer = new ResizeObserver(() => setWidth(Math.max(LEAST_WIDTH_PX, element.clientWidth)))
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  return { holder, width }
}

function Threads({
  harness,
  layout,
  width,
  lit,
  onPick,
}: {
  readonly harness: Harness
  readonly layout: Layout
  readonly width: number
  readonly lit: ReadonlySet<string> | undefined
  readonly onPick: (ref: PortRef) => void
}) {
  return (
    <svg width={width} height={layout.heightPx} className="absolute inset-0" aria-hidden>
      {harness.threads.map((thread, turn) => {
        const from = layout.anchors.get(portKey(thread.from))
        const to = layout.anchors.get(portKey(thread.to))
        if (from === undefined || to === undefined) return null
        const line = SERVICE_LINES[serviceOf(harness.port(thread.from))]
        const isWrong = harness.fit(thread).misfit !== 'none'
        const isLit = lit?.has(thread.id) === true
        const path = threadPath(from, to, layout, width, turn)
        return (
          <g key={thread.id} opacity={lit !== undefined && !isLit ? 0.25 : 1}>
            <title>{`${harness.name(thread.from)} in ${harness.name(thread.to)} (${line.word})`}</title>
            <path
              d={path}
              fill="none"
              stroke={isWrong ? 'var(--madder)' : line.stroke}
              strokeWidth={line.widthPx + (isLit ? 1.5 : 0)}
              strokeDasharray={line.dash}
              strokeLinecap="round"
            />
            <path
              d={path}
              fill="none"
              stroke="transparent"
              strokeWidth={14}
              className="cursor-pointer"
              onClick={() => onPick(thread.from)}
            />
          </g>
        )
      })}
    </svg>
  )
}

function CardHead({ card }: { readonly card: Card }) {
  const { findings } = useVerdicts()
  const worst = findings.find(
    (finding) => finding.severity === 'stop' && finding.at.some((ref) => ref.itemId === card.item.id),
  )
  return (
    <div className="flex items-center gap-2 border-b border-thread px-2" style={{ height: HEAD_PX }}>
      <span className="font-display font-semibold">{card.item.mark}</span>
      <span className="min-w-0 grow truncate text-[13px] text-faded" title={card.part.name}>
        {card.part.name}
      </span>
      {worst !== undefined && <SeverityMark look="stop" />}
    </div>
  )
}

/** The next row for an arrow key: up and down in a column, left and right to the nearest row of the next one. */
function neighbour(layout: Layout, key: PortKey, arrow: string): PortKey | undefined {
  const here = layout.anchors.get(key)
  if (here === undefined) return undefined
  const inColumn = (column: Column | undefined) => [...layout.anchors].filter(([, anchor]) => anchor.column === column)
  if (arrow === 'ArrowUp' || arrow === 'ArrowDown') {
    const keys = inColumn(here.column)
      .toSorted((a, b) => a[1].yPx - b[1].yPx)
      .map(([other]) => other)
    return keys[keys.indexOf(key) + (arrow === 'ArrowDown' ? 1 : -1)]
  }
  const step = arrow === 'ArrowRight' ? 1 : -1
  let index = COLUMNS.indexOf(here.column) + step
  while (index >= 0 && index < COLUMNS.length) {
    const rows = inColumn(COLUMNS[index])
    if (rows.length > 0)
      return rows.reduce((best, row) =>
        Math.abs(row[1].yPx - here.yPx) < Math.abs(best[1].yPx - here.yPx) ? row : best,
      )[0]
    index += step
  }
  return undefined
}

/** The wiring as a fixed picture: sources left, boxes between, devices right, and a line for each thread. */
export function Diagram({ onPickGiver }: { readonly onPickGiver: (lead: PortRef, giver: PortRef) => void }) {
  const harness = useHarness()
  const { selected, select } = useSelection()
  const { holder, width } = useWidth()
  const layout = useMemo(() => layOut(harness), [harness])
  const surface = useRef<HTMLDivElement>(null)
  const [tabStop, setTabStop] = useState<PortKey | null>(null)

  const known = selected !== null && layout.anchors.has(portKey(selected.ref)) ? harness.port(selected.ref) : undefined
  const lead = known?.port.side === 'takes' ? known : undefined
  const candidates = useMemo(
    () => (lead === undefined ? undefined : new Map(candidatesFor(harness, lead.ref).map((c) => [portKey(c.to), c]))),
    [harness, lead],
  )
  const lit = useMemo(() => (known === undefined ? undefined : wayOf(harness, known.ref)), [harness, known])
  const services = SERVICES.filter((service) =>
    harness.threads.some((thread) => serviceOf(harness.port(thread.from)) === service),
  )
  const firstKey = COLUMNS.flatMap((column) =>
    layout.cards.filter((card) => card.column === column && card.rows.length > 0),
  )[0]?.rows[0]?.key
  const stop = tabStop !== null && layout.anchors.has(tabStop) ? tabStop : firstKey

  const focusRow = (key: PortKey) => surface.current?.querySelector<HTMLElement>(`[data-port="${key}"]`)?.focus()
  useEffect(() => {
    if (selected?.isShown !== true) return
    surface.current
      ?.querySelector(`[data-port="${portKey(selected.ref)}"]`)
      ?.scrollIntoView({ block: 'center', behavior: 'instant' })
  }, [selected])

  const goTo = (from: PortKey, arrow: string) => {
    const next = neighbour(layout, from, arrow)
    if (next === undefined) return
    setTabStop(next)
    focusRow(next)
  }

  const pick = (ref: PortRef) => {
    setTabStop(portKey(ref))
    if (lead !== undefined && harness.port(ref).port.side === 'gives') return onPickGiver(lead.ref, ref)
    select(selected !== null && sameRef(selected.ref, ref) ? null : { ref })
  }

  return (
    <div className="p-3">
      <div className="mb-2 min-h-5">
        <Legend services={services} />
      </div>
      <div ref={holder} className="overflow-x-auto">
        <div className="relative mb-1 h-6" style={{ width }}>
          {COLUMNS.map((column) => (
            <h2
              key={column}
              className="absolute font-display text-[13px] font-semibold text-faded"
              style={{ left: columnX(column, width) }}
            >
              {WORDS[column]}
            </h2>
          ))}
        </div>
        <div
          ref={surface}
          role="group"
          aria-label="Wiring"
          className="relative"
          style={{ width, height: layout.heightPx }}
        >
          <Threads harness={harness} layout={layout} width={width} lit={lit} onPick={pick} />
          {layout.cards.map((card) => (
            <section
              key={card.item.id}
              aria-label={`${card.item.mark}, ${card.part.name}`}
              className={clsx(
                'absolute overflow-hidden rounded-lg border bg-cloth',
                known?.item.id === card.item.id ? 'border-woad' : 'border-thread',
              )}
              style={{
                left: columnX(card.column, width),
                top: card.yPx,
                width: CARD_SHARE * width,
                height: card.heightPx,
              }}
            >
              <CardHead card={card} />
              {card.rows.map((placed) => {
                const candidate = placed.port.side === 'gives' ? candidates?.get(placed.key) : undefined
                return (
                  <PortRow
                    key={placed.key}
                    harness={harness}
                    placed={placed}
                    isSelected={known?.key === placed.key}
                    isTabStop={stop === placed.key}
                    answer={lead !== undefined && candidate !== undefined ? { lead, candidate } : undefined}
                    onPick={() => pick(placed.ref)}
                    onArrow={(arrow) => goTo(placed.key, arrow)}
                  />
                )
              })}
              {card.shared.map((budget) => (
                <div
                  key={budget.id}
                  className="flex items-center justify-between gap-2 border-t border-dashed border-thread px-2 text-[13px]"
                  style={{ height: ROW_PX }}
                >
                  <span className="truncate text-faded">
                    {budget.name ?? 'together'},{' '}
                    {budget.rail === '12v' ? '12 V' : budget.rail === '5v' ? '5 V' : '3.3 V'}
                  </span>
                  <BudgetBar budget={budget} />
                </div>
              ))}
            </section>
          ))}
        </div>
      </div>
    </div>
  )
}
