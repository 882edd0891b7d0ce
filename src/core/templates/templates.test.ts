import { bench } from '../../../tests/support/bench'
import { derive } from '../operate/harness'
import { shoppingList } from '../sheet/shopping'
import { leadListCsv } from '../sheet/csv'
import { partSummary } from '../wording/part-text'
import { listNames } from '../wording/text'
import { TEMPLATE_PARTS } from './parts'

describe('shopping', () => {
  test('counts by part, in the currency of the part, and says where a price is not known', () => {
    const build = bench(['F1 F2 F3: fan-140 = buy', 'F4: fan-140', 'H1: hub-unstated = buy', 'Y1: splitter-3'])
    expect(shoppingList(build)).toEqual([
      {
        id: 'hub-unstated',
        name: 'Case hub, six outlets, peripheral supply',
        count: 1,
        totalCents: undefined,
        currency: undefined,
        contents: undefined,
        leftOver: [],
      },
      {
        id: 'fan-140',
        name: 'Quillet Drift 140',
        count: 3,
        totalCents: 3 * 1690,
        currency: 'EUR',
        contents: undefined,
        leftOver: [],
      },
    ])
  })

  test('a pack is bought once for all that comes in it, at its own price', () => {
    const build = bench(['F1 F2 F3: fan-140 = buy', 'Y1: splitter-3 = buy'])
    const items = build.items.map((item) => (item.id === 'f3' ? item : { ...item, packId: 'p' }))
    const contents = [
      { partId: 'fan-140', count: 2 },
      { partId: 'splitter-3', count: 1 },
    ]
    const packed = {
      ...build,
      items,
      packs: [{ id: 'p', name: 'Pair', contents, price: { cents: 2990, currency: 'EUR' } }],
    }
    expect(shoppingList(packed).map(({ name, count, totalCents }) => [name, count, totalCents])).toEqual([
      ['Pair', 1, 2990],
      ['Quillet Drift 140', 1, 1690],
    ])
    expect(shoppingList(packed)[0]?.contents).toEqual(['2 × Quillet Drift 140', '1 × Fan splitter, three legs'])
  })
})

describe('words', () => {
  test('a part is told in one line', () => {
    const build = bench([
      'F1: fan-140',
      'F2: fan-unlabelled',
      'F3: fan-120-3pin',
      'L1: strip-12v',
      'M1: board-middle',
      'Y1: splitter-3',
    ])
    expect(build.parts.map(partSummary)).toEqual([
      '140 mm · 4-pin fan plug · 0.30 A',
      '120 mm · 4-pin fan plug · draw unknown',
      '120 mm · 3-pin fan plug · 2.16 W',
      '12 V light plug · 12 V light, 7.2 W',
      '4 × 4-pin fan · 1 × 5 V addressable light · 1 × 12 V light · 2 × internal USB 2.0',
      '4-pin fan plug · 3 outlets',
    ])
  })

  test('a case is told by its places for fans, and by its hub where it has one', () => {
    const summary = (id: string) => partSummary(TEMPLATE_PARTS.find((part) => part.id === id)!)
    expect(summary('template-case-mid')).toBe('Front 3 × 120 mm, Roof 2 × 120 mm, Rear 1 × 120 mm')
    expect(summary('template-case-mid-hub')).toBe(
      'Front 3 × 120 mm, Roof 2 × 120 mm, Rear 1 × 120 mm · SATA power plug · 4 outlets',
    )
  })

  test('names are listed as people do, and long lists are cut', () => {
    expect(listNames([])).toBe('')
    expect(listNames(['F1'])).toBe('F1')
    expect(listNames(['F1', 'F2', 'F3'])).toBe('F1, F2 and F3')
    expect(listNames(Array.from({ length: 20 }, (_, i) => `F${i + 1}`))).toMatch(/^F1, .*F12 and 8 more$/)
  })

  test('a name that a spreadsheet would run as a formula is quoted off in the CSV', () => {
    const build = bench(['M1: board-middle', 'F1: fan-140'], ['F1.fan > M1.SYS1'])
    const part = build.parts.find((held) => held.id === 'board-middle')!
    const ports = part.ports.map((port) => (port.id === 'SYS1' ? { ...port, name: '=1+1, "quoted"' } : port))
    const nasty = { ...build, parts: build.parts.map((held) => (held === part ? { ...part, ports } : held)) }
    expect(leadListCsv(derive(nasty)).split('\r\n')[1]).toBe(
      `1,F1,4-pin fan plug,"'=1+1, ""quoted""",4-pin fan plug,500`,
    )
  })
})
