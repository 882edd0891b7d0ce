'use client'

import { useCallback, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { portKey, type PortKey } from '@/core/build/refs'
import type { PortRef } from '@/core/schema/schema-kit'
import type { Harness } from '@/core/operate/harness'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import { thingsOf, type Finding } from '@/core/rules/engine/rule'
import { SERVICES, serviceOf } from '@/core/sheet/leads'
import { useHarness, useVerdicts } from '@/ui/session/context'
import { CardView } from './card-view'
import { COLUMNS, layOut, type Card, type Column, type Layout } from '@/ui/threads/layout/layout'
import { neighbour } from '@/ui/threads/layout/neighbour'
import { cardWidth, columnX, drawThreads } from '@/ui/threads/layout/paths'
import type { RowView } from './port-row'
import { rowState, type RowState } from '@/ui/wiring/row-view'
import { useFocus } from '@/ui/focus/focus'
import { Legend } from '@/ui/wiring/thread-line'
import { ThreadLines } from './thread-lines'
import { togetherWith } from '@/ui/threads/layout/together'
import { useAnswers } from '@/ui/threads/state/use-answers'
import { usePicked, usePickedSoon } from '@/ui/wiring/use-picked'
import { LEAST_WIDTH_PX, useRoom } from './use-room'
import { useView } from '@/ui/threads/state/view-state'
import { threadsOnPathOf } from '@/ui/threads/layout/upstream-paths'

const WORDS: Readonly<Record<Column, string>> = { sources: 'Sources', boxes: 'Splitters and boxes', devices: 'Devices' }
/** The line with the names of the columns, which stays in sight. */
const NAMES_PX = 24
/** What is this near the part that is seen is drawn already. */
const NEAR_PX = 400

/** The first stop that each thing has, by item: where its card's mark of trouble stands. */
function stopsByItem(findings: readonly Finding[]): ReadonlyMap<string, Finding> {
  const found = new Map<string, Finding>()
  for (const finding of findings.filter(({ severity }) => severity === 'stop')) {
    for (const itemId of thingsOf(finding)) if (!found.has(itemId)) found.set(itemId, finding)
  }
  return found
}

/** The items that are shown: of one machine, or of what hangs together with the picked port. */
function useShown(harness: Harness, picked: PlacedPort | undefined): ReadonlySet<string> | undefined {
  const follows = useView((state) => state.follows)
  const assemblyId = useFocus((state) => state.assemblyId)
  return useMemo(() => {
    if (follows && picked !== undefined) return togetherWith(harness, picked.ref)
    if (assemblyId === null) return undefined
    return new Set(harness.items.filter((item) => item.assemblyId === assemblyId).map(({ id }) => id))
  }, [harness, picked, assemblyId, follows])
}

function useRows(harness: Harness, picked: PlacedPort | undefined, stopKey: string | undefined) {
  const also = useFocus((state) => state.also)
  const asked = usePickedSoon()
  const lead = asked?.port.side === 'takes' ? asked : undefined
  const { answers, waiting } = useAnswers(lead?.ref)
  const candidates = useMemo(
    () => new Map([...answers, ...waiting].map((candidate) => [portKey(candidate.to), candidate])),
    [answers, waiting],
  )
  // What a port carries does not change with what is picked.
  const states = useMemo(() => {
    const known = new Map<PortKey, RowState>()
    return (placed: PlacedPort): RowState => {
      const state = known.get(placed.key) ?? rowState(harness, placed, undefined)
      known.set(placed.key, state)
      return state
    }
  }, [harness])
  return (placed: PlacedPort, card: Card): RowView => {
    const { port, item, key } = placed
    const candidate = port.side === 'gives' ? candidates.get(key) : undefined
    const answer = lead !== undefined && candidate !== undefined ? { lead, candidate } : undefined
    return {
      portKey: key,
      mark: card.isSlim ? (card.rows[0] === placed ? item.mark : '') : undefined,
      name: port.name,
      label: `${item.mark} ${port.name}`,
      isLead: port.side === 'takes',
      isPicked: picked?.key === key || also.some((ref) => portKey(ref) === key),
      isTabStop: stopKey === key,
      isDimmed: candidate !== undefined && ['misfit', 'taken', 'ring'].includes(candidate.outlook),
      state: answer === undefined ? states(placed) : rowState(harness, placed, answer),
    }
  }
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
  const { selected, select, itemId } = useFocus()
  const { zoom, zoomTo, isFitted, fitTo, folded, arrangement, fold } = useView()
  const { holder, room, seen } = useRoom(zoom)
  const [tabStop, setTabStop] = useState<string | null>(null)
  const surface = useRef<HTMLDivElement>(null)

  const picked = usePicked()
  const only = useShown(harness, picked)
  const layout = useMemo(() => layOut(harness, { arrangement, folded, only }), [harness, arrangement, folded, only])
  const width = Math.max(LEAST_WIDTH_PX, room.width / zoom)
  const drawn = useMemo(() => drawThreads(harness, layout, width), [harness, layout, width])
  const lit = useMemo(
    () => (picked === undefined ? undefined : threadsOnPathOf(harness, picked.ref)),
    [harness, picked],
  )
  const stopsBy = useMemo(() => stopsByItem(findings), [findings])
  const services = useMemo(() => {
    const present = new Set(harness.threads.map((thread) => serviceOf(harness.port(thread.from))))
    return SERVICES.filter((service) => present.has(service))
  }, [harness])
  const stop = layout.stops.some(({ key }) => key === tabStop) ? tabStop! : layout.stops[0]?.key
  const rowOf = useRows(harness, picked, stop)

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
  useEffect(() => {
    const anchor = selected?.isShown === true ? layout.anchors.get(portKey(selected.ref)) : undefined
    const card = layout.cards.find(({ items }) => items.some(({ id }) => id === itemId))
    if (anchor !== undefined) scrollTo(anchor.yPx)
    else if (selected === null && card !== undefined) scrollTo(card.yPx)
    // Moved there once when it is asked for, not again at each edit.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [selected, itemId])

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
    isNear(card.yPx, card.yPx + card.heightPx) || card.key === stop || card.rows.some(({ key }) => key === stop)

  return (
    <>
      <Legend services={services} />
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
              lit={lit}
            />
            <Titles layout={layout} width={width} />
            {layout.cards.filter(isShown).map((card) => (
              <CardView
                key={card.key}
                card={card}
                harness={harness}
                leftPx={columnX(card.column, width)}
                widthPx={cardWidth(width)}
                isPicked={card.items.some(({ id }) => id === itemId)}
                stopKey={stop}
                stop={card.items.map(({ id }) => stopsBy.get(id)).find((finding) => finding !== undefined)}
                viewOf={rowOf}
              />
            ))}
          </div>
        </div>
      </div>
    </>
  )
}
