import { portKey } from '@/core/build/refs'
import type { Thread } from '@/core/build/schema'
import type { Harness } from '@/core/operate/harness'
import { COLUMNS, type Anchor, type Column, type Layout } from './layout'

/** Shares of the width: three columns of cards, and the air between them for the threads. */
const CARD_SHARE = 0.285
/** Threads that cross together keep at most this far apart. */
const LANE_PX = 5
const MARGIN_PX = 3

export const cardWidth = (width: number): number => CARD_SHARE * width

export function columnX(column: Column, width: number): number {
  return (COLUMNS.indexOf(column) * (width - cardWidth(width))) / (COLUMNS.length - 1)
}

function anchorX({ column, side }: Anchor, width: number): number {
  return columnX(column, width) + (side === 'right' ? cardWidth(width) : 0)
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
  const bow = outward * (22 + Math.min(30, Math.abs(from.y - to.y) / 6))
  return `C ${from.x + bow} ${from.y}, ${to.x + bow} ${to.y}, ${to.x} ${to.y}`
}

/** A thread as it is drawn, with the span of heights it takes. */
export interface DrawnThread {
  readonly thread: Thread
  readonly path: string
  readonly topPx: number
  readonly bottomPx: number
}

interface Ends {
  readonly thread: Thread
  readonly from: Anchor
  readonly to: Anchor
}

const isCrossing = ({ from, to }: Ends) => Math.abs(COLUMNS.indexOf(from.column) - COLUMNS.indexOf(to.column)) > 1
const wantedY = ({ from, to }: Ends) => (from.yPx + to.yPx) / 2

/** The height at which each crossing thread goes between the boxes: the nearest gap, a lane for each, in order. */
function lanesOf(ends: readonly Ends[], layout: Layout): ReadonlyMap<string, number> {
  const byGap = new Map<Layout['gaps'][number], Ends[]>()
  for (const end of ends.filter(isCrossing)) {
    const away = ({ fromPx, toPx }: Layout['gaps'][number]) => Math.max(0, fromPx - wantedY(end), wantedY(end) - toPx)
    const gap = layout.gaps.reduce((best, other) => (away(other) < away(best) ? other : best))
    byGap.set(gap, [...(byGap.get(gap) ?? []), end])
  }
  return new Map(
    [...byGap].flatMap(([{ fromPx, toPx }, list]) => {
      const room = toPx - fromPx - 2 * MARGIN_PX
      const lane = Math.min(LANE_PX, room / Math.max(1, list.length - 1))
      const span = lane * (list.length - 1)
      const mean = list.reduce((sum, end) => sum + wantedY(end), 0) / list.length
      const start = Math.min(Math.max(mean - span / 2, fromPx + MARGIN_PX), toPx - MARGIN_PX - span)
      const ordered = list.toSorted((a, b) => wantedY(a) - wantedY(b))
      return ordered.map(({ thread }, index) => [thread.id, start + index * lane] as const)
    }),
  )
}

function pathOf({ from, to }: Ends, lanePx: number | undefined, width: number): string {
  const a = { x: anchorX(from, width), y: from.yPx }
  const b = { x: anchorX(to, width), y: to.yPx }
  const start = `M ${a.x} ${a.y} `
  if (lanePx !== undefined) {
    const left = { x: columnX('boxes', width), y: lanePx }
    const right = { x: left.x + cardWidth(width), y: lanePx }
    const [enter, leave] = a.x < b.x ? [left, right] : [right, left]
    return `${start}${level(a, enter)} L ${leave.x} ${leave.y} ${level(leave, b)}`
  }
  if (from.column === to.column && from.side === to.side) return start + bowed(a, b, from.side === 'right' ? 1 : -1)
  return start + level(a, b)
}

/** Every thread whose ends are shown, as a line. */
export function drawThreads(harness: Harness, layout: Layout, width: number): readonly DrawnThread[] {
  const ends = harness.threads.flatMap((thread): Ends[] => {
    const from = layout.anchors.get(portKey(thread.from))
    const to = layout.anchors.get(portKey(thread.to))
    return from === undefined || to === undefined ? [] : [{ thread, from, to }]
  })
  const lanes = lanesOf(ends, layout)
  return ends.map((end) => {
    const lanePx = lanes.get(end.thread.id)
    const heights = [end.from.yPx, end.to.yPx, ...(lanePx === undefined ? [] : [lanePx])]
    return {
      thread: end.thread,
      path: pathOf(end, lanePx, width),
      topPx: Math.min(...heights),
      bottomPx: Math.max(...heights),
    }
  })
}
