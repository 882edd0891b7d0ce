import fc from 'fast-check'
import { netOf, FOLD_MM, type Wall } from './net'
import { centreOf, cornerOf, distanceMm, type Corner, type Point, type Side } from './space'

const frame = { depthMm: 400, heightMm: 420, widthMm: 200 }
const SIDES: readonly Side[] = ['front', 'top', 'back', 'bottom', 'side']
const net = netOf(frame, new Set(SIDES))

describe('the unfolded case', () => {
  test('walls that hold nothing are left out, the tray never', () => {
    expect([...netOf(frame, new Set()).walls.keys()]).toEqual(['tray'])
    expect([...netOf(frame, new Set(['front', 'back'] as const)).walls.keys()]).toEqual(['tray', 'back', 'front'])
    expect(netOf(frame, new Set())).toMatchObject({ widthMm: 400, heightMm: 420 })
    expect(netOf(frame, new Set(['front', 'back'] as const))).toMatchObject({ widthMm: 400 + 2 * 216, heightMm: 420 })
  })

  test('no wall lies on another, and all of them lie in the picture', () => {
    const boxes = [...net.walls.values()]
    for (const [index, a] of boxes.entries()) {
      expect(a.uMm).toBeGreaterThanOrEqual(0)
      expect(a.uMm + a.widthMm).toBeLessThanOrEqual(net.widthMm)
      expect(a.vMm + a.heightMm).toBeLessThanOrEqual(net.heightMm)
      for (const b of boxes.slice(index + 1)) {
        const isApart =
          a.uMm + a.widthMm <= b.uMm ||
          b.uMm + b.widthMm <= a.uMm ||
          a.vMm + a.heightMm <= b.vMm ||
          b.vMm + b.heightMm <= a.vMm
        expect(isApart).toBe(true)
      }
    }
  })

  test('as one looks in: the rear left, the front right, the roof above', () => {
    const corner: Point = { xMm: 0, yMm: 420, zMm: 0 }
    expect(net.mark('tray', corner)).toEqual({ uMm: 216 + 400, vMm: 216 })
    expect(net.mark('back', { xMm: 400, yMm: 0, zMm: 200 })).toEqual({ uMm: 0, vMm: 216 + 420 })
    expect(net.mark('top', { xMm: 0, yMm: 420, zMm: 200 })).toEqual({ uMm: 616, vMm: 0 })
    expect(net.mark('side', { xMm: 0, yMm: 0, zMm: 200 }).uMm).toBe(net.walls.get('side')!.uMm)
  })

  test('with the side panel on the right the front is on the left as one looks in', () => {
    const right = netOf(frame, new Set(SIDES), 'right')
    expect(right.mark('tray', { xMm: 0, yMm: 420, zMm: 0 })).toEqual({ uMm: net.widthMm - 616, vMm: 216 })
    const [front, tray, back] = (['front', 'tray', 'back'] as const).map((wall) => right.walls.get(wall)!)
    expect([front!.uMm + front!.widthMm < tray!.uMm, tray!.uMm + tray!.widthMm < back!.uMm]).toEqual([true, true])
    for (const [wall, box] of right.walls) {
      const middle = { uMm: box.uMm + box.widthMm / 2, vMm: box.vMm + box.heightMm / 2 }
      const side =
        wall === 'tray'
          ? { xMm: 200, yMm: 210, zMm: 0 }
          : centreOf(frame, { side: wall, sizeMm: 120, placeCount: 1, placeNumber: 1 })
      expect(right.mark(wall, side).uMm).toBeCloseTo(middle.uMm)
      expect(right.mark(wall, side).vMm).toBeCloseTo(middle.vMm)
    }
  })

  test.each(SIDES)('the four corners of a fan on the %s stand where its wall is drawn, to scale', (side) => {
    const spot = { side, sizeMm: 120, placeCount: 2, placeNumber: 1 }
    const box = net.walls.get(side)!
    const marks = ([0, 1, 2, 3] as const).map((corner) => net.mark(side, cornerOf(frame, spot, corner)))
    const [us, vs] = [marks.map(({ uMm }) => uMm), marks.map(({ vMm }) => vMm)]
    expect(Math.max(...us) - Math.min(...us)).toBeCloseTo(120)
    expect(Math.max(...vs) - Math.min(...vs)).toBeCloseTo(120)
    expect(Math.min(...us)).toBeGreaterThanOrEqual(box.uMm)
    expect(Math.max(...vs)).toBeLessThanOrEqual(box.vMm + box.heightMm)
    const centre = net.mark(side, centreOf(frame, spot))
    expect(centre.uMm).toBeCloseTo((Math.max(...us) + Math.min(...us)) / 2)
  })

  test('a way along edges is as long in the picture as in the case, but for the folds', () => {
    const hole = fc.record({ xMm: fc.integer({ min: 0, max: 400 }), yMm: fc.integer({ min: 0, max: 420 }) })
    const side = fc.constantFrom('front', 'top', 'back', 'bottom' as const)
    const corner = fc.constantFrom<Corner>(0, 1, 2, 3)
    fc.assert(
      fc.property(side, corner, hole, (wall, turn, { xMm, yMm }) => {
        const from = cornerOf(frame, { side: wall, sizeMm: 120, placeCount: 1, placeNumber: 1 }, turn)
        const to = { xMm, yMm, zMm: 0 }
        const a = net.mark(wall as Wall, from)
        const b = net.mark('tray', to)
        const drawnMm = Math.abs(a.uMm - b.uMm) + Math.abs(a.vMm - b.vMm)
        expect(drawnMm).toBeCloseTo(distanceMm(from, to) + FOLD_MM)
      }),
    )
  })
})
