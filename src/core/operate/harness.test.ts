import fc from 'fast-check'
import { bench, demoBuild } from '../../../tests/support/bench'
import type { Build } from '../build/schema'
import { figureOf, makeFan, makeStrip } from '../parts/make'
import type { Part } from '../parts/schema'
import { FULL_WHITE, type Glow } from '../physics/led'
import { formatAlike } from '../units/format'
import { candidateText } from '../wording/candidate-text'
import { sumText } from '../wording/sum-text'
import { headSettings } from '../sheet/settings'
import { leadLines } from '../sheet/leads'
import { candidatesFor } from '../ask/candidates'
import { derive } from './harness'
import { supplyPath } from '../structure/wiring/upstream'

const at = (text: string) => {
  const [itemId = '', portId = ''] = text.split('.')
  return { itemId, portId }
}
const budgetAt = (build: Build, text: string, rail = '12v') =>
  derive(build)
    .budgetsAt(at(text))
    .find((budget) => budget.rail === rail)!

describe('sums', () => {
  test('the sum of Harbour Lantern reads as it is written on paper', () => {
    const build = demoBuild('harbour-lantern')
    expect(sumText(build, budgetAt(build, 'm1.SYS1'))).toBe(
      'F1 0.30 + F2 0.30 + F3 0.30 = 0.90 A of 1.00 A, 0.80 A with 20 % headroom: tight',
    )
  })

  test('a powered hub relieves the header and loads its feed', () => {
    const build = demoBuild('paper-kite')
    expect(budgetAt(build, 'm1.SYS1')).toMatchObject({ state: 'idle', knownAmps: 0 })
    const feed = budgetAt(build, 's1.A_1')
    expect(feed.terms.map((term) => term.at.itemId)).toEqual(['f1', 'f2', 'f3', 'f4'])
    expect(feed.knownAmps).toBeCloseTo(0.25 + 0.25 + 0.18 + 0.18, 12)
  })

  const fedRow = (plug: string) =>
    bench(
      ['S1: supply-850', 'B1: box-garland', 'F1 F2 F3 F4: fan-garland', 'X1: row-feed-garland'],
      [
        'B1.supply1 > S1.A_1',
        'F1.link > B1.link1',
        'F2.link > F1.linkOut',
        'F3.link > F2.linkOut',
        'F4.link > F3.linkOut',
        'X1.end > F4.linkOut',
        `X1.supply > S1.${plug}` as 'X1.supply > S1.B_1',
      ],
    )

  test('what feeds the far end of a row may carry all of it, and so may the outlet', () => {
    const build = fedRow('B_1')
    // By hand: four fans of 0.20 A.
    expect(budgetAt(build, 's1.B_1')).toMatchObject({ knownAmps: 0, state: 'within' })
    expect(budgetAt(build, 's1.B_1').mostAmps).toBeCloseTo(0.8, 12)
    expect(budgetAt(build, 'b1.link1').knownAmps).toBeCloseTo(0.8, 12)
    expect(budgetAt(build, 's1.A_1').knownAmps).toBeCloseTo(0.8, 12)
    expect(sumText(build, budgetAt(build, 's1.B_1', '5v'))).toContain('F1 up to 0.32 (8 LEDs × 40 mA)')
  })

  test('a cable that feeds a row from both of its ends carries it once', () => {
    const cable = derive(fedRow('A_2')).budgets.find(
      ({ name, rail, terms }) => name !== undefined && rail === '12v' && terms.length > 0,
    )!
    expect(cable.knownAmps).toBeCloseTo(0.8, 12)
    expect(cable.mostAmps).toBeCloseTo(0.8, 12)
  })

  test('an unpowered hub passes its load on to the header', () => {
    const build = bench(
      ['M1: board-middle', 'H1: hub-plain-5', 'F1 F2: fan-140'],
      ['H1.in > M1.PUMP', 'F1.fan > H1.out1', 'F2.fan > H1.out5'],
    )
    expect(budgetAt(build, 'm1.PUMP').knownAmps).toBeCloseTo(0.6, 12)
    expect(budgetAt(build, 'h1.in').knownAmps).toBeCloseTo(0.6, 12)
  })

  test('lights add along a chain and over the legs of a splitter, the lit LEDs and not the addressed ones', () => {
    const build = bench(
      ['M1: board-middle', 'Y1: light-splitter-2', 'L1: strip-5v-30', 'F1: fan-120-mirror'],
      ['Y1.in > M1.LED5V', 'L1.light > Y1.out1', 'F1.light > L1.lightOut'],
    )
    expect(budgetAt(build, 'm1.LED5V', '5v').knownAmps).toBeCloseTo((30 * 50 + 16 * 50) / 1000, 12)
    expect(sumText(build, budgetAt(build, 'm1.LED5V', '5v'))).toContain(
      'F1 0.80 (16 LEDs × 50 mA) + L1 1.50 (30 LEDs × 50 mA) = 2.30 A of 3.00 A',
    )
  })

  test('at another glow the idle draw stays, and only the rest follows colour and brightness', () => {
    const build = bench(
      ['M1: board-middle', 'L1: strip-5v-30', 'L2: strip-12v'],
      ['L1.light > M1.LED5V', 'L2.light > M1.LED12V'],
    )
    const amps = (glow: Partial<Glow>, port: string) => {
      const { budgetsAt } = derive(build, { glow: { ...FULL_WHITE, ...glow } })
      return budgetsAt(at(port)).find(({ terms }) => terms.length > 0)!
    }
    // 30 LEDs at 50 mA white and 1 mA dark: red alone is 30 × (1 + 49 / 3) mA.
    expect(amps({ green: 0, blue: 0 }, 'm1.LED5V').knownAmps).toBeCloseTo((30 * (1 + 49 / 3)) / 1000, 12)
    expect(amps({ brightness: 0 }, 'm1.LED5V').knownAmps).toBeCloseTo(0.03, 12)
    expect(sumText(build, amps({ brightness: 0.5 }, 'm1.LED5V'))).toContain(
      'L1 0.765 (0.03 dark + 50 % of 1.47) = 0.77 A',
    )
    const white = amps({}, 'm1.LED12V').knownAmps
    expect(white).toBeGreaterThan(0)
    expect(amps({ brightness: 0.5 }, 'm1.LED12V').knownAmps).toBeCloseTo(white / 2, 12)
  })

  test('lights of which only the amps are known are unknown below full white: what they draw dark is', () => {
    const strip = makeStrip({ id: 'labelled', name: 'Labelled', leds: { count: 30 } })
    const inside = strip.inside.map((relation) => {
      if (relation.type !== 'light') return relation
      const { addressedLedCount: _addressed, litLedCount: _lit, ...rest } = relation
      return { ...rest, ratedAmps: figureOf(0.6, 'label') }
    })
    const build = bench(['M1: board-middle', 'L1: labelled'], ['L1.light > M1.LED5V'], [{ ...strip, inside }])
    const budgetOf = (glow: Glow) => derive(build, { glow }).budgetsAt(at('m1.LED5V'))[0]!
    expect(budgetOf(FULL_WHITE)).toMatchObject({ knownAmps: 0.6, unknownCount: 0 })
    expect(budgetOf({ ...FULL_WHITE, brightness: 0.5 })).toMatchObject({ knownAmps: 0, unknownCount: 1 })
  })

  test('two fans of many fold into one line', () => {
    const marks = Array.from({ length: 12 }, (_, i) => `F${i + 1}`)
    const many = bench(
      ['M1: board-middle', `${marks.join(' ')}: fan-140`],
      marks.map((mark) => `${mark}.fan > M1.SYS1`),
    )
    expect(sumText(many, budgetAt(many, 'm1.SYS1'))).toMatch(/^12 × 0\.30 \(F1 … F12\) = 3\.60 A of 1\.00 A/)
  })

  test('a ring of splitters ends', () => {
    const build = bench(
      ['Y1 Y2: splitter-2', 'F1: fan-140'],
      ['Y1.in > Y2.out1', 'Y2.in > Y1.out1', 'F1.fan > Y1.out2'],
    )
    expect(() => derive(build)).not.toThrow()
    expect(supplyPath(derive(build), at('f1.fan'), '12v').end).toBe('ring')
  })

  test('adding a load never lowers a load upstream, and a splitter never changes the amps', () => {
    const amps = fc.double({ min: 0, max: 3, noNaN: true })
    fc.assert(
      fc.property(fc.array(amps, { minLength: 1, maxLength: 4 }), amps, (draws, more) => {
        const fans = [...draws, more].map((value, i): Part =>
          makeFan({ id: `fan${i}`, name: 'Fan', pins: 4, sizeMm: 120, amps: value }),
        )
        const wire = (count: number) =>
          bench(
            ['M1: board-middle', 'Y1: hub-plain-5', ...fans.slice(0, count).map((fan, i) => `F${i + 1}: ${fan.id}`)],
            ['Y1.in > M1.SYS1', ...fans.slice(0, count).map((_fan, i) => `F${i + 1}.fan > Y1.out${i + 1}`)],
            fans,
          )
        const before = budgetAt(wire(draws.length), 'm1.SYS1').knownAmps
        expect(budgetAt(wire(draws.length + 1), 'm1.SYS1').knownAmps).toBeGreaterThanOrEqual(before)
        expect(before).toBeCloseTo(
          draws.reduce((sum, value) => sum + value, 0),
          9,
        )
      }),
      { numRuns: 60 },
    )
  })

  test('text never contradicts the verdict', () => {
    expect(formatAlike([1.0004, 1])).toBe(4)
    expect(formatAlike([0.1 + 0.2, 0.3])).toBe(2)
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5, noNaN: true }), fc.double({ min: 0, max: 5, noNaN: true }), (a, b) => {
        fc.pre(Math.abs(a - b) > 1e-5)
        const decimals = formatAlike([a, b])
        expect(Number(a.toFixed(decimals)) > Number(b.toFixed(decimals))).toBe(a > b)
      }),
    )
  })
})

describe('why not here', () => {
  const harness = derive(demoBuild('harbour-lantern'))
  const answers = (lead: string) =>
    new Map(candidatesFor(harness, at(lead)).map((c) => [harness.name(c.to), candidateText(harness, at(lead), c)]))

  test('every port has an answer, the best one first', () => {
    const candidates = candidatesFor(harness, at('f4.fan'))
    expect(harness.name(candidates[0]!.to)).toBe('SYS2')
    const givers = harness.ports.filter(({ port, item }) => port.side === 'gives' && item.id !== 'f4')
    expect(candidates).toHaveLength(givers.length)
    const texts = answers('f4.fan')
    expect(texts.get('SYS2')).toBe('0.00 to 0.22 of 1.00 A; 464 mm to spare')
    expect(texts.get('SYS1')).toBe('taken by Y1 board lead')
    expect(texts.get('LED5V')).toBe('does not mate: this is a 5 V addressable light plug')
  })

  test('lights are told about the volts, whatever the plug', () => {
    expect(answers('l1.light').get('LED5V')).toBe('5 V here, this takes 12 V')
    expect(answers('l1.light').get('LED12V')).toBe('0.00 to 0.60 of 3.00 A')
    expect(answers('f4.light').get('LED12V')).toBe('12 V here, this takes 5 V')
  })

  test('what is lost is said: a 4-pin fan on a leg without tach, a hub that is not fed', () => {
    const build = bench(['M1: board-middle', 'Y1: splitter-2', 'F1: fan-140', 'H1: hub-powered-5'], ['Y1.in > M1.SYS1'])
    const made = derive(build)
    const find = (name: string) => candidatesFor(made, at('f1.fan')).find((c) => made.name(c.to) === name)!
    expect(candidateText(made, at('f1.fan'), find('Y1 outlet 2'))).toBe(
      '0.00 to 0.30 of 1.00 A; no tach: its speed is not seen',
    )
    expect(find('H1 outlet 1').outlook).toBe('unfed')
    expect(find('Y1 outlet 1').lost).toEqual([])
  })

  test('a splitter is not offered its own legs further down', () => {
    const build = bench(['M1: board-middle', 'Y1 Y2: splitter-2'], ['Y2.in > Y1.out1'])
    const made = derive(build)
    expect(candidatesFor(made, at('y1.in')).find((c) => made.name(c.to) === 'Y2 outlet 1')?.outlook).toBe('ring')
  })
})

describe('the sheet', () => {
  test('feeds come before fans, a box before what hangs on it', () => {
    const lines = leadLines(derive(demoBuild('paper-kite'))).map((line) => `${line.fromName} > ${line.toName}`)
    expect(lines.slice(0, 2)).toEqual(['H1 supply lead > A plug 1', 'F5 > CPU'])
    expect(lines.indexOf('F1 > H1 outlet 1')).toBeGreaterThan(lines.indexOf('H1 supply lead > A plug 1'))
  })

  test('a header with a 3-pin fan goes to DC, others to PWM, and a choice wins', () => {
    const build = bench(
      ['M1: board-middle', 'F1: fan-120-3pin', 'F2: fan-140', 'F3: fan-140'],
      ['F1.fan > M1.SYS1', 'F2.fan > M1.SYS2', 'F3.fan > M1.CPU'],
    )
    const chosen: Build = { ...build, choices: { ...build.choices, modes: [{ at: at('m1.CPU'), mode: 'dc' }] } }
    expect(headSettings(derive(chosen)).map(({ name, mode, isChosen }) => `${name} ${mode} ${isChosen}`)).toEqual([
      'CPU dc true',
      'SYS1 dc false',
      'SYS2 pwm false',
    ])
  })
})

test('figures that are only assumed are carried through a sum', () => {
  const weak: Part = { ...makeFan({ id: 'weak', name: 'Weak', pins: 4, sizeMm: 120, origin: 'guess', amps: 0.1 }) }
  const build = bench(['M1: board-middle', 'F1: weak'], ['F1.fan > M1.SYS1'], [weak])
  expect(budgetAt(build, 'm1.SYS1').state).toBe('wouldHold')
  expect(figureOf(1, 'label')).toEqual({ value: 1, origin: 'label' })
})
