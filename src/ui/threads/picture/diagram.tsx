'use client'

import { useCallback, useEffect, useEffectEvent, useMemo, useRef, useState, type ReactNode } from 'react'
import { flushSync } from 'react-dom'
import { portKey } from '@/core/build/refs'
import type { PortRef } from '@/core/schema/schema-kit'
import type { Harness } from '@/core/operate/harness'
import { thingsOf, type Finding } from '@/core/rules/engine/rule'
import { SERVICES, serviceOf } from '@/core/sheet/leads'
import { useHarness, useVerdicts } from '@/ui/session/context'
import { CardView } from './card-view'
import { COLUMNS, layOut, type Card, type Column, type Layout } from '@/ui/wiring/layout/layout'
import { neighbour } from '@/ui/wiring/layout/neighbour'
import { cardWidth, columnX, drawThreads } from '@/ui/wiring/layout/paths'
import { useFocus } from '@/ui/focus/focus'
import { Legend } from '@/ui/wiring/thread-line'
import { ThreadLines } from './thread-lines'
import { togetherWith } from '@/ui/wiring/layout/together'
import { AskedLead } from '@/ui/threads/state/use-answers'
import { portIn, usePickedSoon } from '@/ui/wiring/use-picked'
import { LEAST_WIDTH_PX, useRoom } from './use-room'
import { useView } from '@/ui/threads/state/view-state'

const WORDS: Readonly<Record<Column, string>> = { sources: 'Sources', boxes: 'Splitters and boxes', devices: 'Devices' }
/** The line with the names of the columns, which stays in sight. */
const NAMES_PX = 24
/** What is this near the part that is seen is drawn already. */
const NEAR_PX = 400

/** The things that have a stop: their cards bear a mark of it. */
const stoppedThings = (findings: readonly Finding[]): ReadonlySet<string> =>
  new Set(findings.filter(({ severity }) => severity === 'stop').flatMap(thingsOf))

/** What the keyboard stops at in a card. */
const stopsOf = ({ key, rows, shared }: Card) => [key, ...rows.map((row) => row.key), ...shared.map(({ id }) => id)]

/** The items that are shown: of one machine, or of what hangs together with the picked port. */
function useShown(harness: Harness): ReadonlySet<string> | undefined {
  const follows = useView((state) => state.follows)
  const assemblyId = useFocus((state) => state.assemblyId)
  const followed = useFocus(({ selected }) => (follows ? selected?.ref : undefined))
  return useMemo(() => {
    if (followed !== undefined && portIn(harness, followed) !== undefined) return togetherWith(harness, followed)
    if (assemblyId === null) return undefined
    return new Set(harness.items.filter((item) => item.assemblyId === assemblyId).map(({ id }) => id))
  }, [harness, followed, assemblyId])
}

/** Asks all ports inside about the lead in hand, a moment after it was picked. */
function AskedAbout({ children }: { readonly children: ReactNode }) {
  const picked = usePickedSoon()
  return <AskedLead value={picked?.port.side === 'takes' ? picked : undefined}>{children}</AskedLead>
}

/** Brings what is asked for from elsewhere into sight: once when it is asked for, not again at each edit. */
function Seeker({ layout, onSeek }: { readonly layout: Layout; readonly onSeek: (yPx: number) => void }) {
  const selected = useFocus((state) => state.selected)
  const itemId = useFocus((state) => state.itemId)
  const seek = useEffectEvent(() => {
    const anchor = selected?.isShown === true ? layout.anchors.get(portKey(selected.ref)) : undefined
    const card = layout.cards.find(({ items }) => items.some(({ id }) => id === itemId))
    if (anchor !== undefined) onSeek(anchor.yPx)
    else if (selected === null && card !== undefined) onSeek(card.yPx)
  })
  useEffect(() => seek(), [selected, itemId])
  return null
}

function Titles({ layout, width }: { readonly layout: Layout; readonly width: number }) {
  return layout.titles.map(({ text, column, yPx }) => (
    <h3
      key={`${column} ${yPx}`}
      className="absolute truncate text-[13px] text-faded"
      style={{ left: columnX(column, width) + 2, top: yPx, width: cardWidth(width) }}
      title={text}
    >
      {text}
    </h3>
  ))
}

function ColumnNames({ width, zoom }: { readonly width: number; readonly zoom: number }) {
  return (
    <div className="sticky top-0 z-10 bg-linen" style={{ width: width * zoom, height: NAMES_PX }}>
      {COLUMNS.map((column) => (
        <h2
          key={column}
          className="absolute font-display text-[13px] font-semibold text-faded"
          style={{ left: columnX(column, width) * zoom }}
        >
          {WORDS[column]}
        </h2>
      ))}
    </div>
  )
}

interface DiagramProps {
  /** Picks a port up, or plugs what is in hand into it; with `isMore` a lead is picked on top of others. */
  readonly onPick: (ref: PortRef, isMore: boolean) => void
  readonly fitter: { current: () => void }
}

/** The wiring as a fixed picture: sources left, boxes between, devices right, and a line for each thread. */
export function Diagram({ onPick, fitter }: DiagramProps) {
  const harness = useHarness()
  const { findings } = useVerdicts()
  const select = useFocus((state) => state.select)
  const { zoom, zoomTo, isFitted, fitTo, folded, arrangement, fold } = useView()
  const { holder, room, seen } = useRoom(zoom)
  const [tabStop, setTabStop] = useState<string | null>(null)
  const surface = useRef<HTMLDivElement>(null)

  const only = useShown(harness)
  const layout = useMemo(() => layOut(harness, { arrangement, folded, only }), [harness, arrangement, folded, only])
  const width = Math.max(LEAST_WIDTH_PX, room.width / zoom)
  const drawn = useMemo(() => drawThreads(harness, layout, width), [harness, layout, width])
  const stopped = useMemo(() => stoppedThings(findings), [findings])
  const services = useMemo(() => {
    const present = new Set(harness.threads.map((thread) => serviceOf(harness.port(thread.from))))
    return SERVICES.filter((service) => present.has(service))
  }, [harness])
  const stop = layout.stops.some(({ key }) => key === tabStop) ? tabStop! : layout.stops[0]?.key

  const fitAcross = useEffectEvent(() => {
    const widthPx = holder.current?.clientWidth ?? LEAST_WIDTH_PX
    if (!isFitted) fitTo(widthPx / LEAST_WIDTH_PX)
  })
  useEffect(() => fitAcross(), [])
  useEffect(() => {
    fitter.current = () => zoomTo((room.height - NAMES_PX) / layout.heightPx)
  })
  const scrollTo = useCallback(
    (yPx: number) => holder.current?.scrollTo({ top: yPx * zoom - room.height / 2, behavior: 'instant' }),
    [holder, zoom, room.height],
  )
  const onKeyDown = (event: React.KeyboardEvent) => {
    const key = (event.target as HTMLElement).closest<HTMLElement>('[data-stop]')?.dataset['stop']
    if (key === undefined || !event.key.startsWith('Arrow')) return
    event.preventDefault()
    const next = neighbour(layout.stops, key, event.key)
    const there = layout.stops.find((other) => other.key === next)
    if (there === undefined) return
    // Drawn and focused before the next key comes, or a key pressed quickly would start from the old row.
    flushSync(() => setTabStop(there.key))
    if (there.yPx < seen.fromPx || there.yPx > seen.toPx) scrollTo(there.yPx)
    surface.current?.querySelector<HTMLElement>(`[data-stop="${there.key}"]`)?.focus()
  }
  const onClick = (event: React.MouseEvent) => {
    const target = (event.target as Element).closest<HTMLElement | SVGElement>('[data-stop], [data-thread]')
    const key = target?.dataset['stop'] ?? target?.dataset['thread']
    if (target === null || key === undefined) return
    setTabStop(key)
    if (target.dataset['fold'] !== undefined) return fold([key], !folded.has(key))
    const shows = target.dataset['shows']
    const placed = harness.ports.find((port) => port.key === (shows ?? key))
    if (placed !== undefined && shows !== undefined) return select({ ref: placed.ref })
    if (placed !== undefined) onPick(placed.ref, event.shiftKey || event.ctrlKey || event.metaKey)
  }
  const isNear = (topPx: number, bottomPx: number) => bottomPx > seen.fromPx - NEAR_PX && topPx < seen.toPx + NEAR_PX
  const isShown = (card: Card) =>
    isNear(card.yPx, card.yPx + card.heightPx) || (stop !== undefined && stopsOf(card).includes(stop))

  return (
    <>
      <Legend services={services} />
      <Seeker layout={layout} onSeek={scrollTo} />
      <div ref={holder} className="min-h-64 grow overflow-auto">
        <ColumnNames width={width} zoom={zoom} />
        <div style={{ width: width * zoom, height: layout.heightPx * zoom }}>
          {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- the rows inside are the controls */}
          <div
            ref={surface}
            role="group"
            aria-label="Wiring"
            className="relative origin-top-left"
            style={{ width, height: layout.heightPx, transform: `scale(${zoom})` }}
            onKeyDown={onKeyDown}
            onClick={onClick}
          >
            <ThreadLines
              harness={harness}
              drawn={drawn.filter(({ topPx, bottomPx }) => isNear(topPx, bottomPx))}
              widthPx={width}
              heightPx={layout.heightPx}
            />
            <Titles layout={layout} width={width} />
            <AskedAbout>
              {layout.cards.filter(isShown).map((card) => (
                <CardView
                  key={card.key}
                  card={card}
                  harness={harness}
                  leftPx={columnX(card.column, width)}
                  widthPx={cardWidth(width)}
                  stopKey={stop !== undefined && stopsOf(card).includes(stop) ? stop : undefined}
                  hasStop={card.items.some(({ id }) => stopped.has(id))}
                />
              ))}
            </AskedAbout>
          </div>
        </div>
      </div>
    </>
  )
}
