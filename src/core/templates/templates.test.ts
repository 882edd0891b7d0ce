import { bench } from '../../../tests/support/bench'
import { apply } from '../build/apply'
import { plugEdit } from '../build/plug'
import { asBuild } from '../formats/validate'
import { derive } from '../operate/harness'
import { candidatesFor } from '../ask/candidates'
import { editableFigures } from '../parts/figures'
import { check } from '../rules/check'
import { shoppingList } from '../sheet/shopping'
import { leadListCsv } from '../sheet/csv'
import { partSummary } from '../wording/part-text'
import { findingText, listNames } from '../wording/text'
import { BOARD_SIZES, LIGHT_WISHES } from './choices'
import { TEMPLATE_PARTS } from './parts'
import { templateBuild } from './template-build'

describe('the template build', () => {
  const every = BOARD_SIZES.flatMap((boardSize) => LIGHT_WISHES.map((lights) => [boardSize, lights] as const))

  test.each(every)(
    '%s board, lights %s: sound, loose, and every lead finds a port of its plug',
    (boardSize, lights) => {
      const build = templateBuild({ id: 't', name: 'T', boardSize, fanCount: 2, lights })
      expect(() => asBuild(build)).not.toThrow()
      const harness = derive(build)
      const [first] = check(harness).findings
      expect(first?.messageId).toBe('needed')
      for (const { ref } of harness.ports.filter(({ port }) => port.need === 'required')) {
        const best = candidatesFor(harness, ref)[0]!
        const hasPort = !(lights === 'oneColour12V' && boardSize === 'small' && ref.portId === 'light')
        expect(best.outlook).toBe(hasPort ? 'wouldHold' : 'volts')
      }
    },
  )

  test('assumed figures never clear a budget; read from the manual and the label they do', () => {
    let build = templateBuild({ id: 't', name: 'T', boardSize: 'middle', fanCount: 1, lights: 'none' })
    const fan = build.items.find((item) => item.mark === 'F1')!
    const board = build.items.find((item) => item.mark === 'M1')!
    build = apply(build, plugEdit(build, { itemId: fan.id, portId: 'fan' }, { itemId: board.id, portId: 'CPU' })).build
    const texts = () => check(derive(build)).findings.map(findingText)
    const surge =
      'The start-up peak would hold if motors that state no start current take twice their rated one, at CPU. Look it up where it matters.'
    expect(texts()).toEqual([
      'CPU would hold if the figures are right: 0.25 A of 1.00 A, but one of them is only assumed. Check it against the manual or the label.',
      surge,
    ])
    for (const part of build.parts) {
      for (const { path, figure, origin } of editableFigures(part)) {
        if (figure === undefined) continue
        build = apply(build, { type: 'setFigure', partId: part.id, path, figure: { ...figure, origin } }).build
      }
    }
    expect(texts()).toEqual([surge])
  })

  test('no fans at all is a bench too', () => {
    expect(templateBuild({ id: 't', name: 'T', boardSize: 'small', fanCount: 0, lights: 'none' }).items).toHaveLength(2)
  })
})

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
