import { portKey, type PortKey } from '@/core/build/refs'
import type { Item } from '@/core/build/schema'
import type { Budget } from '@/core/harness/budgets'
import type { Harness } from '@/core/harness/derive'
import type { PlacedPort } from '@/core/harness/wiring'
import type { Part } from '@/core/parts/schema'

/** Fixed heights, so that the picture follows from the build alone and nothing has to be measured. */
export const HEAD_PX = 30
export const ROW_PX = 28
const GAP_PX = 16
/** Room above the first cards for threads that cross over the boxes. */
const TOP_PX = 12

export const COLUMNS = ['sources', 'boxes', 'devices'] as const
export type Column = (typeof COLUMNS)[number]

export interface Card {
  readonly item: Item
  readonly part: Part
  readonly column: Column
  readonly yPx: number
  readonly heightPx: number
  readonly rows: readonly PlacedPort[]
  /** Limits that several of its ports share, such as a supply cable. */
  readonly shared: readonly Budget[]
}

/** Where a thread meets a port: the side of its card, and how far down. */
export interface Anchor {
  readonly column: Column
  readonly side: 'left' | 'right'
  readonly yPx: number
}

export interface Layout {
  readonly cards: readonly Card[]
  readonly anchors: ReadonlyMap<PortKey, Anchor>
  readonly heightPx: number
  /** Heights between the boxes at which a thread may cross their column without going behind a card. */
  readonly crossingsPx: readonly number[]
}

/** By what the ports do: a source takes from nobody, a device passes nothing on but its tails, a box is between. */
function columnOf(part: Part): Column {
  if (!part.ports.some((port) => port.side === 'takes')) return 'sources'
  return part.ports.some((port) => port.side === 'gives' && port.need !== 'onward') ? 'boxes' : 'devices'
}

function sharedBudgets(harness: Harness, itemId: string): readonly Budget[] {
  const own = harness.budgets.filter((budget) => budget.at.length > 1 && budget.at[0]?.itemId === itemId)
  return own.filter((budget) => budget.state !== 'idle' || own.find((other) => other.name === budget.name) === budget)
}

/** The fixed arrangement: sources left, boxes between, devices right, each column in the order of the marks. */
export function layOut(harness: Harness): Layout {
  const bottoms: Record<Column, number> = { sources: TOP_PX, boxes: TOP_PX, devices: TOP_PX }
  const anchors = new Map<PortKey, Anchor>()
  // A thing without a plug, such as a plain case, has no part in the wiring.
  const wired = harness.items.filter(({ id }) => harness.factsOfItem(id).part.ports.length > 0)
  const cards = wired.map((item): Card => {
    const { part } = harness.factsOfItem(item.id)
    const column = columnOf(part)
    const placed = part.ports.map((port) => harness.port({ itemId: item.id, portId: port.id }))
    const rows = [
      ...placed.filter(({ port }) => port.side === 'takes'),
      ...placed.filter(({ port }) => port.side === 'gives'),
    ]
    const shared = sharedBudgets(harness, item.id)
    const yPx = bottoms[column]
    const heightPx = HEAD_PX + (rows.length + shared.length) * ROW_PX + 4
    rows.forEach((row, index) => {
      const isRight = column === 'sources' || (column === 'boxes' && row.port.side === 'gives')
      anchors.set(portKey(row.ref), {
        column,
        side: isRight ? 'right' : 'left',
        yPx: yPx + HEAD_PX + (index + 0.5) * ROW_PX,
      })
    })
    bottoms[column] = yPx + heightPx + GAP_PX
    return { item, part, column, yPx, heightPx, rows, shared }
  })
  const boxes = cards.filter((card) => card.column === 'boxes')
  const crossingsPx = boxes.map((card) => card.yPx + card.heightPx + GAP_PX / 2)
  return {
    cards,
    anchors,
    heightPx: Math.max(...Object.values(bottoms)) + GAP_PX,
    crossingsPx: [TOP_PX / 2, ...crossingsPx],
  }
}
