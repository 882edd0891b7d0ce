import { bench, demoBuild } from '../../../../tests/support/bench'
import { shuffleBuild } from '../../../../tests/support/shuffle'
import { portKey } from '../../../core/build/refs'
import { derive } from '../../../core/operate/harness'
import { neighbour } from './neighbour'
import { COLUMNS, HEAD_PX, layOut, ROW_PX, type Card, type Layout } from './layout'
import { drawThreads } from './paths'
import { togetherWith } from './together'
import { crossingsOf, untangle } from './untangle'
import { threadsOnPathOf, pathsOf } from './upstream-paths'

const heron = derive(demoBuild('tangled-heron'))
const layout = layOut(heron)
const marksOf = ({ items }: Card) => items.map(({ mark }) => mark).join()
const cardOf = (of: Layout, mark: string) => of.cards.find((card) => marksOf(card) === mark)!

test('a case without a plug is not in the wiring', () => {
  expect(layout.cards.map(marksOf)).not.toContain('K1')
})

test('sources left, boxes between, devices right, told by their ports', () => {
  const columns = Object.fromEntries(layout.cards.map((card) => [marksOf(card), card.column]))
  expect(columns).toMatchObject({
    M1: 'sources',
    S1: 'sources',
    Y1: 'boxes',
    H1: 'boxes',
    X1: 'boxes',
    F1: 'devices',
    L1: 'devices',
    P1: 'devices',
  })
})

test('every port has a place, and neither cards nor names of parts overlap in a column', () => {
  expect([...layout.anchors.keys()].toSorted()).toEqual(heron.ports.map(({ key }) => key).toSorted())
  for (const column of COLUMNS) {
    const spans = [
      ...layout.cards.map((card) => ({ column: card.column, from: card.yPx, to: card.yPx + card.heightPx })),
      ...layout.titles.map((title) => ({ column: title.column, from: title.yPx, to: title.yPx + 20 })),
    ]
      .filter((span) => span.column === column)
      .toSorted((a, b) => a.from - b.from)
    spans.slice(1).forEach((span, index) => expect(span.from).toBeGreaterThanOrEqual(spans[index]!.to))
  }
  expect(Math.max(...layout.cards.map((card) => card.yPx + card.heightPx))).toBeLessThanOrEqual(layout.heightPx)
})

test('a port stands on its own row', () => {
  const card = cardOf(layout, 'Y1')
  card.rows.forEach((row, index) => {
    expect(layout.anchors.get(row.key)?.yPx).toBe(card.yPx + HEAD_PX + (index + 0.5) * ROW_PX)
  })
  expect(layout.anchors.get('y1.in')?.side).toBe('left')
  expect(layout.anchors.get('y1.out1')?.side).toBe('right')
  expect(layout.anchors.get('f1.fan')?.side).toBe('left')
})

test('a folded box is one line that all its threads meet, and keeps one stop for the keyboard', () => {
  const folded = layOut(heron, { folded: new Set(['y1']) })
  const card = cardOf(folded, 'Y1')
  expect(card.heightPx).toBeLessThan(cardOf(layout, 'Y1').heightPx)
  const heights = new Set(card.rows.map(({ key }) => folded.anchors.get(key)?.yPx))
  expect([...heights]).toEqual([card.yPx + HEAD_PX / 2])
  expect(folded.stops.filter(({ key }) => key.startsWith('y1')).map(({ key }) => key)).toEqual(['y1'])
})

test('a folded group is one card for all its devices', () => {
  const grouped = { ...heron.build, groups: [{ id: 'all', name: 'All fans', itemIds: ['f1', 'f2', 'f3'] }] }
  const folded = layOut(derive(grouped), { folded: new Set(['all']) })
  expect(folded.cards.map(marksOf)).toContain('F1,F2,F3')
  expect(folded.heightPx).toBeLessThanOrEqual(layout.heightPx)
})

test('devices stand in the order of the case where they are numbered', () => {
  const build = demoBuild('harbour-lantern')
  const places = [
    { itemId: 'f4', number: 1 },
    { itemId: 'f1', number: 2 },
  ]
  const devices = layOut(derive({ ...build, places })).cards.filter(({ column }) => column === 'devices')
  expect(devices.slice(0, 2).map(marksOf)).toEqual(['F4', 'F1'])
})

test.each(['harbour-lantern', 'night-ferry', 'tangled-heron', 'loom-hall'])(
  '%s: threads cross the boxes only between their cards, and untangling never makes more crossings',
  (id) => {
    const harness = derive(demoBuild(id))
    const plain = layOut(harness)
    const ordered = layOut(harness, { arrangement: untangle(harness) })
    expect(crossingsOf(harness, ordered)).toBeLessThanOrEqual(crossingsOf(harness, plain))
    for (const one of [plain, ordered]) {
      const boxes = one.cards.filter((card) => card.column === 'boxes')
      for (const { path } of drawThreads(harness, one, 900)) {
        const lane = /L \S+ (\S+) /.exec(path)?.[1]
        if (lane === undefined) continue
        expect(boxes.some((card) => Number(lane) > card.yPx && Number(lane) < card.yPx + card.heightPx)).toBe(false)
      }
    }
  },
)

/** Two boxes named against the order of what hangs on them: in the order of their marks every thread crosses another. */
test('two boxes that are named the wrong way round are turned', () => {
  const build = bench(
    [
      'M1: board-middle',
      'Y1: splitter-2',
      'Y2: splitter-2',
      'F1: fan-140',
      'F2: fan-140',
      'F3: fan-140',
      'F4: fan-140',
    ],
    [
      'Y2.in > M1.SYS1',
      'Y1.in > M1.SYS2',
      'F1.fan > Y2.out1',
      'F2.fan > Y2.out2',
      'F3.fan > Y1.out1',
      'F4.fan > Y1.out2',
    ],
  )
  const harness = derive(build)
  expect(crossingsOf(harness, layOut(harness))).toBe(5)
  const arrangement = untangle(harness)
  expect(arrangement.order).toEqual(['y2', 'y1'])
  expect(crossingsOf(harness, layOut(harness, { arrangement }))).toBe(0)
})

test('the picture does not depend on the order of the document', () => {
  const turned = layOut(derive(shuffleBuild(demoBuild('tangled-heron'), 7)))
  const places = ({ cards }: Layout) => cards.map((card) => [marksOf(card), card.yPx])
  expect(places(turned)).toEqual(places(layout))
})

test('what hangs together with a port: its way to the sources and all that hangs on it, not its neighbours', () => {
  const kite = derive(demoBuild('paper-kite'))
  const marks = (itemId: string, portId: string) =>
    [...togetherWith(kite, { itemId, portId })].map((id) => kite.items.find((item) => item.id === id)!.mark).toSorted()
  expect(marks('f1', 'fan')).toEqual(['F1', 'H1', 'M1', 'S1'])
  expect(marks('m1', 'CPU')).toEqual(['F5', 'M1'])
})

test('arrow keys go up and down a column, and to the nearest row of the next one', () => {
  expect(neighbour(layout.stops, 'y1', 'ArrowDown')).toBe('y1.in')
  expect(neighbour(layout.stops, 'y1.in', 'ArrowUp')).toBe('y1')
  const right = neighbour(layout.stops, 'y1.in', 'ArrowRight')
  expect(layout.stops.find(({ key }) => key === right)?.column).toBe('devices')
  expect(neighbour(layout.stops, layout.stops[0]!.key, 'ArrowUp')).toBeUndefined()
})

test('an empty bench has no height to speak of', () => {
  expect(layOut(derive(bench([]))).cards).toEqual([])
})

describe('the path to the supply', () => {
  const kite = derive(demoBuild('paper-kite'))
  const words = (harness: typeof kite, lead: string) => {
    const [itemId = '', portId = ''] = lead.split('.')
    return pathsOf(harness, { itemId, portId }).map(
      ({ what, path }) => `${what}: ${path.hops.map(({ to }) => harness.name(to)).join(' < ')} (${path.end})`,
    )
  }

  test('a fan on a powered hub is fed from the supply and commanded by the board', () => {
    expect(words(kite, 'f1.fan')).toEqual([
      'supply: H1 outlet 1 < A plug 1 (source)',
      'speed command: H1 outlet 1 < SYS1 (source)',
    ])
  })

  test('supply and command of one way are told once', () => {
    expect(words(kite, 'f5.fan')).toEqual(['supply: CPU (source)'])
    expect(words(kite, 'l1.light')).toEqual(['supply: LED5V (source)'])
  })

  test('lights of a chain reach their source through the one before', () => {
    expect(words(heron, 'l3.light')[0]).toBe('supply: L2 light tail < LED5V B (source)')
  })

  test('a loose lead, and a box whose lead is loose', () => {
    expect(words(heron, 'p1.pump')).toEqual(['supply:  (loose)'])
    const loose = derive(bench(['Y1: splitter-2', 'F1: fan-140'], ['F1.fan > Y1.out1']))
    expect(words(loose, 'f1.fan')).toEqual(['supply: Y1 outlet 1 (loose)'])
  })

  test('picking a port lights up its threads', () => {
    const idsOf = (lead: string) =>
      [...(threadsOnPathOf(kite, kite.ports.find(({ ref }) => portKey(ref) === lead)!.ref) ?? [])].toSorted()
    const threadOf = (lead: string) => kite.threads.find((thread) => portKey(thread.from) === lead)!.id
    expect(idsOf('f1.fan')).toEqual([threadOf('f1.fan'), threadOf('h1.supply'), threadOf('h1.signal')].toSorted())
    expect(idsOf('h1.out1')).toEqual([threadOf('f1.fan')])
    expect(idsOf('h1.out5')).toEqual([])
  })
})
