import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { allCases } from '../../../tests/rules'
import { bench, partNamed } from '../../../tests/support/bench'
import { deepFreeze } from '../../../tests/support/freeze'
import { demoBuilds } from '../../../tools/demo/builds'
import { saidOf } from '../../../tests/support/said'
import { shuffleBuild } from '../../../tests/support/shuffle'
import { apply } from '../build/apply'
import { sameRef } from '../build/refs'
import type { Build } from '../build/schema'
import { canonicalJson } from '../formats/canonical'
import { derive } from '../operate/harness'
import { figureOf, makeController, makeFan } from '../parts/make'
import { findingText, mendText } from '../wording/text'
import { check, mendsFor } from './check'
import { compareText } from '../units/compare'
import { RULES } from './index'
import { GROUPS, type Finding } from './engine/rule'

const cases = allCases
const board = 'M1: board-middle'
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
        expect(outcomes.filter((o) => o.outcome === 'found' || o.outcome === 'unknown')).toEqual([])
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
      const before = JSON.stringify(saidOf(build))
      for (const seed of [1, 2, 3]) expect(JSON.stringify(saidOf(shuffleBuild(build, seed)))).toBe(before)
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

  test('a number for a box says how its switches stand', () => {
    const { build } = cases.find(({ what }) => what === 'one number twice')!
    const harness = derive(build)
    const finding = check(harness).findings.find(({ messageId }) => messageId === 'sameAddress')!
    expect(mendsFor(harness, finding).map(mendText)).toEqual(['Set the switches: B2 2 (switches off on off).'])
  })

  test('a row that wants a feed gets the one that lies there, or its last device another outlet', () => {
    const row = ['F1.link > B1.link1', 'F2.link > F1.linkOut', 'F3.link > F2.linkOut', 'F4.link > F3.linkOut']
    const harness = derive(
      bench(
        ['S1: supply-550', 'B1: box-garland', 'F1 F2 F3 F4: fan-garland', 'X1: row-feed-garland'],
        ['B1.supply1 > S1.A_1', ...row],
      ),
    )
    const finding = check(harness).findings.find(({ ruleId }) => ruleId === 'extra-feed')!
    expect(mendsFor(harness, finding).map(mendText)).toEqual([
      'Plug X1 row end into F4 clip, and X1 supply lead into B plug 1.',
      'Move F4 link lead to B1 link outlet 2: it would carry 0.80 A of 3.00 A there.',
      'Move F4 link lead to B1 link outlet 3: it would carry 0.80 A of 3.00 A there.',
    ])
  })

  test('a box that waits for a tach is woken by a splitter whose reporting leg holds a real fan', () => {
    const build = bench(
      ['M1: board-middle', 'S1: supply-550', 'B1: waits', 'B2: box', 'Y1: splitter-2', 'F1 F2: fan-140'],
      ['F1.fan > M1.CPU', 'B1.supply1 > S1.A_1', 'B2.supply1 > S1.A_2', 'B2.speedSync > B1.fan1'],
      [
        makeController({ id: 'waits', name: 'Waits', fanOutletCount: 2, waitsForTach: true, mostAmps: 2 }),
        makeController({ id: 'box', name: 'Box', fanOutletCount: 2, speedSync: 'follow', mostAmps: 2 }),
      ],
    )
    const harness = derive(build)
    const finding = check(harness).findings.find(({ messageId }) => messageId === 'silent')!
    const [mend] = mendsFor(harness, finding)
    expect(mendText(mend!)).toBe(
      'Put Y1 between B2 speed sync lead and B1 fan outlet 1, with F2 on the leg that reports.',
    )
    const after = apply(build, mend!.edit).build
    expect(after.threads.map(({ from, to }) => `${from.itemId}.${from.portId} > ${to.itemId}.${to.portId}`)).toEqual(
      expect.arrayContaining(['f2.fan > y1.out1', 'b2.speedSync > y1.out2', 'y1.in > b1.fan1']),
    )
  })

  test('a fan without a tach on the CPU header changes places with one that has one', () => {
    const deaf = makeFan({ id: 'deaf', name: 'Deaf', pins: 2, sizeMm: 120, amps: 0.1 })
    const build = bench(
      ['M1: board-middle', 'F1: deaf', 'F2: fan-140'],
      ['F1.fan > M1.CPU', 'F2.fan > M1.SYS1'],
      [deaf],
    )
    const harness = derive(build)
    const finding = check(harness).findings.find(({ messageId }) => messageId === 'blind')!
    expect(mendsFor(harness, finding).map(mendText)).toEqual(['Let F2 and F1 change places.'])
  })

  test('lights out of order are plugged in the order of the case, in a chain and on outlets', () => {
    const chained = bench(
      ['M1: board-middle', 'L1 L2 L3: strip-5v-30'],
      ['L1.light > M1.LED5V', 'L2.light > L1.lightOut', 'L3.light > L2.lightOut'],
    )
    const build = { ...chained, places: [3, 1, 2].map((number, i) => ({ itemId: `l${i + 1}`, number })) }
    const harness = derive(build)
    const finding = check(harness).findings.find(({ ruleId }) => ruleId === 'light-order')!
    const [mend] = mendsFor(harness, finding)
    const after = apply(build, mend!.edit).build
    expect(after.threads.map(({ from, to }) => `${from.itemId} > ${to.itemId}`)).toEqual([
      'l2 > m1',
      'l3 > l2',
      'l1 > l3',
    ])
    expect(check(derive(after)).findings.some(({ ruleId }) => ruleId === 'light-order')).toBe(false)
  })

  /** What follows when a lead is unplugged: it is loose, and what it fed, drove or reported to goes without. */
  const FOLLOWS_UNPLUGGING = ['lead-loose', 'light-source', 'cpu-header-tach', 'feed-missing', 'ports-run-out']

  test('every mend clears its finding and brings no new stop, but for unplugging, which says so', () => {
    let count = 0
    const faults: string[] = []
    for (const { build, rule, what } of cases) {
      const harness = derive(deepFreeze(build))
      const before = check(harness)
      const knownStops = new Set(before.findings.filter((f) => f.severity === 'stop').map(keyOf))
      for (const finding of before.findings) {
        for (const mend of mendsFor(harness, finding)) {
          count += 1
          const about = `${rule}, ${what}: “${findingText(finding)}” by “${mendText(mend)}”`
          if (/[{}]|undefined|NaN/.test(mendText(mend))) faults.push(`${about}: an empty slot`)
          const after = check(derive(apply(build, mend.edit).build))
          // One of several loose leads, or of several in one port: the rest of the bundle stays.
          const isBundle = finding.ruleId === 'lead-loose' && finding.at.length > 1
          const isShared = finding.messageId === 'taken' && finding.at.length > 3
          if (!isBundle && !isShared && after.findings.some((f) => keyOf(f) === keyOf(finding))) {
            faults.push(`${about}: it is still there`)
          }
          // The rest of a bundle that was there before is no new stop.
          const isRest = (f: Finding) =>
            before.findings.some(
              (b) => b.messageId === f.messageId && f.at.every((ref) => b.at.some((r) => sameRef(r, ref))),
            )
          const newStops = after.findings.filter(
            (f) => f.severity === 'stop' && !knownStops.has(keyOf(f)) && !isRest(f),
          )
          const allowed = mend.messageId === 'unplug' ? FOLLOWS_UNPLUGGING : isBundle ? ['lead-loose'] : []
          const bad = newStops.filter(({ ruleId }) => !allowed.includes(ruleId))
          faults.push(...bad.map((stop) => `${about}: then ${findingText(stop)}`))
        }
      }
    }
    expect(faults).toEqual([])
    expect(count).toBeGreaterThan(100)
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

test('however few repairs are tried, that none helps is said only where none does, and the first is the best', () => {
  let lateCount = 0
  for (const build of [...demoBuilds, ...cases.map((entry) => entry.build)]) {
    const harness = derive(build)
    for (const finding of check(harness).findings) {
      const all = mendsFor(harness, finding)
      const [first] = RULES.find(({ id }) => id === finding.ruleId)!.mends(harness, finding)
      if (all.length > 0 && !all.some((mend) => canonicalJson(mend) === canonicalJson(first))) lateCount += 1
      expect(mendsFor(harness, finding, { most: 6, mostTried: 1 }).length > 0).toBe(all.length > 0)
      expect(mendsFor(harness, finding, { most: 1 })).toEqual(all.slice(0, 1))
    }
  }
  // Some of them help only after one that does not.
  expect(lateCount).toBeGreaterThan(0)
}, 60_000)

describe('an accepted warning', () => {
  const build = bench(
    ['M1: board-middle', 'Y1: splitter-3', 'F1 F2 F3: fan-140'],
    ['Y1.in > M1.CPU', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2', 'F3.fan > Y1.out3'],
  )
  const tight = check(derive(build)).findings.find(({ messageId }) => messageId === 'tight')!
  const figures = { totalAmps: 0.9, limitAmps: 1, boundAmps: 0.8, headroomPercent: 20 }
  const accept = (of: Build, changed: Partial<typeof figures> = {}): Build => ({
    ...of,
    accepted: [
      {
        ruleId: tight.ruleId,
        messageId: tight.messageId,
        at: tight.at,
        figures: { ...figures, ...changed },
        reason: 'they never run together',
      },
    ],
  })
  const isBack = (of: Build) => check(derive(of)).findings.some(({ messageId }) => messageId === 'tight')

  test('is told apart from the findings, and not counted', () => {
    expect(tight.severity).toBe('warning')
    const { findings, accepted, counts } = check(derive(accept(build)))
    expect(findings).not.toContainEqual(tight)
    expect(accepted).toEqual([tight])
    expect(counts.warning).toBe(check(derive(build)).counts.warning - 1)
  })

  test('comes back as soon as a figure gets worse, not when one gets better', () => {
    expect(isBack(accept(build, { totalAmps: 0.85 }))).toBe(true)
    expect(isBack(accept(build, { limitAmps: 1.2 }))).toBe(true)
    expect(isBack(accept(build, { totalAmps: 0.95 }))).toBe(false)
    expect(isBack(accept(build, { limitAmps: 0.9, boundAmps: 0.7 }))).toBe(false)
  })

  test('a stop cannot be accepted away', () => {
    const over = bench(['M1: board-middle', 'F1: fan-120-strong'], ['F1.fan > M1.CPU'])
    const worse = apply(over, {
      type: 'setFigure',
      partId: 'fan-120-strong',
      path: ['inside', 0, 'ratedAmps'],
      figure: figureOf(5, 'label'),
    }).build
    const stop = check(derive(worse)).findings.find(({ messageId }) => messageId === 'over')!
    const accepted = {
      ruleId: stop.ruleId,
      messageId: 'over',
      at: stop.at,
      figures: { totalAmps: 5, limitAmps: 1 },
      reason: 'x',
    }
    expect(check(derive({ ...worse, accepted: [accepted] })).findings).toContainEqual(stop)
  })
})

describe('the registry', () => {
  test('holds a rule for each file in the folder of its group, by its name, sorted', () => {
    const files = GROUPS.flatMap((group) =>
      readdirSync(join(__dirname, group)).map((file) => ({ group, id: file.replace('.ts', '') })),
    )
    const byId = (list: typeof files) => list.toSorted((a, b) => compareText(a.id, b.id))
    expect(RULES.map(({ group, id }) => ({ group, id }))).toEqual(byId(files))
  })

  test('every rule says what, why and from where, and every message a way out', () => {
    for (const rule of RULES) {
      expect(rule.what).toMatch(/\.$/)
      expect(rule.source.length).toBeGreaterThan(10)
      expect([...rule.reads, ...(rule.asksOnly ?? [])].length).toBeGreaterThan(0)
      for (const message of Object.values(rule.messages)) {
        expect(message.text).toMatch(/\.$/)
        expect(message.text).not.toMatch(/\b(invalid|unexpected|incompatible)\b/i)
      }
    }
  })
})
