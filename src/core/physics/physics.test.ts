import fc from 'fast-check'
import { ampsOfWatts, ledAmps } from './amps'
import { wireAreaMm2, wireDiameterMm, wireOhms } from './copper'
import { frameMicroseconds, framesPerSecond, FULL_WHITE, IDLE_MILLIAMPS, whiteShare } from './led'
import { flowAtSpeed, isPwmHertz, levelAtSpeed, levelSum, powerAtSpeed, PWM_HERTZ, rpmOfTach } from './motion'
import { nodeVolts } from './network'
import { estimatedStartAmps, surge } from './surge'

describe('copper', () => {
  // ASTM B258: standard nominal diameters of solid round wires, in mm; values from memory of the table.
  test.each([
    [18, 1.024],
    [20, 0.812],
    [22, 0.644],
    [24, 0.511],
    [26, 0.405],
    [28, 0.321],
    [30, 0.255],
    [36, 0.127],
  ])('%i AWG is %d mm thick (ASTM B258)', (gaugeAwg, diameterMm) => {
    expect(wireDiameterMm(gaugeAwg)).toBeCloseTo(diameterMm, 3)
  })

  // Direct-current resistance at 20 °C in ohm for 1 km: ASTM B258 diameters with IEC 60028 copper, as handbooks print them (from memory).
  test.each([
    [18, 20.95],
    [20, 33.31],
    [22, 52.96],
    [24, 84.21],
    [26, 133.9],
    [28, 212.9],
    [30, 338.6],
  ])('%i AWG has %d ohm a km (ASTM B258, IEC 60028)', (gaugeAwg, ohmsPerKm) => {
    expect(wireOhms(gaugeAwg, 1_000_000) / ohmsPerKm).toBeCloseTo(1, 3)
  })

  test('an annealed wire of 1 m and 1 mm² has 0.017241 ohm at 20 °C (IEC 60028)', () => {
    const gaugeAwg = 17
    expect(wireOhms(gaugeAwg, 1000) * wireAreaMm2(gaugeAwg)).toBeCloseTo(0.017241, 9)
  })

  test('hot copper resists more: 0.393 % a kelvin at 20 °C (IEC 60028)', () => {
    expect(wireOhms(26, 1000, 30) / wireOhms(26, 1000, 20)).toBeCloseTo(1.0393, 6)
  })
})

describe('networks', () => {
  const solve = (
    resistors: readonly (readonly [number, number, number])[],
    drawn: readonly (readonly [number, number])[],
    fixed: readonly (readonly [number, number])[],
    nodeCount: number,
  ) =>
    nodeVolts({
      nodeCount,
      resistors: resistors.map(([a, b, ohms]) => ({ a, b, ohms })),
      fixedVolts: new Map(fixed),
      drawnAmps: new Map(drawn),
    })

  test('a ladder by hand: 5 V over 0.1 ohm steps with 1 A at each end', () => {
    // Ohm's law: the first step carries 2 A, the second 1 A.
    expect(
      solve(
        [
          [0, 1, 0.1],
          [1, 2, 0.1],
        ],
        [
          [1, 1],
          [2, 1],
        ],
        [[0, 5]],
        3,
      ),
    ).toEqual([5, expect.closeTo(4.8, 12), expect.closeTo(4.7, 12)])
  })

  test('a row fed at both ends by hand: the middle of two equal steps drops half of one', () => {
    expect(
      solve(
        [
          [0, 1, 0.2],
          [1, 2, 0.2],
        ],
        [[1, 1]],
        [
          [0, 5],
          [2, 5],
        ],
        3,
      )[1],
    ).toBeCloseTo(4.9, 12)
  })

  test('a bridge by hand: equal arms leave the middle branch without current', () => {
    const volts = solve(
      [
        [0, 1, 1],
        [0, 2, 1],
        [1, 3, 1],
        [2, 3, 1],
        [1, 2, 5],
      ],
      [],
      [
        [0, 2],
        [3, 0],
      ],
      4,
    )
    expect(volts).toEqual([2, expect.closeTo(1, 12), expect.closeTo(1, 12), 0])
  })

  test('what no source reaches has no volts', () => {
    expect(solve([[1, 2, 1]], [[2, 1]], [[0, 5]], 3)).toEqual([5, undefined, undefined])
  })

  test('a joint of 0 ohm drops next to nothing', () => {
    expect(solve([[0, 1, 0]], [[1, 1]], [[0, 5]], 2)[1]).toBeCloseTo(5, 5)
  })

  test("Kirchhoff's current law holds at every free node of any random network", () => {
    const network = fc.integer({ min: 3, max: 14 }).chain((nodeCount) =>
      fc.record({
        nodeCount: fc.constant(nodeCount),
        tree: fc.array(fc.double({ min: 0.001, max: 2, noNaN: true }), {
          minLength: nodeCount - 1,
          maxLength: nodeCount - 1,
        }),
        extra: fc.array(
          fc.tuple(fc.nat(nodeCount - 1), fc.nat(nodeCount - 1), fc.double({ min: 0.001, max: 2, noNaN: true })),
          { maxLength: 5 },
        ),
        amps: fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: nodeCount, maxLength: nodeCount }),
        parents: fc.array(fc.nat(), { minLength: nodeCount - 1, maxLength: nodeCount - 1 }),
      }),
    )
    fc.assert(
      fc.property(network, ({ nodeCount, tree, extra, amps, parents }) => {
        const resistors = [
          ...tree.map((ohms, i) => ({ a: i + 1, b: parents[i]! % (i + 1), ohms })),
          ...extra.filter(([a, b]) => a !== b).map(([a, b, ohms]) => ({ a, b, ohms })),
        ]
        const drawnAmps = new Map(amps.map((drawn, node) => [node, drawn]))
        const volts = nodeVolts({ nodeCount, resistors, fixedVolts: new Map([[0, 12]]), drawnAmps })
        for (let node = 1; node < nodeCount; node += 1) {
          const into = resistors.reduce((total, { a, b, ohms }) => {
            if (a === node) return total + (volts[b]! - volts[a]!) / ohms
            if (b === node) return total + (volts[a]! - volts[b]!) / ohms
            return total
          }, 0)
          expect(into).toBeCloseTo(amps[node]!, 6)
        }
      }),
    )
  })
})

describe('start-up', () => {
  const fan = { startAmps: 0.6, startMs: 1000, runningAmps: 0.3, delayMs: 0, shape: 'full' } as const
  const ampsOf = ({ points }: ReturnType<typeof surge>) => points.map(({ timeMs, amps }) => [timeMs, amps])

  // 4-wire PWM fan specification, revision 1.3, 2005 (from memory): the start current is allowed for the whole start time.
  test('one fan takes its start current until its start is over', () => {
    expect(ampsOf(surge([fan]))).toEqual([
      [0, 0.6],
      [0, 0.6],
      [1000, 0.6],
      [1000, 0.3],
    ])
    expect(surge([fan]).peakAmps).toBe(0.6)
  })

  test('one that states it falls evenly from start to running', () => {
    const falling = { ...fan, shape: 'falling', delayMs: 500 } as const
    expect(ampsOf(surge([falling]))).toEqual([
      [500, 0],
      [500, 0.6],
      [1500, 0.3],
      [1500, 0.3],
    ])
  })

  test('starts that overlap count in full: by hand 0.6 + 0.6 + 0.3 beside 0.6 + 0.45 + 0.3 were they falling', () => {
    const every500 = (shape: 'full' | 'falling') => [0, 500, 1000].map((delayMs) => ({ ...fan, delayMs, shape }))
    expect(surge(every500('full')).peakAmps).toBeCloseTo(1.5, 12)
    expect(surge(every500('falling')).peakAmps).toBeCloseTo(1.35, 12)
  })

  test('three at once add up, three in turn do not', () => {
    expect(surge([fan, fan, fan]).peakAmps).toBeCloseTo(1.8, 12)
    const inTurn = surge([0, 1000, 2000].map((delayMs) => ({ ...fan, delayMs })))
    expect(inTurn.peakAmps).toBeCloseTo(1.2, 12)
    expect(inTurn.points.at(-1)!.amps).toBeCloseTo(0.9, 12)
  })

  test('the estimate is twice the rated current (common practice, no source)', () => {
    expect(estimatedStartAmps(0.3)).toBeCloseTo(0.6, 12)
    // 4-wire PWM fan specification, revision 1.3, 2005 (from memory): 2.2 A at most at the start, 1.5 A at most running.
    expect(estimatedStartAmps(1.5)).toBeGreaterThan(2.2)
  })

  test('nothing draws nothing', () => {
    expect(surge([])).toEqual({ points: [], peakAmps: 0 })
  })
})

describe('lights', () => {
  // Data sheets of common 5 V addressable LEDs (from memory): 24 bits of 1.25 µs, reset 50 µs (older) or 280 µs (newer).
  test('one LED takes 30 µs; 500 LEDs and 50 µs make 15.05 ms, 66 frames a second', () => {
    expect(frameMicroseconds(1, 0)).toBe(30)
    expect(frameMicroseconds(500, 50)).toBe(15050)
    expect(Math.floor(framesPerSecond(500, 50))).toBe(66)
  })

  test('30 LEDs of 50 mA draw 1.5 A at full white, their idle current when dark, half between at half', () => {
    const leds = { ledCount: 30, whiteMilliamps: 50, idleMilliamps: IDLE_MILLIAMPS }
    expect(ledAmps({ ...leds, brightness: 1 })).toBeCloseTo(1.5, 12)
    expect(ledAmps({ ...leds, brightness: 0 })).toBeCloseTo(0.03, 12)
    expect(ledAmps({ ...leds, brightness: 0.5 })).toBeCloseTo(0.765, 12)
  })

  test('one colour alone is a third of white', () => {
    expect(whiteShare({ red: 1, green: 0, blue: 0, brightness: 1 })).toBeCloseTo(1 / 3, 12)
    expect(whiteShare(FULL_WHITE)).toBe(1)
    expect(whiteShare({ ...FULL_WHITE, brightness: 0.5 })).toBe(0.5)
  })

  test('2.16 W at 12 V are 0.18 A', () => {
    expect(ampsOfWatts(2.16, 12)).toBeCloseTo(0.18, 12)
  })
})

describe('motion and sound', () => {
  // 4-wire PWM fan specification, revision 1.3, 2005 (from memory).
  test('two pulses a turn: 40 pulses a second are 1200 rpm', () => {
    expect(rpmOfTach(40)).toBe(1200)
  })

  test('the command is 25 kHz, from 21 to 28 kHz', () => {
    expect(PWM_HERTZ.nominal).toBe(25_000)
    expect([20_999, 21_000, 28_000, 28_001].map(isPwmHertz)).toEqual([false, true, true, false])
  })

  // Fan laws, as in any fan engineering handbook: half the speed gives half the flow, an eighth of the power, 15 dB less.
  test('the fan laws at half speed', () => {
    expect(flowAtSpeed(100, 1200, 600)).toBe(50)
    expect(powerAtSpeed(2.4, 1200, 600)).toBeCloseTo(0.3, 12)
    expect(levelAtSpeed(30, 1200, 600)).toBeCloseTo(30 - 15.05, 2)
  })

  // Sound levels in any acoustics handbook: two equal sources are 3 dB louder, ten are 10 dB louder.
  test('levels add as energies', () => {
    expect(levelSum([20, 20])).toBeCloseTo(23.01, 2)
    expect(levelSum(Array.from({ length: 10 }, () => 20))).toBeCloseTo(30, 9)
    expect(levelSum([30, 20])).toBeCloseTo(30.41, 2)
    expect(levelSum([])).toBe(-Infinity)
  })
})
