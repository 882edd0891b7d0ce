import { portKey, type PortKey } from '@/core/build/refs'
import type { Item } from '@/core/build/schema'
import type { Budget } from '@/core/operate/budgets'
import type { Harness } from '@/core/operate/harness'
import type { PlacedPort } from '@/core/structure/wiring/wiring'
import type { Part } from '@/core/parts/schema'
import { groupBy } from '@/core/units/group'

/** Fixed heights, so that the picture follows from the build alone and nothing has to be measured. */
export const HEAD_PX = 28
export const ROW_PX = 26
const TITLE_PX = 22
const GAP_PX = 16
/** Between devices of one part, whose name stands above them once. */
const NARROW_PX = 5
/** Room above the first cards for threads that cross over the boxes. */
const TOP_PX = 12

export const COLUMNS = ['sources', 'boxes', 'devices'] as const
export type Column = (typeof COLUMNS)[number]

/** A thing of the wiring, or several that are folded into one card. */
export interface Card {
  readonly key: string
  readonly items: readonly Item[]
  readonly name: string
  readonly part: Part | undefined
  readonly column: Column
  readonly yPx: number
  readonly heightPx: number
  /** Without a head of its own: its mark stands in its first row, and its part's name above its like. */
  readonly isSlim: boolean
  readonly isFolded: boolean
  readonly rows: readonly PlacedPort[]
  /** Limits that several of its ports share, such as a supply cable. */
  readonly shared: readonly Budget[]
}

/** The name of the part of the slim cards below it. */
export interface Title {
  readonly text: string
  readonly column: Column
  readonly yPx: number
}

/** Where a thread meets a port: the side of its card, and how far down. */
export interface Anchor {
  readonly column: Column
  readonly side: 'left' | 'right'
  readonly yPx: number
}

/** What the keyboard stops at: a port's row, the head of a card, or a limit that several of its ports share. */
export interface Stop {
  readonly key: string
  readonly column: Column
  readonly yPx: number
}

export interface Layout {
  readonly cards: readonly Card[]
  readonly titles: readonly Title[]
  readonly anchors: ReadonlyMap<PortKey, Anchor>
  readonly stops: readonly Stop[]
  readonly heightPx: number
  /** Spans between the boxes through which threads may cross their column without going behind a card. */
  readonly gaps: readonly { readonly fromPx: number; readonly toPx: number }[]
}

/** Where the boxes stand: their order, and how far down each is wished to be. Worked out when asked for, then kept. */
export interface Arrangement {
  readonly order: readonly string[]
  readonly wishesPx: ReadonlyMap<string, number>
}

export interface View {
  readonly arrangement?: Arrangement | undefined
  /** Items and groups that are folded into one line. */
  readonly folded?: ReadonlySet<string>
  /** The items that are shown; all where it is not given. */
  readonly only?: ReadonlySet<string> | undefined
  /** Ports that nothing is plugged into, and limits, are left out: on paper they say nothing. */
  readonly isUsedOnly?: boolean
}

/** By what the ports do: a source takes from nobody, a device passes nothing on but its tails, a box is between. */
export function columnOf(part: Part): Column {
  if (!part.ports.some((port) => port.side === 'takes')) return 'sources'
  return part.ports.some((port) => port.side === 'gives' && port.need !== 'onward') ? 'boxes' : 'devices'
}

/** The limits that several ports of an item share, by item. */
function sharedBudgets(harness: Harness): ReadonlyMap<string, readonly Budget[]> {
  const shared = harness.budgets.filter((budget) => budget.at.length > 1)
  const byItem = groupBy(shared, (budget) => budget.at[0]!.itemId)
  return new Map([...byItem].map(([itemId, own]) => [itemId, worthARow(own)]))
}

/** Of limits of one name that nothing draws from, one is enough. */
function worthARow(own: readonly Budget[]): readonly Budget[] {
  return own.filter((budget) => budget.state !== 'idle' || own.find((other) => other.name === budget.name) === budget)
}

function rowsOf({ harness, isUsedOnly }: Drawing, item: Item): readonly PlacedPort[] {
  const { part } = harness.factsOfItem(item.id)
  const all = part.ports.map((port) => harness.port({ itemId: item.id, portId: port.id }))
  const placed = isUsedOnly ? all.filter(({ ref }) => harness.threadsAt(ref).length > 0) : all
  return [...placed.filter(({ port }) => port.side === 'takes'), ...placed.filter(({ port }) => port.side === 'gives')]
}

type Bare = Omit<Card, 'yPx' | 'heightPx'>

/** Devices in the order of the case where they are numbered, all else by mark. */
function inCaseOrder(harness: Harness, items: readonly Item[]): readonly Item[] {
  const numbers = new Map((harness.build.places ?? []).map((place) => [place.itemId, place.number]))
  const numberOf = ({ id }: Item) => numbers.get(id) ?? Number.MAX_SAFE_INTEGER
  return items.toSorted((a, b) => numberOf(a) - numberOf(b))
}

/** What all columns are laid out from. */
interface Drawing {
  readonly harness: Harness
  readonly folded: ReadonlySet<string>
  readonly sharedBy: ReadonlyMap<string, readonly Budget[]>
  readonly isUsedOnly: boolean
}

/** The cards of a column, top to bottom, without their places. */
function bareCards(drawing: Drawing, items: readonly Item[], column: Column): readonly Bare[] {
  const { harness, folded, sharedBy } = drawing
  const groups = column === 'devices' ? (harness.build.groups ?? []).filter(({ id }) => folded.has(id)) : []
  const seen = new Set<string>()
  return items.flatMap((item): Bare[] => {
    const group = groups.find(({ itemIds }) => itemIds.includes(item.id))
    if (group !== undefined) {
      if (seen.has(group.id)) return []
      seen.add(group.id)
      const members = items.filter(({ id }) => group.itemIds.includes(id))
      const rows = members.flatMap((member) => rowsOf(drawing, member))
      const common = { column, part: undefined, isSlim: false, isFolded: true, shared: [] }
      return [{ ...common, key: group.id, items: members, name: group.name, rows }]
    }
    const { part } = harness.factsOfItem(item.id)
    const isFolded = folded.has(item.id)
    const shared = isFolded ? [] : (sharedBy.get(item.id) ?? [])
    const isSlim = column === 'devices' && !isFolded && shared.length === 0
    return [
      {
        key: item.id,
        items: [item],
        name: part.name,
        part,
        column,
        isSlim,
        isFolded,
        rows: rowsOf(drawing, item),
        shared,
      },
    ]
  })
}

function heightOf({ isFolded, isSlim, rows, shared }: Bare): number {
  if (isFolded) return HEAD_PX + 2
  return (isSlim ? 0 : HEAD_PX) + (rows.length + shared.length) * ROW_PX + 4
}

/** One column laid out from a height on: its cards, the names above runs of one part, and where it ends. */
function stack(cards: readonly Bare[], topPx: number, wishesPx: ReadonlyMap<string, number> | undefined) {
  const placed: Card[] = []
  const titles: Title[] = []
  let bottom = topPx
  cards.forEach((card, index) => {
    const before = cards[index - 1]
    const isNewPart = card.isSlim && (before?.isSlim !== true || before.part !== card.part)
    if (isNewPart) {
      titles.push({ text: card.name, column: card.column, yPx: bottom })
      bottom += TITLE_PX
    }
    const yPx = Math.max(bottom, wishesPx?.get(card.key) ?? 0)
    const heightPx = heightOf(card)
    placed.push({ ...card, yPx, heightPx })
    const isRun = card.isSlim && cards[index + 1]?.isSlim === true && cards[index + 1]?.part === card.part
    bottom = yPx + heightPx + (isRun ? NARROW_PX : GAP_PX)
  })
  return { placed, titles, bottom }
}

/** The middle of a row of a card, or of its head where it is folded. */
function rowY({ yPx, isFolded, isSlim }: Card, index: number): number {
  return isFolded ? yPx + HEAD_PX / 2 : yPx + (isSlim ? 2 : HEAD_PX) + (index + 0.5) * ROW_PX
}

function isRight(column: Column, { port }: PlacedPort): boolean {
  return column === 'sources' || (column === 'boxes' && port.side === 'gives')
}

/** The things of each machine, in the order of the machines; one band without a name where there is one machine. */
export function bandsOf(
  { build }: Harness,
  items: readonly Item[],
): readonly { readonly name: string | undefined; readonly items: readonly Item[] }[] {
  const assemblies = build.assemblies ?? []
  if (assemblies.length < 2) return [{ name: undefined, items }]
  const bands = assemblies.map(({ id, name }) => ({ name, items: items.filter(({ assemblyId }) => assemblyId === id) }))
  const others = items.filter(({ assemblyId }) => !assemblies.some(({ id }) => id === assemblyId))
  return [...bands, { name: 'in no machine', items: others }].filter((band) => band.items.length > 0)
}

/** The fixed arrangement: sources left in the order of the board, boxes between, devices right in the order of the case. */
export function layOut(
  harness: Harness,
  { arrangement, folded = new Set(), only, isUsedOnly = false }: View = {},
): Layout {
  // A thing without a plug, such as a plain case, has no part in the wiring.
  const wired = harness.items.filter(
    ({ id }) =>
      harness.factsOfItem(id).part.ports.length > 0 &&
      (only === undefined || only.has(id)) &&
      (!isUsedOnly || harness.threads.some(({ from, to }) => from.itemId === id || to.itemId === id)),
  )
  const ranks = new Map(arrangement?.order.map((id, rank) => [id, rank]))
  const rankOf = ({ id }: Item) => ranks.get(id) ?? Number.MAX_SAFE_INTEGER
  const sharedBy = isUsedOnly ? new Map<string, readonly Budget[]>() : sharedBudgets(harness)
  const drawing: Drawing = { harness, folded, sharedBy, isUsedOnly }
  const cards: Card[] = []
  const titles: Title[] = []
  let bottomPx = TOP_PX
  // Each machine has a band of its own, so that its threads stay short.
  for (const { name, items } of bandsOf(harness, wired)) {
    if (name !== undefined) {
      titles.push({ text: name, column: 'sources', yPx: bottomPx })
      bottomPx += TITLE_PX
    }
    const columns = COLUMNS.map((column) => {
      const own = items.filter(({ id }) => columnOf(harness.factsOfItem(id).part) === column)
      const ordered =
        column === 'devices'
          ? inCaseOrder(harness, own)
          : column === 'boxes'
            ? own.toSorted((a, b) => rankOf(a) - rankOf(b))
            : own
      const wishesPx = column === 'boxes' ? arrangement?.wishesPx : undefined
      return stack(bareCards(drawing, ordered, column), bottomPx, wishesPx)
    })
    cards.push(...columns.flatMap(({ placed }) => placed))
    titles.push(...columns.flatMap((column) => column.titles))
    bottomPx = Math.max(...columns.map(({ bottom }) => bottom))
  }
  const anchors = new Map<PortKey, Anchor>()
  const stops: Stop[] = []
  for (const card of cards) {
    const { column } = card
    if (!card.isSlim) stops.push({ key: card.key, column, yPx: card.yPx + HEAD_PX / 2 })
    card.rows.forEach((row, index) => {
      const yPx = rowY(card, index)
      anchors.set(portKey(row.ref), { column, side: isRight(column, row) ? 'right' : 'left', yPx })
      if (!card.isFolded) stops.push({ key: row.key, column, yPx })
    })
    card.shared.forEach(({ id }, index) => stops.push({ key: id, column, yPx: rowY(card, card.rows.length + index) }))
  }
  const heightPx = bottomPx + GAP_PX
  const boxes = cards.filter(({ column }) => column === 'boxes').toSorted((a, b) => a.yPx - b.yPx)
  const edges = [0, ...boxes.flatMap(({ yPx, heightPx: tall }) => [yPx, yPx + tall]), heightPx]
  const gaps = edges.flatMap((fromPx, index) => (index % 2 === 0 ? [{ fromPx, toPx: edges[index + 1]! }] : []))
  return { cards, titles, anchors, stops, heightPx, gaps }
}
