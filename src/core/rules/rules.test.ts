import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { bench, partNamed } from '../../../tests/support/bench'
import { deepFreeze } from '../../../tests/support/freeze'
import { shuffleBuild } from '../../../tests/support/shuffle'
import { apply } from '../build/apply'
import type { Build } from '../build/schema'
import { derive } from '../harness/derive'
import { figureOf, makeBoard, makeFan, makeFanSplitter } from '../parts/make'
import type { Part } from '../parts/schema'
import { findingText, mendText } from '../wording/text'
import { check, mendsFor } from './check'
import { RULES } from './index'
import type { Finding } from './rule'

const other = (id: string, label: string | undefined, side: 'takes' | 'gives'): Part => ({
  id,
  name: id,
  kind: 'other',
  markPrefix: 'Z',
  leads: [],
  ports: [
    {
      id: 'p',
      name: 'plug',
      connector: {
        family: 'other',
        end: side === 'takes' ? 'sockets' : 'pins',
        ...(label === undefined ? {} : { label }),
      },
      wires: ['gnd'],
      side,
    },
  ],
  inside: [],
})
const link = (id: string, side: 'takes' | 'gives', maker: string, generation: string, variant: string): Part => ({
  ...other(id, undefined, side),
  ports: [
    {
      id: 'p',
      name: 'link',
      connector: { family: 'maker-link', end: side === 'takes' ? 'sockets' : 'pins', maker, generation, variant },
      wires: ['12v', 'gnd'],
      side,
    },
  ],
})
const fanOf = (amps: number | undefined, id = 'test-fan'): Part =>
  makeFan({ id, name: id, pins: 4, sizeMm: 120, ...(amps === undefined ? {} : { amps }) })
const boardOf = (mostAmps: number | undefined): Part =>
  makeBoard({
    id: 'test-board',
    name: 'Test board',
    fanHeaders: [{ name: 'SYS1', role: 'case', ...(mostAmps === undefined ? {} : { mostAmps }) }],
    lightHeaders: [],
    usbHeaderCount: 0,
  })
const weakBoard = makeBoard({
  id: 'weak-board',
  name: 'Weak board',
  origin: 'template',
  fanHeaders: [{ name: 'SYS1', role: 'case', mostAmps: 1 }],
  lightHeaders: [],
  usbHeaderCount: 0,
})
const fansOn = (count: number, amps: number, mostAmps: number): Build => {
  const outlets = Math.max(2, count)
  const splitter = makeFanSplitter({ id: 'test-splitter', name: 'Test splitter', outletCount: outlets })
  const marks = Array.from({ length: count }, (_, i) => `F${i + 1}`)
  return bench(
    ['M1: test-board', 'Y1: test-splitter', `${marks.join(' ')}: test-fan`],
    ['Y1.in > M1.SYS1', ...marks.map((mark, i) => `${mark}.fan > Y1.out${i + 1}`)],
    [boardOf(mostAmps), splitter, fanOf(amps)],
  )
}
const parked = (build: Build, itemId: string, portId: string): Build =>
  apply(build, { type: 'park', at: { itemId, portId }, reason: 'kept for later' }).build

interface Case {
  readonly rule: string
  readonly what: string
  readonly build: Build
  /** `holds`, `notApplicable`, or the message id of the finding wanted. */
  readonly wanted: string
  readonly params?: Readonly<Record<string, unknown>>
}

const board = 'M1: board-middle'
const cases: readonly Case[] = [
  {
    rule: 'connector-mates',
    what: 'a 4-pin fan on a fan header',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  {
    rule: 'connector-mates',
    what: 'a 3-pin plug on a 4-pin header',
    build: bench([board, 'F1: fan-120-3pin'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  {
    rule: 'connector-mates',
    what: 'a fan plug on a light header',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.LED12V!']),
    wanted: 'family',
    params: { lead: 'F1', port: 'LED12V', leadFamily: '4-pin fan plug', portFamily: '12 V light plug' },
  },
  {
    rule: 'connector-mates',
    what: 'links of two makers',
    build: bench(
      ['A1: la', 'B1: lb'],
      ['A1.p > B1.p!'],
      [link('la', 'takes', 'Alder', '1', 'x'), link('lb', 'gives', 'Birch', '1', 'x')],
    ),
    wanted: 'maker',
    params: { leadMaker: 'Alder', portMaker: 'Birch' },
  },
  {
    rule: 'connector-mates',
    what: 'links of two generations',
    build: bench(
      ['A1: la', 'B1: lb'],
      ['A1.p > B1.p!'],
      [link('la', 'takes', 'Alder', '1', 'x'), link('lb', 'gives', 'Alder', '2', 'x')],
    ),
    wanted: 'generation',
    params: { leadGeneration: '1', portGeneration: '2' },
  },
  {
    rule: 'connector-mates',
    what: 'links of two variants',
    build: bench(
      ['A1: la', 'B1: lb'],
      ['A1.p > B1.p!'],
      [link('la', 'takes', 'Alder', '1', 'plain'), link('lb', 'gives', 'Alder', '1', 'screen')],
    ),
    wanted: 'variant',
    params: { leadVariant: 'plain', portVariant: 'screen' },
  },
  {
    rule: 'connector-mates',
    what: 'the same link',
    build: bench(
      ['A1: la', 'B1: lb'],
      ['A1.p > B1.p'],
      [link('la', 'takes', 'Alder', '1', 'x'), link('lb', 'gives', 'Alder', '1', 'x')],
    ),
    wanted: 'holds',
  },
  {
    rule: 'connector-mates',
    what: 'plugs nobody has named',
    build: bench(
      ['A1: oa', 'B1: ob'],
      ['A1.p > B1.p!'],
      [other('oa', undefined, 'takes'), other('ob', undefined, 'gives')],
    ),
    wanted: 'label',
    params: { lead: 'A1', port: 'B1' },
  },
  {
    rule: 'connector-mates',
    what: 'plugs with a label of their own',
    build: bench(
      ['A1: oa', 'B1: ob'],
      ['A1.p > B1.p'],
      [other('oa', 'square two', 'takes'), other('ob', 'square two', 'gives')],
    ),
    wanted: 'holds',
  },

  {
    rule: 'ends-mate',
    what: 'sockets on pins',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  {
    rule: 'ends-mate',
    what: 'pins on pins',
    build: bench(
      [board, 'F1: pin-fan'],
      ['F1.fan > M1.SYS1!'],
      [
        {
          ...fanOf(0.1, 'pin-fan'),
          ports: fanOf(0.1).ports.map((p) => ({ ...p, connector: { ...p.connector, end: 'pins' as const } })),
        },
      ],
    ),
    wanted: 'sameEnds',
    params: { lead: 'F1', port: 'SYS1', ends: 'pins' },
  },
  {
    rule: 'ends-mate',
    what: 'two sources',
    build: bench(['M1: board-middle', 'M2: board-small'], ['M1.LED5V > M2.LED5V!']),
    wanted: 'bothGive',
    params: { lead: 'M1 LED5V', port: 'M2 LED5V' },
  },
  {
    rule: 'ends-mate',
    what: 'two devices',
    build: bench(['F1 F2: fan-140'], ['F1.fan > F2.fan!']),
    wanted: 'bothTake',
    params: { lead: 'F1', port: 'F2' },
  },

  {
    rule: 'port-taken',
    what: 'one lead on a header',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  { rule: 'port-taken', what: 'an empty bench', build: bench([board]), wanted: 'notApplicable' },
  {
    rule: 'port-taken',
    what: 'two leads on a header',
    build: bench([board, 'F1 F2: fan-140'], ['F1.fan > M1.SYS1', 'F2.fan > M1.SYS1!']),
    wanted: 'taken',
    params: { port: 'SYS1', placeCount: 1, coveredCount: 2, leads: ['F1', 'F2'] },
  },
  {
    rule: 'port-taken',
    what: 'one lead in two headers',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1', 'F1.fan > M1.SYS2!']),
    wanted: 'twoPlaces',
    params: { lead: 'F1', placeCount: 2, ports: ['SYS1', 'SYS2'] },
  },

  {
    rule: 'lead-loose',
    what: 'all threaded',
    build: bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1']),
    wanted: 'holds',
  },
  { rule: 'lead-loose', what: 'no lead at all', build: bench([board]), wanted: 'notApplicable' },
  {
    rule: 'lead-loose',
    what: 'two needed leads in one bundle',
    build: bench([board, 'F1 F2: fan-140']),
    wanted: 'needed',
    params: { looseCount: 2, leads: ['F1', 'F2'] },
  },
  {
    rule: 'lead-loose',
    what: 'a light lead for comfort',
    build: bench([board, 'F1: fan-140-light'], ['F1.fan > M1.SYS1']),
    wanted: 'comfort',
    params: { looseCount: 1, leads: ['F1 light lead'] },
  },
  {
    rule: 'lead-loose',
    what: 'a lead parked with a reason',
    build: parked(bench([board, 'F1: fan-140-light'], ['F1.fan > M1.SYS1']), 'f1', 'light'),
    wanted: 'parked',
    params: { lead: 'F1 light lead', reason: 'kept for later' },
  },

  {
    rule: 'light-voltage',
    what: '5 V lights on 5 V',
    build: bench([board, 'L1: strip-5v-30'], ['L1.light > M1.LED5V']),
    wanted: 'holds',
  },
  { rule: 'light-voltage', what: 'loose lights', build: bench([board, 'L1: strip-5v-30']), wanted: 'notApplicable' },
  {
    rule: 'light-voltage',
    what: '12 V through a shape adapter',
    build: bench([board, 'X1: light-adapter-shape', 'L1: strip-5v-30'], ['X1.in > M1.LED12V', 'L1.light > X1.out']),
    wanted: 'tooHigh',
    params: { lead: 'L1 light lead', source: 'LED12V', takesVolts: 5, getsVolts: 12 },
  },
  {
    rule: 'light-voltage',
    what: '12 V at the end of a chain',
    build: bench(
      [board, 'X1: light-adapter-shape', 'L1 L2: strip-5v-30'],
      ['X1.in > M1.LED12V', 'L1.light > X1.out', 'L2.light > L1.lightOut'],
    ),
    wanted: 'tooHigh',
    params: { lead: 'L2 light lead', getsVolts: 12 },
  },
  {
    rule: 'light-voltage',
    what: '12 V lights forced on 5 V',
    build: bench([board, 'L1: strip-12v'], ['L1.light > M1.LED5V!']),
    wanted: 'tooLow',
    params: { lead: 'L1 light lead', source: 'LED5V', takesVolts: 12, getsVolts: 5 },
  },

  { rule: 'current-budget', what: 'nothing there', build: bench([board]), wanted: 'notApplicable' },
  { rule: 'current-budget', what: 'one fan', build: fansOn(1, 0.3, 1), wanted: 'holds' },
  { rule: 'current-budget', what: 'exactly at the headroom bound', build: fansOn(4, 0.2, 1), wanted: 'holds' },
  {
    rule: 'current-budget',
    what: 'exactly at the limit: tight, never over',
    build: fansOn(3, 0.1, 0.3),
    wanted: 'tight',
    params: { subject: 'SYS1', limitAmps: 0.3, headroomPercent: 20 },
  },
  {
    rule: 'current-budget',
    what: 'three fans over the headroom',
    build: fansOn(3, 0.3, 1),
    wanted: 'tight',
    params: { subject: 'SYS1', limitAmps: 1, boundAmps: 0.8 },
  },
  {
    rule: 'current-budget',
    what: 'four fans over the limit',
    build: fansOn(4, 0.3, 1),
    wanted: 'over',
    params: { subject: 'SYS1', totalAmps: 1.2, limitAmps: 1 },
  },
  {
    rule: 'current-budget',
    what: 'a limit of 0 A',
    build: fansOn(1, 0.1, 0),
    wanted: 'over',
    params: { limitAmps: 0 },
  },
  { rule: 'current-budget', what: 'a fan that draws 0 A', build: fansOn(1, 0, 0), wanted: 'holds' },
  {
    rule: 'current-budget',
    what: 'a fan of unknown draw',
    build: bench(['M1: test-board', 'F1: test-fan'], ['F1.fan > M1.SYS1'], [boardOf(1), fanOf(undefined)]),
    wanted: 'drawUnknown',
    params: { subject: 'SYS1', totalAmps: 0, unknownCount: 1 },
  },
  {
    rule: 'current-budget',
    what: 'the known part over already, another unknown',
    build: bench(
      ['M1: test-board', 'Y1: splitter-2', 'F1: known', 'F2: unknown'],
      ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
      [boardOf(1), fanOf(1.5, 'known'), fanOf(undefined, 'unknown')],
    ),
    wanted: 'over',
    params: { totalAmps: 1.5 },
  },
  {
    rule: 'current-budget',
    what: 'a header without a limit',
    build: bench(['M1: test-board', 'F1: test-fan'], ['F1.fan > M1.SYS1'], [boardOf(undefined), fanOf(0.3)]),
    wanted: 'limitUnknown',
    params: { subject: 'SYS1', totalAmps: 0.3 },
  },
  {
    rule: 'current-budget',
    what: 'a limit that a template assumes',
    build: bench(['M1: weak-board', 'F1: test-fan'], ['F1.fan > M1.SYS1'], [weakBoard, fanOf(0.3)]),
    wanted: 'wouldHold',
    params: { subject: 'SYS1', totalAmps: 0.3, limitAmps: 1 },
  },
]

const outcomesOf = (build: Build, ruleId: string) => RULES.find((rule) => rule.id === ruleId)!.check(derive(build))
const keyOf = (finding: Finding) => `${finding.ruleId} ${finding.messageId} ${JSON.stringify(finding.at)}`

describe('every rule, case by case', () => {
  test.each(cases.map((entry) => [`${entry.rule}: ${entry.what} (${entry.wanted})`, entry] as const))(
    '%s',
    (_name, entry) => {
      const build = deepFreeze(entry.build)
      const outcomes = outcomesOf(build, entry.rule)
      if (entry.wanted === 'holds') {
        expect(outcomes.map((o) => o.outcome)).toContain('holds')
        expect(outcomes.filter((o) => o.outcome === 'snag' || o.outcome === 'unknown')).toEqual([])
        return
      }
      if (entry.wanted === 'notApplicable') {
        expect(outcomes.every((o) => o.outcome === 'notApplicable')).toBe(true)
        return
      }
      const found = outcomes.filter((o) => 'messageId' in o && o.messageId === entry.wanted)
      const matching = found.filter(
        (o) =>
          'params' in o &&
          Object.entries(entry.params ?? {}).every(
            ([key, value]) => JSON.stringify(o.params[key]) === JSON.stringify(value),
          ),
      )
      expect({ found, wanted: entry.params, matching: matching.length }).toMatchObject({ matching: 1 })
    },
  )

  test('no two cases are the same', () => {
    expect(new Set(cases.map(({ rule, what }) => `${rule} ${what}`)).size).toBe(cases.length)
  })

  test('every message of every rule is reached, and every rule is seen to hold', () => {
    const reached = new Set(cases.map(({ rule, wanted }) => `${rule} ${wanted}`))
    const all = RULES.flatMap((rule) => ['holds', ...Object.keys(rule.messages)].map((id) => `${rule.id} ${id}`))
    expect(all.filter((id) => !reached.has(id))).toEqual([])
  })
})

describe('findings', () => {
  const findingsOf = (build: Build) => check(derive(build)).findings

  test.each(cases.map(({ rule, what, build }) => [`${rule}: ${what}`, build] as const))(
    'the order of the document changes nothing (%s)',
    (_name, build) => {
      const before = JSON.stringify(check(derive(build)))
      for (const seed of [1, 2, 3]) expect(JSON.stringify(check(derive(shuffleBuild(build, seed))))).toBe(before)
    },
  )

  test('survive a JSON round trip and have a text without empty slots', () => {
    for (const { build } of cases) {
      for (const finding of findingsOf(build)) {
        expect(findingText(JSON.parse(JSON.stringify(finding)) as Finding)).toBe(findingText(finding))
        expect(findingText(finding)).not.toMatch(/[{}]|undefined|NaN/)
      }
    }
  })

  test('every mend clears its finding and brings no new stop, but for unplugging, which says so', () => {
    let count = 0
    for (const { build } of cases) {
      const harness = derive(deepFreeze(build))
      const before = check(harness)
      const knownStops = new Set(before.findings.filter((f) => f.severity === 'stop').map(keyOf))
      for (const finding of before.findings) {
        for (const mend of mendsFor(harness, finding)) {
          count += 1
          expect(mendText(mend)).not.toMatch(/[{}]|undefined|NaN/)
          const after = check(derive(apply(build, mend.edit).build))
          const isBundle = finding.ruleId === 'lead-loose' && finding.at.length > 1
          const isShared = finding.messageId === 'taken' && finding.at.length > 3
          if (!isBundle && !isShared) expect(after.findings.map(keyOf)).not.toContain(keyOf(finding))
          const newStops = after.findings.filter((f) => f.severity === 'stop' && !knownStops.has(keyOf(f)))
          const allowed = mend.messageId === 'unplug' || isBundle
          if (!allowed) expect(newStops.map(findingText)).toEqual([])
          else expect(newStops.every((f) => f.ruleId === 'lead-loose')).toBe(true)
        }
      }
    }
    expect(count).toBeGreaterThan(20)
  })
})

describe('a missing figure is unknown, never a pass', () => {
  const header = bench([board, 'F1: fan-140'], ['F1.fan > M1.SYS1'])
  const light = bench([board, 'L1: strip-5v-30'], ['L1.light > M1.LED5V'])
  const without = (build: Build, partId: string, path: readonly (string | number)[]): Build =>
    apply(build, { type: 'setFigure', partId, path, figure: null }).build
  const indexOf = (partId: string, type: string, port: string) =>
    partNamed(partId).inside.findIndex((r) => r.type === type && JSON.stringify(r).includes(`"${port}"`))

  test.each([
    ['limit.mostAmps', header, 'board-middle', ['inside', indexOf('board-middle', 'limit', 'SYS1'), 'mostAmps']],
    ['motor.ratedAmps', header, 'fan-140', ['inside', 0, 'ratedAmps']],
    ['light.litLedCount', light, 'strip-5v-30', ['inside', 1, 'litLedCount']],
    ['light.whiteMilliampsPerLed', light, 'strip-5v-30', ['inside', 1, 'whiteMilliampsPerLed']],
  ] as const)('%s', (_field, build, partId, path) => {
    const holds = (candidate: Build) =>
      outcomesOf(candidate, 'current-budget').filter((o) => o.outcome === 'holds').length
    expect(outcomesOf(build, 'current-budget').some((o) => o.outcome === 'unknown')).toBe(false)
    const poorer = without(build, partId, path)
    expect(outcomesOf(poorer, 'current-budget').some((o) => o.outcome === 'unknown')).toBe(true)
    expect(holds(poorer)).toBeLessThan(holds(build))
  })

  test('an origin that is only assumed says "would hold if"', () => {
    const path = ['inside', 0, 'ratedAmps'] as const
    const guessed = apply(header, { type: 'setFigure', partId: 'fan-140', path, figure: figureOf(0.3, 'guess') }).build
    expect(outcomesOf(guessed, 'current-budget').map((o) => 'messageId' in o && o.messageId)).toContain('wouldHold')
  })
})

describe('the registry', () => {
  const files = readdirSync(join(__dirname)).filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
  const helpers = ['check.ts', 'index.ts', 'mend.ts', 'rule.ts']

  test('holds a rule for each file of the folder, by its name, sorted', () => {
    const ids = files.filter((file) => !helpers.includes(file)).map((file) => file.replace('.ts', ''))
    expect(RULES.map((rule) => rule.id)).toEqual(ids.toSorted())
  })

  test('every rule says what, why and from where, and every message a way out', () => {
    for (const rule of RULES) {
      expect(rule.what).toMatch(/\.$/)
      expect(rule.source.length).toBeGreaterThan(10)
      expect(rule.reads.length).toBeGreaterThan(0)
      for (const message of Object.values(rule.messages)) {
        expect(message.text).toMatch(/\.$/)
        expect(message.text).not.toMatch(/\b(invalid|unexpected|incompatible)\b/i)
      }
    }
  })
})
