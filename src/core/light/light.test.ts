import fc from 'fast-check'
import { bench, demoBuild, partNamed } from '../../../tests/support/bench'
import { as, withChoices, withPorts } from '../../../tests/rules/case'
import { apply } from '../build/apply'
import type { Build } from '../build/schema'
import { derive, inScenario } from '../operate/harness'
import { FULL_WHITE, WHITE } from '../physics/led'
import { brightestWhite, budgetsOf, colourAtVolts } from './at-look'
import { chainsOf, fewestSwaps, jumpsMm, reorderEdit, sortingTable } from './order'
import { ownedLights } from './owners'
import { colourAt, hue, PATTERNS, STEP_MS, type LedOnStrip } from './patterns'
import { seatsOf } from './seats'
import { atLed, stripOf } from './strip'

const SIX = ['L1', 'L2', 'L3', 'L4', 'L5', 'L6', 'L7']
/** Strips of 30 LEDs in a row on the board, numbered in the case as said. */
function numbered(numbers: readonly number[]): Build {
  const marks = SIX.slice(0, numbers.length)
  const made = bench(
    ['M1: board-middle', `${marks.join(' ')}: strip-5v-30`],
    marks.map((mark, index) => `${mark}.light > ${index === 0 ? 'M1.LED5V' : `${marks[index - 1]!}.lightOut`}`),
  )
  return { ...made, places: marks.map((mark, index) => ({ itemId: mark.toLowerCase(), number: numbers[index]! })) }
}
const chainIn = (build: Build) => {
  const harness = derive(build)
  return { harness, chain: chainsOf(harness, harness.lights().lines[0]!)[0]! }
}

/** Every order of the numbers 1 to n. */
const orders = (numbers: readonly number[]): readonly (readonly number[])[] =>
  numbers.length < 2
    ? [numbers]
    : numbers.flatMap((one) => orders(numbers.filter((other) => other !== one)).map((rest) => [one, ...rest]))

/** The fewest swaps for each order of n, by walking from the sorted one to all that a swap leads to, and so on. */
function swapsByBruteForce(n: number): ReadonlyMap<string, number> {
  const sorted = Array.from({ length: n }, (_, index) => index + 1)
  const known = new Map([[sorted.join(), 0]])
  let edge = [sorted]
  for (let count = 1; edge.length > 0; count += 1) {
    const next: number[][] = []
    for (const order of edge) {
      for (let i = 0; i < n; i += 1) {
        for (let j = i + 1; j < n; j += 1) {
          const swapped = [...order]
          ;[swapped[i], swapped[j]] = [swapped[j]!, swapped[i]!]
          if (!known.has(swapped.join())) {
            known.set(swapped.join(), count)
            next.push(swapped)
          }
        }
      }
    }
    edge = next
  }
  return known
}

describe('the order of a chain', () => {
  test.each([1, 2, 3, 4, 5, 6, 7])(
    'all orders of %i devices: as few swaps as brute force, and they put it right',
    (n) => {
      const fewest = swapsByBruteForce(n)
      const { chain } = chainIn(numbered(Array.from({ length: n }, (_, index) => index + 1)))
      for (const order of orders(Array.from({ length: n }, (_, index) => index + 1))) {
        const devices = chain.devices.map((device, index) => ({ ...device, number: order[index], rank: order[index] }))
        const swaps = fewestSwaps({ ...chain, devices })!
        expect([order.join(), swaps.length]).toEqual([order.join(), fewest.get(order.join())])
        const standing = [...order]
        for (const { a, b } of swaps) {
          const [i, j] = [standing.indexOf(a.number!), standing.indexOf(b.number!)]
          ;[standing[i], standing[j]] = [standing[j]!, standing[i]!]
        }
        expect(standing).toEqual(order.toSorted((a, b) => a - b))
      }
    },
  )

  test('jumps, neighbours, the table for the program, and the edit, by hand: 1 3 2 4', () => {
    const build = numbered([1, 3, 2, 4])
    const { harness, chain } = chainIn(build)
    expect(chain.jumps.map(({ from, to }) => `${from.mark} ${to.mark}`)).toEqual(['L1 L2', 'L2 L3', 'L3 L4'])
    expect(chain.neighbourShare).toBe(0)
    expect(fewestSwaps(chain)!.map(({ a, b }) => `${a.mark} ${b.mark}`)).toEqual(['L2 L3'])
    expect(sortingTable(chain).map(({ slot, device }) => `${slot} ${device.mark}`)).toEqual([
      '1 L1',
      '3 L3',
      '2 L2',
      '4 L4',
    ])
    const mended = chainIn(apply(build, reorderEdit(harness, chain)!).build)
    expect(mended.chain.devices.map(({ number }) => number)).toEqual([1, 2, 3, 4])
    expect(mended.chain.jumps).toEqual([])
    expect(reorderEdit(mended.harness, mended.chain)).toBeUndefined()
  })

  test('a device without a number is passed over: 2, none, 1 is a jump', () => {
    const build = numbered([2, 9, 1])
    const { harness, chain } = chainIn({ ...build, places: build.places!.filter(({ itemId }) => itemId !== 'l2') })
    expect(chain.jumps.map(({ from, to }) => `${from.mark} ${to.mark}`)).toEqual(['L1 L3'])
    expect(reorderEdit(harness, chain)).toBeUndefined()
  })

  test('legs that share a device are not plugged anew one by one', () => {
    const build = bench(
      ['M1: board-middle', 'L1 L2 L3: strip-5v-30', 'Y1: light-splitter-3'],
      ['L1.light > M1.LED5V', 'Y1.in > L1.lightOut', 'L2.light > Y1.out1', 'L3.light > Y1.out2'],
    )
    const places = [3, 2, 1].map((number, index) => ({ itemId: `l${index + 1}`, number }))
    const harness = derive({ ...build, places })
    const chains = chainsOf(harness, harness.lights().lines[0]!)
    expect(chains.map(({ isApart, jumps }) => [isApart, jumps.length])).toEqual([
      [false, 1],
      [false, 1],
    ])
    for (const chain of chains) expect(reorderEdit(harness, chain)).toBeUndefined()
  })

  test('where two share a number, or one has none, no fewest is told', () => {
    expect(fewestSwaps(chainIn(numbered([1, 1, 2])).chain)).toBeUndefined()
    const { chain } = chainIn({ ...numbered([2, 1]), places: [{ itemId: 'l1', number: 2 }] })
    expect([fewestSwaps(chain), chain.neighbourShare]).toEqual([undefined, undefined])
  })
})

test('Night Ferry: two jumps before the swap that is proposed, none after it; the table followed by hand gives the same', () => {
  const before = derive(demoBuild('night-ferry'))
  const at = { itemId: 'b2', portId: 'link1' }
  const lineOf = (harness: typeof before) =>
    harness.lights().lines.find(({ source }) => source.key === harness.port(at).key)!
  const [chain] = chainsOf(before, lineOf(before))
  expect(chain!.devices.map(({ mark }) => mark)).toEqual(['F8', 'F10', 'F9'])
  expect(fewestSwaps(chain!)!.map(({ a, b }) => [a.mark, b.mark])).toEqual([['F10', 'F9']])
  // Places of 140 mm one beside the other: from the first to the third 280 mm, and back to the second 140 mm.
  expect([chain!.jumps.length, jumpsMm(before, chain!)]).toEqual([2, expect.closeTo(420, 9)])
  const after = derive(apply(before.build, reorderEdit(before, chain!)!).build)
  const [mended] = chainsOf(after, lineOf(after))
  expect(mended!.devices.map(({ mark }) => mark)).toEqual(['F8', 'F9', 'F10'])
  expect([mended!.jumps.length, jumpsMm(after, mended!)]).toEqual([0, 0])
  // By hand: the program lists what hangs there, slot by slot; its slots are taken in the order that the table says.
  const listed = ['F8', 'F10', 'F9']
  expect(sortingTable(chain!).map(({ slot }) => listed[slot - 1])).toEqual(['F8', 'F9', 'F10'])
})

test('owners of Night Ferry, counted by hand; a loose light has none, one on two sources several', () => {
  const byOf = (build: Build) =>
    Object.fromEntries(ownedLights(derive(build)).map(({ item, zone, by }) => [`${item.mark} ${zone}`, by]))
  const ferry = demoBuild('night-ferry')
  const fans = (from: number, to: number, by: string) =>
    Object.fromEntries(Array.from({ length: to - from + 1 }, (_, index) => [`F${from + index} rim`, by]))
  const ruled = { ...fans(1, 7, 'board'), ...fans(8, 12, 'maker'), 'L1 strip': 'foreign' }
  expect(byOf(ferry)).toEqual(ruled)
  const loose = { ...ferry, threads: ferry.threads.filter(({ from }) => from.itemId !== 'l1') }
  expect(byOf(loose)).toEqual({ ...ruled, 'L1 strip': 'nobody' })
  const tie = withPorts(as(partNamed('light-splitter-3'), 'tie'), (port) =>
    port.id === 'out1' ? { side: 'takes', connector: { family: 'argb-3pin', end: 'sockets' }, need: 'optional' } : {},
  )
  const tied = bench(
    ['M1: board-large', 'Y1: tie', 'L1: strip-5v-30'],
    ['Y1.in > M1.LED5VA', 'Y1.out1 > M1.LED5VB', 'L1.light > Y1.out2'],
    [tie],
  )
  expect(byOf(tied)).toEqual({ 'L1 strip': 'several' })
})

describe('what the source sees', () => {
  test('devices in series add, legs of a splitter lie on top of one another', () => {
    const harness = derive(
      bench(
        ['M1: board-middle', 'L1 L2 L3: strip-5v-30', 'Y1: light-splitter-3'],
        ['L1.light > M1.LED5V', 'Y1.in > L1.lightOut', 'L2.light > Y1.out1', 'L3.light > Y1.out2'],
      ),
    )
    const strip = stripOf(harness, harness.lights().lines[0]!)
    expect(
      strip.stretches.map(({ segment, fromLed, toLed, row }) => [segment.placed.item.mark, fromLed, toLed, row]),
    ).toEqual([
      ['L1', 1, 30, 0],
      ['L2', 31, 60, 0],
      ['L3', 31, 60, 1],
    ])
    expect([strip.ledCount, strip.rowCount]).toEqual([60, 2])
    expect(atLed(strip, 45).map(({ stretch, own }) => [stretch.segment.placed.item.mark, own])).toEqual([
      ['L2', 14],
      ['L3', 14],
    ])
    expect(atLed(strip, 61)).toEqual([])
  })

  test('a declaration that is short leaves a dark tail, one that is long spills', () => {
    const build = bench(['M1: board-middle', 'L1: strip-5v-30'], ['L1.light > M1.LED5V'])
    const told = (unitCount: number) => {
      const declaredModels = [{ at: { itemId: 'm1', portId: 'LED5V' }, model: 'eight', ledCount: 8, unitCount }]
      const harness = derive(withChoices(build, { declaredModels }))
      const { darkCount, spillCount } = stripOf(harness, harness.lights().lines[0]!)
      return [darkCount, spillCount]
    }
    expect([told(3), told(4)]).toEqual([
      [6, 0],
      [0, 2],
    ])
  })
})

describe('patterns', () => {
  const led = (more: Partial<LedOnStrip> = {}): LedOnStrip => ({
    led: 0,
    ledCount: 12,
    device: 0,
    deviceCount: 3,
    acrossShare: 0.5,
    ...more,
  })
  const look = (pattern: (typeof PATTERNS)[number]) => ({
    pattern,
    colour: { red: 1, green: 0.5, blue: 0 },
    brightness: 0.5,
  })

  test('one LED walks: exactly one is lit at any time, and each has its turn', () => {
    for (let step = 0; step < 24; step += 1) {
      const lit = Array.from({ length: 12 }, (_, index) => index).filter(
        (index) => colourAt(look('one'), led({ led: index }), step * STEP_MS).red > 0,
      )
      expect(lit).toEqual([step % 12])
    }
  })

  test('thirds are red, green and blue, whatever colour is chosen; plain is the colour at its brightness', () => {
    const at = (index: number) => colourAt({ ...look('thirds'), brightness: 1 }, led({ led: index }), 0)
    expect([at(3).red, at(4).green, at(8).blue]).toEqual([1, 1, 1])
    expect(colourAt(look('plain'), led(), 0)).toEqual({ red: 0.5, green: 0.25, blue: 0 })
  })

  test('hues by CSS Color 4: red, yellow, green, cyan, blue, magenta at every sixth', () => {
    const sixths = [0, 1, 2, 3, 4, 5].map((sixth) => {
      const { red, green, blue } = hue(sixth / 6)
      return [red, green, blue].map((value) => Number(value.toFixed(9)))
    })
    expect(sixths).toEqual([
      [1, 0, 0],
      [1, 1, 0],
      [0, 1, 0],
      [0, 1, 1],
      [0, 0, 1],
      [1, 0, 1],
    ])
  })

  test('no pattern flashes faster than three times a second, and none leaves 0 to 1', () => {
    for (const pattern of PATTERNS) {
      const reds = Array.from({ length: 1000 }, (_, step) => {
        const { red, green, blue } = colourAt(
          { pattern, colour: WHITE, brightness: 1 },
          led({ led: 5, device: 1 }),
          step * 10,
        )
        for (const value of [red, green, blue]) expect(value >= 0 && value <= 1).toBe(true)
        return (red + green + blue) / 3
      })
      // Pairs of changes by more than a tenth, up and down again, over ten seconds (WCAG 2.2, 2.3.1).
      let [rises, wasLow] = [0, true]
      for (const value of reds) {
        if (wasLow && value > 0.6) [rises, wasLow] = [rises + 1, false]
        else if (value < 0.4) wasLow = true
      }
      expect([pattern, rises <= 30]).toEqual([pattern, true])
    }
  })
})

describe('a look', () => {
  test('the brightest white of LED5V B of Tangled Heron: by formula as by bisection', () => {
    const harness = derive(demoBuild('tangled-heron'))
    const line = harness.lights().lines.find(({ source }) => source.ref.portId === 'LED5VB')!
    const { brightness, limitedBy } = brightestWhite(harness, line)!
    const holds = (bright: number) =>
      budgetsOf(
        inScenario(harness, { glowByLine: { [line.source.key]: { ...FULL_WHITE, brightness: bright } } }),
        line,
      ).every(({ mostAmps, boundAmps }) => mostAmps <= boundAmps!)
    let [low, high] = [0, 1]
    for (let round = 0; round < 60; round += 1) {
      const middle = (low + high) / 2
      if (holds(middle)) low = middle
      else high = middle
    }
    expect(brightness).toBeCloseTo(low, 9)
    expect(brightness).toBeGreaterThan(0)
    expect(brightness).toBeLessThan(1)
    expect(limitedBy!.at.some(({ portId }) => portId === 'LED5VB')).toBe(true)
  })

  test('full white where it stays within the headroom; nothing is told where a draw is unknown', () => {
    const small = derive(bench(['M1: board-middle', 'L1: strip-5v-30'], ['L1.light > M1.LED5V']))
    expect(brightestWhite(small, small.lights().lines[0]!)).toEqual({ brightness: 1, limitedBy: undefined })
    const { inside, ...rest } = partNamed('strip-5v-30')
    const dim = {
      ...rest,
      id: 'blank',
      inside: inside.map((relation) => {
        if (relation.type !== 'light') return relation
        const { whiteMilliampsPerLed: _, ...light } = relation
        return light
      }),
    }
    const open = derive(bench(['M1: board-middle', 'L1: blank'], ['L1.light > M1.LED5V'], [dim]))
    expect(brightestWhite(open, open.lights().lines[0]!)).toBeUndefined()
  })

  test('below the least volts blue goes first, then green, red last; above it nothing is lost', () => {
    expect(colourAtVolts(WHITE, 4.6, 4.5)).toEqual(WHITE)
    const weak = colourAtVolts(WHITE, 4.2, 4.5)
    expect([weak.blue, weak.green, weak.red]).toEqual([expect.closeTo(0.4, 9), 1, 1])
    const weaker = colourAtVolts(WHITE, 3.7, 4.5)
    expect([weaker.blue, weaker.green, weaker.red]).toEqual([0, expect.closeTo(0.2, 9), 1])
    fc.assert(
      fc.property(fc.double({ min: 0, max: 6, noNaN: true }), (volts) => {
        const { red, green, blue } = colourAtVolts(WHITE, volts, 4.5)
        expect(blue <= green && green <= red).toBe(true)
      }),
    )
  })
})

test('the rings of Harbour Lantern’s case sit on its frames; what nobody said is told as assumed', () => {
  const harness = derive(demoBuild('harbour-lantern'))
  const [line] = harness.lights().lines
  const placed = line!.segments.flatMap((segment) => seatsOf(harness, segment) ?? [])
  expect(placed.length).toBeGreaterThan(0)
  for (const { points, assumed } of placed) {
    expect(points.length).toBeGreaterThan(0)
    expect(assumed).toContain('shape')
  }
})
