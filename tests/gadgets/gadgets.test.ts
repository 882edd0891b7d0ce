import { readFileSync } from 'node:fs'
import { bench } from '../support/bench'
import { readPartsFile } from '../../src/core/formats/validate'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import type { Severity } from '../../src/core/rules/engine/rule'
import { findingText } from '../../src/core/wording/text'

/** Odd gadgets as data alone: no line of the program knows any of them. */
const { parts } = readPartsFile(readFileSync('tests/gadgets/gadgets.json', 'utf8'))
const board = ['M1: board-middle', 'S1: supply-550']
const harness = (items: readonly string[], threads: readonly string[]) =>
  derive(bench([...board, ...items], threads, parts))
const texts = (items: readonly string[], threads: readonly string[], ...severities: readonly Severity[]) =>
  check(harness(items, threads))
    .findings.filter(({ severity }) => severities.includes(severity))
    .map(findingText)
    .filter((text) => !/^Still loose|Nothing reports its speed on CPU|^Leads that still want/.test(text))
const commands = (items: readonly string[], threads: readonly string[]) =>
  harness(items, threads)
    .speed()
    .commands.map(({ at, control }) => `${at.itemId} ${control}`)

test('ten gadgets and the strip that one of them is for, all of them sound', () => {
  expect(parts).toHaveLength(12)
})

test('a splitter with one full leg: the fan on it is the one that is read', () => {
  const at = (leg: number) =>
    harness(['Y1: one-full-leg', 'F1: fan-140'], ['Y1.in > M1.SYS1', `F1.fan > Y1.out${leg}`])
      .tach()
      .readingAt({ itemId: 'm1', portId: 'SYS1' })?.reporters.length ?? 0
  expect([at(1), at(2)]).toEqual([1, 0])
})

test('of two powered hubs one rules a 3-pin fan and the other does not', () => {
  const on = (hub: string) =>
    commands(
      [`H1: ${hub}`, 'F1: fan-120-3pin', 'F2: fan-120'],
      [
        'H1.signal > M1.SYS1',
        'H1.supply > S1.A_1',
        'F1.fan > H1.out1',
        ...(hub === 'hub-pwm' ? ['F2.fan > H1.out2'] : []),
      ],
    )
  expect(on('hub-both')).toEqual(['f1 dc'])
  expect(on('hub-pwm')).toEqual(['f1 none', 'f2 pwm'])
})

test('a box with two supply leads stops while one is loose', () => {
  const items = ['B1: two-feeds', 'F1: fan-140']
  const threads = ['B1.supply1 > S1.A_1', 'F1.fan > B1.fan1']
  const { findings } = check(harness(items, threads))
  const stops = findings.filter(({ severity, ruleId }) => severity === 'stop' && ruleId !== 'cpu-header-tach')
  expect(stops.map(findingText)).toEqual(['Still loose, and needed (1): B1 supply lead 2. Plug it into a port.'])
  expect(texts(items, [...threads, 'B1.supply2 > S1.B_1'], 'stop')).toEqual([])
})

test('a pump with a tach-only lead wakes the CPU header, and its breakout rules three fans within its limit', () => {
  const items = ['P1: pump-breakout', 'F1 F2 F3: fan-radiator']
  const threads = ['P1.tach > M1.CPU', 'P1.supply > S1.A_1', 'F1.fan > P1.fan1', 'F2.fan > P1.fan2', 'F3.fan > P1.fan3']
  expect(
    check(harness(items, threads)).findings.some(
      ({ ruleId, severity }) => ruleId === 'cpu-header-tach' && severity === 'stop',
    ),
  ).toBe(false)
  expect(texts(items, threads, 'stop')).toEqual([
    expect.stringMatching(/^P1 outlets together would carry 1\.05 A; its limit is 1\.00 A/),
  ])
  expect(texts(items, threads.slice(0, 4), 'stop')).toEqual([])
})

test('a case hub runs its reporters flat out, but the board still drives its lights, mirrored', () => {
  const items = ['H1: case-hub', 'F1: fan-140', 'L1 L2: strip-5v-30']
  const threads = [
    'H1.supply > S1.A_1',
    'H1.light > M1.LED5V',
    'F1.fan > H1.out1',
    'L1.light > H1.light1',
    'L2.light > H1.light2',
  ]
  expect(commands(items, threads)).toEqual(['f1 none'])
  const [line] = harness(items, threads).lights().lines
  expect(line).toMatchObject({ ledCount: 30 })
  expect(line?.mirrored).toHaveLength(2)
  expect(texts(items, threads, 'stop')).toEqual([])
})

test('a cooler with two light zones: one source may drive both, and a loose one is no stop', () => {
  const items = ['P1: two-zones', 'Y1: light-splitter-2']
  const threads = ['P1.pump > M1.PUMP', 'Y1.in > M1.LED5V', 'P1.cap > Y1.out1', 'P1.rim > Y1.out2']
  const [line] = harness(items, threads).lights().lines
  expect(line).toMatchObject({ ledCount: 20 })
  expect(harness(items, threads).budgetsAt({ itemId: 'm1', portId: 'LED5V' })[0]?.knownAmps).toBeCloseTo(32 * 0.04, 12)
  expect(texts(items, threads.slice(0, 3), 'stop')).toEqual([])
})

test('a row fan with a screen does not join a plain row, and its screen adds to the 5 V sum', () => {
  const items = ['B1: box-garland', 'F1: row-screen', 'F2: fan-garland']
  const threads = ['B1.supply1 > S1.A_1', 'B1.usb > M1.USB1', 'F1.link > B1.link1', 'F2.link > F1.linkOut']
  expect(texts(items, threads, 'stop').join(' ')).toMatch(/has the variants plain and screen in one chain/)
  const lights = harness(items, threads.slice(0, 3))
    .budgetsAt({ itemId: 'b1', portId: 'link1' })
    .find(({ rail }) => rail === '5v')
  expect(lights?.knownAmps).toBeCloseTo(0.3 + 8 * 0.04, 12)
})

test('a hand box drives lights without a board, up to its LEDs', () => {
  const items = ['B1: hand', 'L1 L2: strip-5v-60']
  const threads = ['B1.supply > S1.A_1', 'L1.light > B1.out1']
  expect(texts(items, threads, 'stop')).toEqual([])
  expect(harness(items, threads).lights().lines).toHaveLength(1)
  expect(
    texts(['B1: hand', 'L1 L2: strip-5v-60'], [...threads, 'L2.light > L1.lightOut'], 'warning').join(' '),
  ).toMatch(/would address 120 LEDs; its limit is 90/)
})

test('a USB hub with a supply lead gives each port its full current, and much less without that lead', () => {
  const items = ['U1: usb-fed', 'P1: pump-screen']
  const threads = ['U1.usb > M1.USB1', 'P1.usb > U1.out1', 'P1.supply > S1.A_1', 'P1.tach > M1.CPU']
  expect(texts(items, [...threads, 'U1.supply > S1.A_2'], 'stop')).toEqual([])
  expect(texts(items, threads, 'stop').join(' ')).toMatch(
    /U1 header 1 would have to give 250 mA to P1 screen lead; it may give 200 mA/,
  )
})

test('an adapter brings a foreign light plug to the usual one; without it nothing mates', () => {
  const items = ['X1: foreign-adapter', 'L1: foreign-strip']
  expect(texts(items, ['X1.in > M1.LED5V', 'L1.light > X1.out'], 'stop')).toEqual([])
  expect(texts(['L1: foreign-strip'], ['L1.light > M1.LED5V!'], 'stop').join(' ')).toMatch(/do not mate/)
})
