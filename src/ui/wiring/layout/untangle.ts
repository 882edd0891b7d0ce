import type { Harness } from '@/core/operate/harness'
import { layOut, type Anchor, type Arrangement, type Layout, type View } from './layout'

/** Rounds of ordering; more of them find no better order in any build tried. */
const ROUNDS = 8

interface Line {
  readonly leftPx: number
  readonly rightPx: number
}

/** The threads between two columns next to each other, as the heights of their ends. */
function linesBetween(
  harness: Harness,
  layout: Layout,
  left: Anchor['column'],
  right: Anchor['column'],
): readonly Line[] {
  return harness.threads.flatMap((thread) => {
    const ends = [thread.from, thread.to].map((ref) => layout.anchors.get(`${ref.itemId}.${ref.portId}`))
    const from = ends.find((anchor) => anchor?.column === left)
    const to = ends.find((anchor) => anchor?.column === right)
    return from === undefined || to === undefined ? [] : [{ leftPx: from.yPx, rightPx: to.yPx }]
  })
}

function crossingsAmong(lines: readonly Line[]): number {
  let count = 0
  lines.forEach((a, index) => {
    for (const b of lines.slice(index + 1)) {
      if ((a.leftPx - b.leftPx) * (a.rightPx - b.rightPx) < 0) count += 1
    }
  })
  return count
}

/** How often threads cross each other on their way to and from the boxes. */
export function crossingsOf(harness: Harness, layout: Layout): number {
  return (
    crossingsAmong(linesBetween(harness, layout, 'sources', 'boxes')) +
    crossingsAmong(linesBetween(harness, layout, 'boxes', 'devices'))
  )
}

/** Where each box would stand if it stood level with what it is threaded to: the mean height of the other ends. */
function meansOf(harness: Harness, layout: Layout): ReadonlyMap<string, number> {
  const others = new Map<string, number[]>()
  for (const { from, to } of harness.threads) {
    for (const [box, other] of [
      [from, to],
      [to, from],
    ] as const) {
      const anchor = layout.anchors.get(`${other.itemId}.${other.portId}`)
      if (anchor === undefined) continue
      const list = others.get(box.itemId) ?? []
      list.push(anchor.yPx)
      others.set(box.itemId, list)
    }
  }
  return new Map([...others].map(([id, list]) => [id, list.reduce((sum, y) => sum + y, 0) / list.length]))
}

/**
 * An arrangement of the boxes with few crossings, by the barycentre method (Sugiyama, Tagawa and Toda, 1981): each box
 * goes to the mean of what it is threaded to, some rounds of it, and the best round is kept. It is worked out when the
 * picture is opened or asked for, not at each edit, so that nothing jumps while people work.
 */
export function untangle(harness: Harness, view: Omit<View, 'arrangement'> = {}): Arrangement {
  let best: { readonly arrangement: Arrangement | undefined; readonly crossings: number } | undefined
  let arrangement: Arrangement | undefined
  for (let round = 0; round <= ROUNDS; round += 1) {
    const layout = layOut(harness, { ...view, arrangement })
    const crossings = crossingsOf(harness, layout)
    if (best === undefined || crossings < best.crossings) best = { arrangement, crossings }
    const means = meansOf(harness, layout)
    const boxes = layout.cards.filter(({ column }) => column === 'boxes')
    const byMean = boxes.toSorted((a, b) => (means.get(a.key) ?? a.yPx) - (means.get(b.key) ?? b.yPx))
    const wishesPx = new Map(
      byMean.map(({ key, heightPx }) => [key, Math.max(0, (means.get(key) ?? 0) - heightPx / 2)]),
    )
    arrangement = { order: byMean.map(({ key }) => key), wishesPx }
  }
  return best?.arrangement ?? { order: [], wishesPx: new Map() }
}
