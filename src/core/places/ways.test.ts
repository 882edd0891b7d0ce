import fc from 'fast-check'
import { centreOf, cornerOf, distanceMm, straightMm, type Corner, type Point } from './space'
import { reachOf, wayBetween, type Hole, type WayEnd } from './ways'

const frame = { depthMm: 400, heightMm: 420, widthMm: 200 }
const front = { side: 'front', sizeMm: 120, placeCount: 3, placeNumber: 1 } as const

describe('corners of fans, by hand on a case of right angles', () => {
  // Three 120s on a front of 420 mm: 360 mm of fans, 30 mm left above and below; across 200 mm, 40 mm left each side.
  test.each<[number, Corner, Point]>([
    [1, 0, { xMm: 0, yMm: 30, zMm: 40 }],
    [1, 2, { xMm: 0, yMm: 150, zMm: 160 }],
    [2, 1, { xMm: 0, yMm: 270, zMm: 40 }],
    [3, 3, { xMm: 0, yMm: 270, zMm: 160 }],
  ])('front place %i, corner %i', (placeNumber, corner, point) => {
    expect(cornerOf(frame, { ...front, placeNumber }, corner)).toEqual(point)
  })

  test.each([
    ['back', { xMm: 400, yMm: 150, zMm: 40 }],
    ['bottom', { xMm: 140, yMm: 0, zMm: 40 }],
    ['top', { xMm: 140, yMm: 420, zMm: 40 }],
    ['side', { xMm: 140, yMm: 150, zMm: 200 }],
  ] as const)('one 120 in the middle of the %s', (side, point) => {
    expect(cornerOf(frame, { side, sizeMm: 120, placeCount: 1, placeNumber: 1 }, 0)).toEqual(point)
  })
})

test('a layout that is said to begin elsewhere, and to stand off the middle', () => {
  const spot = { side: 'top', sizeMm: 120, placeCount: 2, placeNumber: 2, startMm: 50, acrossMm: 90 } as const
  expect(centreOf(frame, spot)).toEqual({ xMm: 50 + 180, yMm: 420, zMm: 90 })
  expect(cornerOf(frame, spot, 1)).toEqual({ xMm: 290, yMm: 420, zMm: 30 })
})

test('a hose hangs straight: 3, 4, 12 and 13', () => {
  expect(straightMm({ xMm: 0, yMm: 0, zMm: 0 }, { xMm: 30, yMm: 40, zMm: 120 })).toBe(130)
})

describe('ways of leads', () => {
  const header: Point = { xMm: 350, yMm: 400, zMm: 0 }
  const lead = cornerOf(frame, front, 0)
  const low: Hole = { id: 'low', xMm: 60, yMm: 60 }
  const high: Hole = { id: 'high', xMm: 330, yMm: 410 }

  test('by hand: out of the corner, down the hole, up behind, and out beside the header', () => {
    // 60 + 30 + 40 to the low hole, 270 + 350 behind, 20 + 10 to the header.
    expect(wayBetween(lead, header, { holes: [low, high], sightMm: 0 })).toEqual({
      lengthMm: 780,
      holeIds: ['low', 'high'],
      legsMm: [130, 620, 30],
    })
  })

  test('in sight it is the straight way along edges; with no hole and no leave to cross there is none', () => {
    // 350 + 370 + 40.
    expect(wayBetween(lead, header, { holes: [], sightMm: 760 })).toEqual({ lengthMm: 760, holeIds: [], legsMm: [760] })
    expect(wayBetween(lead, header, { holes: [], sightMm: 759 })).toBeUndefined()
    expect(wayBetween(lead, header, { holes: [], sightMm: 0 })).toBeUndefined()
  })

  test('one hole alone leads nowhere, since nothing comes out of it again', () => {
    expect(wayBetween(lead, header, { holes: [low], sightMm: 0 })).toBeUndefined()
  })

  test('to a box behind the tray it goes in and stays there; from box to box it never comes out', () => {
    const box: WayEnd = { xMm: 300, yMm: 60, zMm: 0, isBehind: true }
    // 130 to the low hole, 240 behind.
    expect(wayBetween(lead, box, { holes: [low, high], sightMm: 0 })).toEqual({
      lengthMm: 370,
      holeIds: ['low'],
      legsMm: [130, 240],
    })
    // 30 + 350 behind to the high hole, 20 + 10 to the header.
    expect(wayBetween(box, header, { holes: [low, high], sightMm: 0 })).toEqual({
      lengthMm: 410,
      holeIds: ['high'],
      legsMm: [380, 30],
    })
    const other: WayEnd = { xMm: 100, yMm: 200, zMm: 0, isBehind: true }
    expect(wayBetween(box, other, { holes: [], sightMm: 0 })).toEqual({ lengthMm: 340, holeIds: [], legsMm: [340] })
    expect(wayBetween(lead, box, { holes: [], sightMm: 5000 })).toBeUndefined()
  })

  test('shortest ways against an independent all-pairs computation', () => {
    const mm = fc.integer({ min: 0, max: 600 })
    const end = fc.record({ xMm: mm, yMm: mm, zMm: mm, isBehind: fc.boolean() })
    const holes = fc.array(fc.record({ xMm: mm, yMm: mm }), { maxLength: 6 })
    fc.assert(
      fc.property(end, end, holes, fc.integer({ min: 0, max: 1200 }), (from, to, spots, sightMm) => {
        const named = spots.map((spot, index) => ({ ...spot, id: String(index) }))
        const found = wayBetween(from, to, { holes: named, sightMm })
        expect(found?.lengthMm).toBe(shortestOfAll({ from, to, holes: named, sightMm }))
      }),
      { numRuns: 400 },
    )
  })

  /** Floyd and Warshall over start, end, each hole as it is gone in by and each as it is come out of. */
  function shortestOfAll(asked: {
    readonly from: WayEnd
    readonly to: WayEnd
    readonly holes: readonly Hole[]
    readonly sightMm: number
  }): number | undefined {
    const { from, to, holes, sightMm } = asked
    const at = holes.map(({ xMm, yMm }): Point => ({ xMm, yMm, zMm: 0 }))
    const points = [from, to, ...at, ...at]
    const layerOf = (index: number) => (index < 2 ? index : index < 2 + at.length ? 2 : 3)
    const holeOf = (index: number) => (index - 2) % at.length
    const direct = (a: number, b: number): number => {
      if (a === b) return 0
      const [low, high] = a < b ? [a, b] : [b, a]
      const lengthMm = distanceMm(points[low]!, points[high]!)
      const open: Readonly<Record<string, boolean>> = {
        '01': from.isBehind === to.isBehind && (from.isBehind === true || lengthMm <= sightMm),
        '02': from.isBehind !== true,
        '03': from.isBehind === true,
        '12': to.isBehind === true,
        '13': to.isBehind !== true,
        '23': holeOf(low) !== holeOf(high),
      }
      return open[`${layerOf(low)}${layerOf(high)}`] === true ? lengthMm : Infinity
    }
    const all = points.map((_a, a) => points.map((_b, b) => direct(a, b)))
    for (let k = 0; k < points.length; k += 1)
      for (let a = 0; a < points.length; a += 1)
        for (let b = 0; b < points.length; b += 1) all[a]![b] = Math.min(all[a]![b]!, all[a]![k]! + all[k]![b]!)
    return all[0]![1] === Infinity ? undefined : all[0]![1]
  }
})

describe('reach', () => {
  test.each([
    [500, 470, 'yes'],
    [500, 471, 'tight'],
    [500, 500, 'tight'],
    [499, 500, 'no'],
  ] as const)('a lead of %i mm on a way of %i mm: %s', (leadMm, wayMm, wanted) => {
    expect(reachOf(leadMm, wayMm, 30)).toBe(wanted)
  })
})
