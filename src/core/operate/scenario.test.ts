import { bench, partNamed } from '../../../tests/support/bench'
import { demoBuilds } from '../../../tools/demo/builds'
import type { Build } from '../build/schema'
import { canonicalJson } from '../formats/canonical'
import { makeController } from '../parts/make'
import { FULL_WHITE } from '../physics/led'
import { check } from '../rules/check'
import { structure } from '../structure/wiring/wiring'
import { lightVoltsIn, voltsAt } from './electric'
import { derive, harnessOf } from './harness'
import type { Scenario } from './scenario'

const at = (text: string) => {
  const [itemId = '', portId = ''] = text.split('.')
  return { itemId, portId }
}
const sumAt = (build: Build, text: string, scenario: Scenario = {}) =>
  derive(build, scenario)
    .budgetsAt(at(text))
    .find(({ terms }) => terms.length > 0)!

/** Three fans of 0.25 A that start with 0.32 A, and a strip of 30 LEDs at 50 mA white and 1 mA dark. */
const build = bench(
  ['M1: board-middle', 'Y1: splitter-3', 'F1 F2 F3: fan-120', 'L1: strip-5v-30'],
  ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2', 'F3.fan > Y1.out3', 'L1.light > M1.LED5V'],
)

test.each(demoBuilds.map((demo) => [demo.name, demo] as const))(
  '%s: a structure that was copied as plain data is judged alike',
  (_name, demo) => {
    const copied = structuredClone(structure(demo))
    expect(canonicalJson(check(harnessOf(copied)))).toBe(canonicalJson(check(derive(demo))))
  },
)

test('half the brightness halves what is above the idle draw, on all lines or on one', () => {
  const half = { ...FULL_WHITE, brightness: 0.5 }
  // By hand: 30 x 50 mA = 1.50 A; 30 x 1 mA dark and half of the 1.47 A above it.
  expect(sumAt(build, 'm1.LED5V').knownAmps).toBeCloseTo(1.5, 12)
  expect(sumAt(build, 'm1.LED5V', { glow: half }).knownAmps).toBeCloseTo(0.03 + 1.47 / 2, 12)
  expect(sumAt(build, 'm1.LED5V', { glowByLine: { 'm1.LED5V': half } }).knownAmps).toBeCloseTo(0.765, 12)
  expect(sumAt(build, 'm1.LED5V', { glowByLine: { 'm1.OTHER': half } }).knownAmps).toBeCloseTo(1.5, 12)
})

describe('a duty of half', () => {
  // By hand: 450 rpm at 20 %, 1500 at 100 %: 843.75 rpm at 50 %, which is 0.5625 of full speed.
  const atHalf = 3 * 0.25 * 0.5625 ** 3

  test('leaves the cube of the speed of the draw by PWM, and a quarter by volts', () => {
    // From the fan laws: 0.25 A x 0.5625^3 at unchanged volts; by half the volts half the speed, whose square it is.
    expect(sumAt(build, 'm1.SYS1', { dutyPercent: 50 }).knownAmps).toBeCloseTo(atHalf, 12)
    const dc = { ...build, choices: { ...build.choices, modes: [{ at: at('m1.SYS1'), mode: 'dc' as const }] } }
    expect(sumAt(dc, 'm1.SYS1', { dutyPercent: 50 }).knownAmps).toBeCloseTo((3 * 0.25) / 4, 12)
  })

  test('is told to one header, or comes of its curve and a temperature', () => {
    expect(sumAt(build, 'm1.SYS1', { dutyByHead: { 'm1.SYS1': 50 } }).knownAmps).toBeCloseTo(atHalf, 12)
    expect(sumAt(build, 'm1.SYS1', { dutyByHead: { 'm1.SYS2': 50 } }).knownAmps).toBeCloseTo(0.75, 12)
    const points = [
      { temperatureC: 40, dutyPercent: 30 },
      { temperatureC: 60, dutyPercent: 70 },
    ]
    const curves = [{ at: at('m1.SYS1'), heatSource: 'processor' as const, points }]
    const curved = { ...build, choices: { ...build.choices, curves } }
    expect(sumAt(curved, 'm1.SYS1', { heatC: { processor: 50 } }).knownAmps).toBeCloseTo(atHalf, 12)
    expect(sumAt(curved, 'm1.SYS1', { heatC: { graphics: 50 } }).knownAmps).toBeCloseTo(0.75, 12)
  })

  test('changes nothing for a fan that no command reaches', () => {
    const deaf = bench(['M1: board-middle', 'F1: fan-120-3pin'], ['F1.fan > M1.SYS1'])
    const modes = [{ at: at('m1.SYS1'), mode: 'pwm' as const }]
    const told = { ...deaf, choices: { ...deaf.choices, modes } }
    expect(sumAt(told, 'm1.SYS1', { dutyPercent: 50 })).toEqual(sumAt(told, 'm1.SYS1'))
  })
})

describe('a contact that is open', () => {
  const threadTo = (lead: string) => build.threads.find(({ from }) => `${from.itemId}.${from.portId}` === lead)!.id
  const open = (lead: string, wire: 'gnd' | '12v' | 'pwm' | 'tach' | 'data'): Scenario => ({
    faults: [{ fault: 'contactOpen', threadId: threadTo(lead), wire }],
  })

  test('of the supply or of its way back takes the fan out of the sum, and it is not fed', () => {
    for (const wire of ['12v', 'gnd'] as const) {
      const harness = derive(build, open('f2.fan', wire))
      expect(harness.budgetsAt(at('m1.SYS1'))[0]!.knownAmps).toBeCloseTo(0.5, 12)
      expect(harness.speed().commands.map(({ at: { itemId }, isFed }) => [itemId, isFed])).toEqual([
        ['f1', true],
        ['f2', false],
        ['f3', true],
      ])
    }
  })

  test('of the command leaves the fan to its volts, which a header in PWM mode does not lower', () => {
    const control = (scenario: Scenario) =>
      derive(build, scenario)
        .speed()
        .commands.map((command) => command.control)
    expect(control({})).toEqual(['pwm', 'pwm', 'pwm'])
    expect(control(open('f2.fan', 'pwm'))).toEqual(['pwm', 'none', 'pwm'])
  })

  test('of the tach takes the report away, of the data the light', () => {
    const reporters = (scenario: Scenario) =>
      derive(build, scenario)
        .tach()
        .reportersBelow(at('m1.SYS1'))
        .map(({ at: { itemId } }) => itemId)
    expect(reporters({})).toEqual(['f1'])
    expect(reporters(open('f1.fan', 'tach'))).toEqual([])
    expect(derive(build, open('l1.light', 'data')).lights().lines).toEqual([])
  })

  test('a plug that is not seated is no thread at all', () => {
    const loose = derive(build, { faults: [{ fault: 'plugLoose', threadId: threadTo('f3.fan') }] })
    const without = { ...build, threads: build.threads.filter(({ from }) => from.itemId !== 'f3') }
    expect(loose.threads).toEqual(derive(without).threads)
    expect(check(loose).findings).toEqual(check(derive(without)).findings)
  })
})

test('a motor that is held fast draws what nobody states', () => {
  expect(sumAt(build, 'm1.SYS1', { faults: [{ fault: 'motorStands', at: at('f1.fan') }] })).toMatchObject({
    unknownCount: 1,
    knownAmps: 0.5,
  })
})

test('at 4.75 V the far end lacks a quarter of a volt more, since the current stays', () => {
  const lowest = (scenario: Scenario) => {
    const harness = derive(build, scenario)
    const [light] = harness.lights().lights
    return lightVoltsIn(voltsAt(harness.circuit(at('l1.light'), '5v')!))(light!)!
  }
  expect(lowest({})).toBeLessThan(5)
  expect(lowest({}) - lowest({ supplyVolts: { '5v': 4.75 } })).toBeCloseTo(0.25, 9)
})

describe('after power-on', () => {
  test('300 ms on every fan still draws its start current, 5 s on what it runs with', () => {
    expect(partNamed('fan-120').inside).toContainEqual(
      expect.objectContaining({ startAmps: expect.objectContaining({ value: 0.32 }) }),
    )
    expect(sumAt(build, 'm1.SYS1', { timeMs: 300 }).knownAmps).toBeCloseTo(3 * 0.32, 12)
    expect(sumAt(build, 'm1.SYS1', { timeMs: 5000 }).knownAmps).toBeCloseTo(3 * 0.25, 12)
  })

  test('of a box that staggers by half a second, the later fans wait', () => {
    const box = makeController({ id: 'box', name: 'Box', fanOutletCount: 3, mostAmps: 3, staggerMs: 500 })
    const build = bench(
      ['B1: box', 'F1 F2 F3: fan-120'],
      ['F1.fan > B1.fan1', 'F2.fan > B1.fan2', 'F3.fan > B1.fan3'],
      [box],
    )
    const drawn = (timeMs: number) =>
      derive(build, { timeMs })
        .budgets.filter(({ at: [first], rail }) => first?.itemId === 'b1' && rail === '12v')
        .find(({ at: ports }) => ports.length === 3)!
        .terms.map(({ amps }) => amps)
    // By hand: 0.32 A for a second from 0, 500 and 1000 ms on, then 0.25 A; nothing before its turn.
    expect(drawn(100)).toEqual([0.32, 0, 0])
    expect(drawn(600)).toEqual([0.32, 0.32, 0])
    expect(drawn(1200)).toEqual([0.25, 0.32, 0.32])
    expect(drawn(1700)).toEqual([0.25, 0.25, 0.32])
    expect(drawn(2500)).toEqual([0.25, 0.25, 0.25])
  })

  test('a surge is the whole start at whatever moment it is asked for', () => {
    const peaks = (scenario: Scenario) =>
      derive(build, scenario)
        .surges()
        .map(({ peakAmps }) => peakAmps)
    expect(peaks({ timeMs: 5000 })).toEqual(peaks({}))
  })
})
