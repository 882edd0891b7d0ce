import { MOST_POINTS, TEMPLATES, templatePoints, withPointAt, withPointMore } from './edit-curve'

const point = (temperatureC: number, dutyPercent: number) => ({ temperatureC, dutyPercent })
const three = [point(40, 30), point(60, 50), point(80, 100)]

test('a point moves in whole degrees and percent, and no further than its neighbours', () => {
  expect(withPointAt(three, 1, point(52.4, 61.6))[1]).toEqual(point(52, 62))
  expect(withPointAt(three, 1, point(95, 140))[1]).toEqual(point(80, 100))
  expect(withPointAt(three, 1, point(-20, -5))[1]).toEqual(point(40, 0))
  expect(withPointAt(three, 2, point(400, 50))[2]).toEqual(point(150, 50))
})

test('one point more lies on the line in the middle of the widest gap', () => {
  expect(withPointMore([point(40, 30), point(50, 40), point(80, 100)])).toEqual([
    point(40, 30),
    point(50, 40),
    point(65, 70),
    point(80, 100),
  ])
  expect(withPointMore([point(50, 42)])).toEqual([point(50, 42), point(70, 42)])
  // Two at one temperature leave no gap between them.
  expect(withPointMore([point(50, 40), point(50, 60)])).toEqual([point(50, 40), point(50, 60), point(70, 60)])
})

test('no template asks for less than the slowest fan starts at, and each ends at full speed', () => {
  for (const template of TEMPLATES) {
    const points = templatePoints(template, [25, 38])
    expect(Math.min(...points.map(({ dutyPercent }) => dutyPercent))).toBeGreaterThanOrEqual(38)
    expect(points.at(-1)!.dutyPercent).toBe(100)
    expect(points.length).toBeLessThanOrEqual(MOST_POINTS)
  }
})
