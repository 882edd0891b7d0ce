import fc from 'fast-check'
import { cornerOf, distanceMm, type Corner, type Point } from './space'
import { reachOf, wayBetween, type Hole } from './ways'

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

describe('ways of leads', () => {
  const header: Point = { xMm: 350, yMm: 400, zMm: 0 }
  const lead = cornerOf(frame, front, 0)
  const low: Hole = { id: 'low', xMm: 60, yMm: 60 }
  const high: Hole = { id: 'high', xMm: 330, yMm: 410 }

  test('by hand: out of the corner, down the hole, up behind, and out beside the header', () => {
    // 60 + 30 + 40 to the low hole, 270 + 350 behind, 20 + 10 to the header.
    expect(wayBetween(lead, header, { holes: [low, high], mayCross: false })).toEqual({
      lengthMm: 130 + 620 + 30,
      holeIds: ['low', 'high'],
    })
  })

  test('in sight it is the straight way along edges; with no hole and no leave to cross there is none', () => {
    // 350 + 370 + 40.
    expect(wayBetween(lead, header, { holes: [], mayCross: true })).toEqual({ lengthMm: 760, holeIds: [] })
    expect(wayBetween(lead, header, { holes: [], mayCross: false })).toBeUndefined()
  })

  test('one hole alone leads nowhere, since nothing comes out of it again', () => {
    expect(wayBetween(lead, header, { holes: [low], mayCross: false })).toBeUndefined()
  })

  test('shortest ways against an independent all-pairs computation', () => {
    const mm = fc.integer({ min: 0, max: 600 })
    const point = fc.record({ xMm: mm, yMm: mm, zMm: mm })
    const holes = fc.array(fc.record({ xMm: mm, yMm: mm }), { maxLength: 6 })
    fc.assert(
      fc.property(point, point, holes, fc.boolean(), (from, to, spots, mayCross) => {
        const named = spots.map((spot, index) => ({ ...spot, id: String(index) }))
        const found = wayBetween(from, to, { holes: named, mayCross })
        expect(found?.lengthMm).toBe(shortestOfAll(from, to, named, mayCross))
      }),
      { numRuns: 200 },
    )
  })

  /** Floyd and Warshall over start, end, each hole as it is gone in by and each as it is come out of. */
  function shortestOfAll(from: Point, to: Point, holes: readonly Hole[], mayCross: boolean): number | undefined {
    const at = holes.map(({ xMm, yMm }): Point => ({ xMm, yMm, zMm: 0 }))
    const points = [from, to, ...at, ...at]
    const layerOf = (index: number) => (index < 2 ? index : index < 2 + at.length ? 2 : 3)
    const holeOf = (index: number) => (index - 2) % at.length
    const direct = (a: number, b: number): number => {
      if (a === b) return 0
      const [low, high] = a < b ? [a, b] : [b, a]
      const layers = `${layerOf(low)}${layerOf(high)}`
      const isOpen =
        (layers === '01' && mayCross) ||
        layers === '02' ||
        layers === '13' ||
        (layers === '23' && holeOf(low) !== holeOf(high))
      return isOpen ? distanceMm(points[low]!, points[high]!) : Infinity
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
    expect(reachOf(leadMm, wayMm)).toBe(wanted)
  })
})
