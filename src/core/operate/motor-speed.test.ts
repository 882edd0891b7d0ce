import { rpmAt, type Until } from './motor-speed'

const figure = (value: number) => ({ value, origin: 'label' as const })
/** 500 rpm at 20 %, 1700 at 100 %: 15 rpm for each percent. It starts at 30 %. */
const known = {
  leastRpm: figure(500),
  mostRpm: figure(1700),
  leastDutyPercent: figure(20),
  startDutyPercent: figure(30),
  stopsAtZeroDuty: true,
}

describe('by PWM', () => {
  // By hand: 500 + 15 x (duty - 20); a turning fan goes down to 20 %, a standing one begins at 30 %, both included.
  test.each<[number, Until, number]>([
    [100, 'turning', 1700],
    [60, 'turning', 1100],
    [20, 'turning', 500],
    [19.9, 'turning', 0],
    [0, 'turning', 0],
    [29.9, 'standing', 0],
    [30, 'standing', 650],
    [60, 'standing', 1100],
  ])('%d %% of a %s fan: %d rpm', (duty, until, rpm) => {
    expect(rpmAt(known, 'pwm', duty, until)).toEqual({ least: rpm, most: rpm })
  })

  test('one that cannot stop keeps its least speed below its least duty', () => {
    expect(rpmAt({ ...known, stopsAtZeroDuty: false }, 'pwm', 5)).toEqual({ least: 500, most: 500 })
  })

  test('one of which nobody says whether it stops stands or keeps its least speed', () => {
    const { stopsAtZeroDuty: _, ...open } = known
    expect(rpmAt(open, 'pwm', 5)).toEqual({ least: 0, most: 500 })
    expect(rpmAt(open, 'pwm', 50)).toEqual({ least: 950, most: 950 })
  })

  test('a least duty that nobody states gives bounds: from that of a least duty of 0 % to that of its start', () => {
    const { leastDutyPercent: _, ...open } = known
    // At 65 %: from 0 %, 500 + 12 x 65 = 1280; from 30 %, 500 + 1200/70 x 35 = 1100. It starts at 30 %, so it turns.
    expect(rpmAt(open, 'pwm', 65)).toEqual({ least: expect.closeTo(1100, 9), most: expect.closeTo(1280, 9) })
    // Under the start it may stand.
    expect(rpmAt(open, 'pwm', 25)).toEqual({ least: 0, most: expect.closeTo(800, 9) })
  })

  test('without a least speed at most full speed is known, and exactly that at 100 %', () => {
    expect(rpmAt({ mostRpm: figure(1700) }, 'pwm', 40)).toEqual({ least: 0, most: 1700 })
    expect(rpmAt({ mostRpm: figure(1700) }, 'pwm', 100)).toEqual({ least: 1700, most: 1700 })
    expect(rpmAt({}, 'pwm', 40)).toBeUndefined()
  })

  test('a start that nobody states leaves a standing fan open', () => {
    const { startDutyPercent: _, ...open } = known
    expect(rpmAt(open, 'pwm', 60, 'standing')).toEqual({ least: 0, most: 1100 })
  })
})

describe('by volts', () => {
  const dc = { leastRpm: figure(500), mostRpm: figure(1700), startVolts: figure(6), stopVolts: figure(4) }
  // By hand: 12 V x duty; 500 rpm at 4 V, 1700 at 12 V: 150 rpm a volt.
  test.each<[number, Until, number]>([
    [100, 'turning', 1700],
    [50, 'turning', 800],
    [(4 / 12) * 100, 'turning', 500],
    [33, 'turning', 0],
    [49, 'standing', 0],
    [50, 'standing', 800],
    [0, 'turning', 0],
  ])('%d %% of a %s fan: %d rpm', (duty, until, rpm) => {
    expect(rpmAt(dc, 'dc', duty, until)!.most).toBeCloseTo(rpm, 6)
    expect(rpmAt(dc, 'dc', duty, until)!.least).toBeCloseTo(rpm, 6)
  })

  test('in proportion where nobody states more, and it may stand', () => {
    expect(rpmAt({ mostRpm: figure(1500) }, 'roughDc', 60)).toEqual({ least: 0, most: 900 })
  })
})

test('what hears nothing runs at full speed; behind a box that does not say what it passes all is open', () => {
  expect(rpmAt(known, 'none', 30)).toEqual({ least: 1700, most: 1700 })
  expect(rpmAt(known, 'unknown', 30)).toEqual({ least: 0, most: 1700 })
})

test('more duty never means less speed', () => {
  for (const control of ['pwm', 'dc'] as const) {
    for (const motor of [
      known,
      { ...known, stopsAtZeroDuty: false },
      { mostRpm: figure(900), leastRpm: figure(300) },
    ]) {
      let before = { least: 0, most: 0 }
      for (let duty = 0; duty <= 100; duty += 0.5) {
        const now = rpmAt(motor, control, duty)!
        expect(now.least).toBeLessThanOrEqual(now.most + 1e-9)
        if (control === 'dc' || motor !== known) expect(now.most).toBeGreaterThanOrEqual(before.most - 1e-9)
        expect(now.least).toBeGreaterThanOrEqual(before.least - 1e-9)
        before = now
      }
    }
  }
})
