import { bench, demoBuild } from '../../../tests/support/bench'
import { plugEdit } from '../build/plug'
import { apply } from '../build/apply'
import { derive } from '../operate/harness'
import { makeBoard } from '../parts/make'
import { check } from '../rules/check'
import { planEditFor } from './cure'
import { troubleOf } from './diagnose'
import { exerciseCode, exerciseOf, isAlike, LEVELS, readExerciseCode, seedFrom } from './exercise'
import { matchReadings, seenOf } from './match-readings'
import { rehearse, simulate } from './simulate'
import { oddOf, solve } from './solve'

const trouble = troubleOf(rehearse(demoBuild('night-ferry')))

describe('codes of exercises', () => {
  test.each([
    ['2-K7Q', { level: 2, seed: 0 }],
    [' 5-zzzz ', { level: 5, seed: 36 ** 4 - 1 }],
    ['1-0', { level: 1, seed: 0 }],
  ])('%s', (text, code) => {
    // By hand: k is 20, 7 is 7, q is 26 in base 36: (20 x 36 + 7) x 36 + 26 = 26198.
    const seed = text.includes('K7Q') ? (20 * 36 + 7) * 36 + 26 : code.seed
    expect(readExerciseCode(text)).toEqual({ level: code.level, seed })
    expect(exerciseCode({ level: code.level, seed })).toBe(text.trim().toUpperCase())
  })

  test.each(['', '6-A', '0-A', '2', '2-', '2-ABCDE', '2-Ä', 'K7Q', '2 K7Q'])('none: %j', (text) => {
    expect(readExerciseCode(text)).toBeUndefined()
  })

  test('a seed from any share is one that a code can say', () => {
    for (const share of [0, 0.5, 0.999999]) {
      const code = { level: 1, seed: seedFrom(share) }
      expect(readExerciseCode(exerciseCode(code))).toEqual(code)
    }
  })
})

describe('exercises', () => {
  test('a code hides the same in the same build, of its level, and its complaint is seen there', () => {
    for (const level of [1, 2, 3, 4, 5]) {
      for (let seed = 0; seed < 20; seed += 1) {
        const one = exerciseOf(trouble, { level, seed })!
        expect(exerciseOf(trouble, { level, seed })).toEqual(one)
        expect(one.hidden).toHaveLength(level === 5 ? 2 : 1)
        for (const { kind } of one.faults) expect(LEVELS[level - 1]).toContain(kind)
        const [key, value] = one.complaint
        expect(simulate(trouble.rehearsal, one.faults).get(key)).toBe(value)
        expect(value).not.toBe('asPlanned')
      }
    }
  })

  test('other seeds hide other things', () => {
    const ids = Array.from({ length: 40 }, (_, seed) => exerciseOf(trouble, { level: 2, seed })!.hidden[0]!.id)
    expect(new Set(ids).size).toBeGreaterThan(20)
  })

  test('a build with nothing of a level has no exercise of it', () => {
    const plain = troubleOf(rehearse(demoBuild('harbour-lantern')))
    const settings = plain.candidates.filter(({ faults }) => LEVELS[2]!.includes(faults[0]!.kind))
    const shown = settings.filter(({ seen }) => oddOf(seen).length > 0)
    expect(exerciseOf(plain, { level: 3, seed: 1 }) === undefined).toBe(shown.length === 0)
    expect(exerciseOf({ ...plain, candidates: [] }, { level: 1, seed: 1 })).toBeUndefined()
  })

  test('the tool finds what is hidden, and only what no look tells apart is as good as it', () => {
    for (let seed = 0; seed < 10; seed += 1) {
      const { hidden, complaint } = exerciseOf(trouble, { level: 2, seed })!
      const { found, looks } = solve(trouble, hidden, { seen: new Map([complaint]), found: new Map() })
      expect(found).toEqual(hidden)
      expect(looks.length).toBeLessThan(40)
    }
    const [one, other] = trouble.candidates
    expect([isAlike(trouble, one!, one!), isAlike(trouble, one!, other!)]).toEqual([true, false])
  })
})

describe('cures that change the plan', () => {
  const { harness } = trouble.rehearsal
  const changing = trouble.candidates.filter(({ faults }) => planEditFor(harness, faults[0]!) !== undefined)

  test('a lead that stays where it is, two that stay exchanged, a mode, a setting, a port, a fan turned round', () => {
    expect(new Set(changing.map(({ faults }) => faults[0]!.kind))).toEqual(
      new Set(['leadElsewhere', 'leadsExchanged', 'syncOff', 'usbDead', 'fanTurnedRound', 'modeOther', 'headerDeaf']),
    )
  })

  test('with the plan changed so, the machine shows what was seen; a tried port and a silent header are notes', () => {
    for (const { faults, seen } of changing) {
      const [fault] = faults
      if (fault!.kind === 'usbDead' || fault!.kind === 'headerDeaf' || fault!.kind === 'fanTurnedRound') continue
      const build = apply(harness.build, planEditFor(harness, fault!)!).build
      const changed = rehearse(build)
      // What a machine of the new plan does, held against the old plan, is what the fault showed.
      const own = simulate({ ...trouble.rehearsal, harness: changed.harness }, [])
      expect(oddOf(own)).toEqual(oddOf(seen))
    }
  })

  test('plugging it home again takes the change back', () => {
    const moved = changing.find(({ faults }) => faults[0]!.kind === 'leadElsewhere')!
    const fault = moved.faults[0] as Extract<(typeof moved.faults)[0], { readonly kind: 'leadElsewhere' }>
    const home = harness.threads.find(({ id }) => id === fault.threadId)!.to
    const there = apply(harness.build, planEditFor(harness, fault)!).build
    const back = apply(there, plugEdit(there, fault.lead, home)).build
    const foundIn = (build: typeof back) =>
      check(derive(build)).findings.map(({ ruleId, messageId }) => `${ruleId} ${messageId}`)
    expect(foundIn(back)).toEqual(foundIn(harness.build))
  })
})

describe('speeds that are read', () => {
  const { rehearsal } = trouble
  const match = (names: readonly string[], known: ReadonlyMap<string, string | null> = new Map()) =>
    matchReadings(
      rehearsal,
      names.map((name) => ({ name, rpm: 0 })),
      known,
    ).map(({ sight }) => sight?.key)

  test('names like those of headers find them; a name like none, or of nothing but a number, does not', () => {
    expect(match(['CPU_FAN', 'SYS_FAN1', 'sys 2', 'SYS3 Fan Speed', 'fan1', 'fan', 'Aux'])).toEqual([
      'reading m1.CPU',
      'reading m1.SYS1',
      'reading m1.SYS2',
      'reading m1.SYS3',
      undefined,
      undefined,
      undefined,
    ])
  })

  test('an input that a chip only numbers is of no header, be it printed FAN1', () => {
    const build = bench(
      ['M1: own-board', 'F1: fan-120'],
      ['F1.fan > M1.FAN1'],
      [
        makeBoard({
          id: 'own-board',
          name: 'Board',
          fanHeaders: [{ name: 'FAN1', role: 'case' }],
          lightHeaders: [],
          usbHeaderCount: 0,
        }),
      ],
    )
    const keys = matchReadings(
      rehearse(build),
      ['fan1', 'chip-isa-0a30 fan1', 'FAN1'].map((name) => ({ name, rpm: 0 })),
      new Map(),
    ).map(({ sight }) => sight?.key)
    expect(keys).toEqual([undefined, undefined, 'reading m1.FAN1'])
  })

  test('what was said once goes before its name; none stays none', () => {
    const known = new Map<string, string | null>([
      ['fan1', 'reading m1.SYS1'],
      ['CPU_FAN', null],
      ['gone', 'reading m1.NOWHERE'],
    ])
    expect(match(['fan1', 'CPU_FAN', 'gone'], known)).toEqual(['reading m1.SYS1', undefined, undefined])
  })

  test('what they say: nothing, as planned, less, more; by design nothing; of two of one header the first', () => {
    const told = (pairs: readonly (readonly [string, number])[]) => {
      const matched = matchReadings(
        rehearsal,
        pairs.map(([name, rpm]) => ({ name, rpm })),
        new Map([['other', 'reading m1.SYS1']]),
      )
      return Object.fromEntries(seenOf(rehearsal, matched))
    }
    // F13 on SYS1 turns at 647 rpm; SYS2 reads nothing by design.
    expect(
      told([
        ['SYS1', 650],
        ['SYS2', 0],
      ]),
    ).toEqual({ 'reading m1.SYS1': 'asPlanned', 'reading m1.SYS2': 'asPlanned' })
    expect(
      told([
        ['SYS1', 65_535],
        ['SYS2', 900],
      ]),
    ).toEqual({ 'reading m1.SYS1': 'nothing', 'reading m1.SYS2': 'moves' })
    expect(
      told([
        ['SYS1', 300],
        ['other', 900],
      ]),
    ).toEqual({ 'reading m1.SYS1': 'slower' })
  })
})
