import { bench, demoBuild } from '../../../tests/support/bench'
import { shuffleBuild } from '../../../tests/support/shuffle'
import { portKey } from '../../core/build/refs'
import { derive } from '../../core/harness/derive'
import { HEAD_PX, layOut, ROW_PX } from './layout'
import { wayOf, waysOf } from './way'

const heron = derive(demoBuild('tangled-heron'))
const layout = layOut(heron)

test('a case without a plug is not in the wiring', () => {
  expect(layout.cards.some(({ item }) => item.mark === 'K1')).toBe(false)
})

test('sources left, boxes between, devices right, told by their ports', () => {
  const columnOf = Object.fromEntries(layout.cards.map((card) => [card.item.mark, card.column]))
  expect(columnOf).toMatchObject({
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

test('every port has a place, and no two cards of a column overlap', () => {
  expect([...layout.anchors.keys()].toSorted()).toEqual(heron.ports.map(({ key }) => key).toSorted())
  for (const column of ['sources', 'boxes', 'devices']) {
    const cards = layout.cards.filter((card) => card.column === column)
    cards
      .slice(1)
      .forEach((card, index) => expect(card.yPx).toBeGreaterThanOrEqual(cards[index]!.yPx + cards[index]!.heightPx))
  }
  expect(Math.max(...layout.cards.map((card) => card.yPx + card.heightPx))).toBeLessThanOrEqual(layout.heightPx)
})

test('a port stands on its own row', () => {
  const card = layout.cards.find(({ item }) => item.mark === 'Y1')!
  card.rows.forEach((row, index) => {
    expect(layout.anchors.get(row.key)?.yPx).toBe(card.yPx + HEAD_PX + (index + 0.5) * ROW_PX)
  })
  expect(layout.anchors.get('y1.in')?.side).toBe('left')
  expect(layout.anchors.get('y1.out1')?.side).toBe('right')
  expect(layout.anchors.get('f1.fan')?.side).toBe('left')
})

test('threads cross the boxes only between their cards', () => {
  const boxes = layout.cards.filter((card) => card.column === 'boxes')
  for (const y of layout.crossingsPx) {
    expect(boxes.some((card) => y > card.yPx && y < card.yPx + card.heightPx)).toBe(false)
  }
})

test('the picture does not depend on the order of the document', () => {
  const turned = layOut(derive(shuffleBuild(demoBuild('tangled-heron'), 7)))
  expect(turned.cards.map((card) => [card.item.mark, card.yPx])).toEqual(
    layout.cards.map((card) => [card.item.mark, card.yPx]),
  )
})

test('an empty bench has no height to speak of', () => {
  expect(layOut(derive(bench([]))).cards).toEqual([])
})

describe('the way to the supply', () => {
  const kite = derive(demoBuild('paper-kite'))
  const words = (harness: typeof kite, lead: string) => {
    const [itemId = '', portId = ''] = lead.split('.')
    return waysOf(harness, { itemId, portId }).map(
      ({ what, way }) => `${what}: ${way.stretches.map(({ to }) => harness.name(to)).join(' < ')} (${way.end})`,
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
      [...(wayOf(kite, kite.ports.find(({ ref }) => portKey(ref) === lead)!.ref) ?? [])].toSorted()
    const threadOf = (lead: string) => kite.threads.find((thread) => portKey(thread.from) === lead)!.id
    expect(idsOf('f1.fan')).toEqual([threadOf('f1.fan'), threadOf('h1.supply'), threadOf('h1.signal')].toSorted())
    expect(idsOf('h1.out1')).toEqual([threadOf('f1.fan')])
    expect(idsOf('h1.out5')).toEqual([])
  })
})
