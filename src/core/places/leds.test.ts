import { pointsOf, ringOf, rowOf, uprightTurns, type Stand } from './leds'
import type { Wall } from './net'
import { centreOf, type Corner, type Side } from './space'

const frame = { depthMm: 400, heightMm: 450, widthMm: 200 }
const at = (wall: Side, more: Partial<Stand> = {}): Stand => ({
  frame,
  wall,
  middle: centreOf(frame, { side: wall, sizeMm: 120, placeCount: 1, placeNumber: 1 }),
  sizeMm: 120,
  corner: 0,
  looks: 'in',
  sidePanelAt: 'left',
  ...more,
})
const four = { ledCount: 4, startTurns: 0, isClockwise: true, shapePercent: 100 }
/** Whole millimetres from the middle, as letters of the walls that they lie towards. */
const towards = (stand: Stand, ring = four) =>
  ringOf(stand, ring).map(({ xMm, yMm, zMm }) => {
    const [x, y, z] = [xMm - stand.middle.xMm, yMm - stand.middle.yMm, zMm - stand.middle.zMm].map(Math.round)
    const letter = (value: number, less: string, more: string) => (value === 0 ? '' : value < 0 ? less : more)
    return letter(x!, 'front ', 'rear ') + letter(y!, 'floor ', 'roof ') + letter(z!, 'tray', 'side')
  })

describe('a ring of four, clockwise, by hand: one looks at it and goes round', () => {
  // Side panel on the left, seen from the front. Somebody in the case who looks at the front has it on the right hand.
  test('in the front, from inside: floor and tray is lower left, then upper left', () => {
    expect(towards(at('front'))).toEqual(['floor tray', 'roof tray', 'roof side', 'floor side'])
  })

  test('in the front, shining out: seen from before the case the tray is on the right', () => {
    expect(towards(at('front', { looks: 'out' }))).toEqual(['floor tray', 'floor side', 'roof side', 'roof tray'])
  })

  test('in the rear, from inside: the side panel is on the left', () => {
    expect(towards(at('back'))).toEqual(['floor tray', 'floor side', 'roof side', 'roof tray'])
  })

  test('in the roof: who faces the front and puts the head back has the tray on the left, the front below', () => {
    expect(towards(at('top'))).toEqual(['front tray', 'rear tray', 'rear side', 'front side'])
  })

  test('in the floor: who faces the front and looks down has the tray on the left, the front above', () => {
    expect(towards(at('bottom'))).toEqual(['front tray', 'front side', 'rear side', 'rear tray'])
  })

  test('in the side panel, from inside: the front is on the left', () => {
    expect(towards(at('side'))).toEqual(['front floor ', 'front roof ', 'rear roof ', 'rear floor '])
  })

  test('a case with its side panel on the right is the mirror of it', () => {
    expect(towards(at('front', { sidePanelAt: 'right' }))).toEqual([
      'floor tray',
      'floor side',
      'roof side',
      'roof tray',
    ])
  })

  test('each lead corner is where the first LED lies, and a quarter turn goes on by one of four', () => {
    const corners = ([0, 1, 2, 3] as const).map((corner: Corner) => towards(at('front', { corner }))[0])
    expect(corners).toEqual(['floor tray', 'roof tray', 'roof side', 'floor side'])
    expect(towards(at('front'), { ...four, startTurns: 1 })[0]).toBe('roof tray')
    expect(towards(at('front'), { ...four, startTurns: 1, isClockwise: false })[0]).toBe('floor side')
  })
})

test.each(['front', 'back', 'top', 'bottom', 'side'] as const)(
  'all LEDs of a ring in the %s lie in its plane, as far from the middle as half its width, and none on another',
  (wall) => {
    for (const looks of ['in', 'out'] as const) {
      for (const corner of [0, 1, 2, 3] as const) {
        const stand = at(wall, { looks, corner })
        const ring = ringOf(stand, { ledCount: 16, startTurns: 0.5, isClockwise: corner < 2, shapePercent: 80 })
        const away = ring.map(({ xMm, yMm, zMm }) =>
          Math.hypot(xMm - stand.middle.xMm, yMm - stand.middle.yMm, zMm - stand.middle.zMm),
        )
        for (const mm of away) expect(mm).toBeCloseTo(48, 9)
        // 48 mm from the middle, 22.5 degrees apart: 2 x 48 x sin(11.25 degrees) = 18.73 mm to the next one.
        const [a, b] = [ring[3]!, ring[4]!]
        expect(Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm, a.zMm - b.zMm)).toBeCloseTo(18.729, 3)
      }
    }
  },
)

test('points of their own: lower left is the lead corner, whichever that is', () => {
  const seen = [
    { rightShare: 0, upShare: 0 },
    { rightShare: 1, upShare: 0 },
    { rightShare: 0.5, upShare: 1 },
  ]
  // In the front, from inside, the lead at the roof and the side panel: turned by half.
  const [lowerLeft, lowerRight, above] = pointsOf(at('front', { corner: 2 }), seen)
  expect(lowerLeft).toEqual({ xMm: 0, yMm: expect.closeTo(225 + 60, 9), zMm: expect.closeTo(160, 9) })
  expect(lowerRight).toEqual({ xMm: 0, yMm: expect.closeTo(225 + 60, 9), zMm: expect.closeTo(40, 9) })
  expect(above).toEqual({ xMm: 0, yMm: expect.closeTo(225 - 60, 9), zMm: expect.closeTo(100, 9) })
})

test('a row: in the middle of equal cells, or from end to end; one LED in its middle; within its wall where it can be', () => {
  const row = (more: object, xMm = 200) =>
    rowOf(
      { ...at('top'), wall: 'tray' as Wall, middle: { xMm, yMm: 100, zMm: 0 } },
      {
        ledCount: 4,
        shapeMm: 120,
        isEndToEnd: false,
        ...more,
      },
    ).map(({ xMm }) => xMm)
  expect(row({})).toEqual([155, 185, 215, 245])
  expect(row({ isEndToEnd: true })).toEqual([140, 180, 220, 260])
  expect(row({ ledCount: 1, isEndToEnd: true })).toEqual([200])
  expect(row({}, 20)).toEqual([15, 45, 75, 105])
  expect(row({}, 390)).toEqual([295, 325, 355, 385])
  // Longer than the wall of 400 mm: 20 mm over either end.
  expect(row({ shapeMm: 440, isEndToEnd: true, ledCount: 2 }, 20)).toEqual([-20, 420])
})

describe('a screen is turned upright', () => {
  test('in the front, from inside: by hand, the lead corner below and at the tray is lower left already', () => {
    // The corners go floor tray, roof tray, roof side, floor side: lower left, upper left, upper right, lower right as seen.
    expect(([0, 1, 2, 3] as const).map((corner) => uprightTurns(at('front', { corner }), 0))).toEqual([0, 3, 2, 1])
    expect(uprightTurns(at('front'), 1)).toBe(3)
  })

  test('in the roof and the floor, seen from the side panel', () => {
    // Floor: the tray is far, so up; the rear is on the left of who looks in from the side panel on the left of the case.
    // The lead at the rear and the side panel is lower left then.
    expect(uprightTurns(at('bottom', { corner: 2 }), 0)).toBe(0)
    // Roof: the side panel is up, the lead at the rear and the tray is lower left.
    expect(uprightTurns(at('top', { corner: 1 }), 0)).toBe(0)
  })
})
