import { bench, demoBuild } from '../../../tests/support/bench'
import { canonicalJson } from '../formats/canonical'
import { asBuild, asPart } from '../formats/validate'
import { figureOf } from '../parts/make'
import type { Part } from '../parts/schema'
import { derive } from '../operate/harness'
import { targetsOf } from '../ask/placing'
import { apply } from './apply'
import { airEdit, placeEdit, unplaceEdit } from './choose'
import { describeEdit } from '../wording/edit-text'
import type { Build } from './schema'

const mm = (value: number) => figureOf(value, 'manual')
const at = (xMm: number, yMm: number) => ({ xMm: mm(xMm), yMm: mm(yMm) })
type Layout = NonNullable<Part['panels']>[number]['layouts'][number]
const three: Layout = { id: 'three', holds: 'fans', sizeMm: mm(120), placeCount: 3 }

function tower(space: Partial<NonNullable<Part['space']>>, layout: Partial<Layout> = {}): Part {
  return {
    id: 'tower',
    name: 'Tower',
    kind: 'case',
    ports: [],
    inside: [],
    panels: [{ id: 'front', name: 'Front', side: 'front', layouts: [{ ...three, ...layout }] }],
    space: { depthMm: mm(400), heightMm: mm(420), widthMm: mm(200), ...space },
  }
}
const board = demoBuild('harbour-lantern').parts.find(({ id }) => id === 'board-middle')!

describe('measures of cases and boards', () => {
  test.each<readonly [string, Part, RegExp | undefined]>([
    [
      'as it should be',
      tower({
        holes: [
          { id: 'a', ...at(0, 0) },
          { id: 'b', ...at(400, 420) },
        ],
      }),
      undefined,
    ],
    ['no holes at all', tower({}), undefined],
    [
      'four 120s on 420 mm',
      tower({}, { placeCount: 4 }),
      /layouts\/0\/placeCount: 4 places of 120 mm end at 480 mm, but Front is 420 mm long/,
    ],
    ['three 120s that begin at 100', tower({}, { startMm: mm(100) }), /end at 460 mm/],
    [
      'a 220 on 200 mm of width',
      tower({}, { sizeMm: mm(210), placeCount: 1 }),
      /layouts\/0\/sizeMm: places of 210 mm stick out of Front, which is 200 mm wide/,
    ],
    ['off its middle line', tower({}, { acrossMm: mm(30) }), /layouts\/0\/acrossMm: places of 120 mm stick out/],
    [
      'a hole beside the tray',
      tower({ holes: [{ id: 'a', ...at(401, 10) }] }),
      /space\/holes\/0: the hole “a” would be at 401 and 10 mm, beside the tray of 400 by 420 mm/,
    ],
    [
      'the same hole twice',
      tower({
        holes: [
          { id: 'a', ...at(1, 1) },
          { id: 'a', ...at(2, 2) },
        ],
      }),
      /space\/holes\/1\/id: the hole id “a” is used twice/,
    ],
    [
      'a spot beside the tray',
      tower({ spots: [{ id: 's', name: 'S', isBehind: true, ...at(0, 500) }] }),
      /space\/spots\/0: the spot “s”/,
    ],
    ['the board beside the tray', tower({ board: at(500, 10) }), /space\/board: the board would be at 500/],
    [
      'a header off its board',
      { ...board, ports: board.ports.map((port, i) => (i === 0 ? { ...port, spot: at(300, 10) } : port)) },
      /ports\/0\/spot: the header CPU would be at 300 and 10 mm, beside a board of 244 by 305 mm/,
    ],
    [
      'the processor off its board',
      { ...board, outline: { ...board.outline!, processor: at(10, 306) } },
      /outline\/processor/,
    ],
  ])('%s', (_what, part, words) => {
    const read = () => asPart(part)
    if (words === undefined) expect(read).not.toThrow()
    else expect(read).toThrow(words)
  })

  test('200 mounts are drawn up like three', () => {
    const panels = (['front', 'top', 'back', 'bottom', 'side'] as const).map((side) => ({
      id: side,
      name: side,
      side,
      layouts: Array.from({ length: 8 }, (_, i) => ({ ...three, id: `l${i}`, sizeMm: mm(20 + i), placeCount: 5 })),
    }))
    const big = asPart({ ...tower({}), panels })
    const harness = derive(bench(['K1: tower'], [], [big]))
    expect(targetsOf(harness, harness.items[0]!)).toHaveLength(200 + 1)
  })
})

describe('places that speak of what is not there', () => {
  const build = demoBuild('harbour-lantern')
  const mount = { caseItemId: 'k1', panelId: 'front', layoutId: 'fans-140', placeNumber: 1 }

  test.each([
    [
      { itemId: 'f1', mount: { ...mount, layoutId: 'fans-500' } },
      /F1 would sit nowhere: Front of K1 has no layout “fans-500”/,
    ],
    [
      { itemId: 'l1', spot: { caseItemId: 'k1', spotId: 'attic' } },
      /L1 would sit nowhere: K1 has no spot “attic” for boxes/,
    ],
    [{ itemId: 'l1', spot: { caseItemId: 'k9', spotId: 'ledge' } }, /there is no item “k9”/],
    [{ itemId: 'f1', processor: { caseItemId: 'nobody' } }, /there is no item “nobody”/],
    [{ itemId: 'f1', mount, processor: { caseItemId: 'k1' } }, /say one of them/],
  ])('an edit that says so is refused, and changes nothing (%#)', (place, words) => {
    expect(() => apply(build, placeEdit(place))).toThrow(words)
    expect(() => asBuild({ ...build, places: [place] })).toThrow(/At \/places\/0/)
  })

  test('a case that loses a layout in use is refused, with who sits there', () => {
    const estuary = build.parts.find(({ id }) => id === 'case-estuary')!
    const part = { ...estuary, panels: estuary.panels!.filter(({ id }) => id !== 'front') }
    expect(() => apply(build, { type: 'setPart', part })).toThrow(/F1 would sit nowhere: K1 has no panel “front”/)
  })

  test('air and its undo, and taking a thing out', () => {
    const back = (from: Build, edit: Parameters<typeof apply>[1]) => {
      const done = apply(from, edit)
      expect(canonicalJson(apply(done.build, done.inverse).build)).toBe(canonicalJson(from))
      return done.build
    }
    const air = airEdit({ itemId: 'k1', speedPercent: 60 })
    expect(describeEdit(air, build)).toBe('air of K1: fans at 60 %')
    expect(back(build, air).choices.air).toEqual([{ itemId: 'k1', speedPercent: 60 }])
    expect(back(build, unplaceEdit('f1')).places?.some(({ itemId }) => itemId === 'f1')).toBe(false)
    expect(describeEdit(placeEdit({ itemId: 'l1', spot: { caseItemId: 'k1', spotId: 'ledge' } }), build)).toBe(
      'place of L1: Ledge before the board',
    )
  })
})
