import { demoBuild } from '../../../tests/support/bench'
import { elsewhere, entry } from '../../../tests/support/record'
import { TIMES } from '../../../tests/support/runs'
import { shuffled } from '../../../tests/support/shuffle'
import { apply } from '../build/apply'
import { asBuiltCsv } from '../export/as-built-csv'
import { derive } from '../operate/harness'
import { workOf } from '../sheet/work'
import { differenceText, entryText } from '../wording/record-text'
import { asBuiltOf, isAsExpected } from './as-built'
import type { Entry, EntryOf } from './entry-schema'
import { inTime, machineState } from './machine'

const plan = demoBuild('harbour-lantern')
const cpu = { itemId: 'm1', portId: 'CPU' }
const tick = (id: string, seconds: number, workId: string, isDone = true) =>
  entry(id, seconds, { kind: 'tick', workId, isDone })
const speed = (id: string, seconds: number, valueRpm: number, corrects?: string) =>
  entry(id, seconds, { kind: 'speed', about: cpu, valueRpm }, corrects)

/** What can be said of a state without its order of lists. */
const told = (entries: readonly Entry[]) => {
  const { done, measured, programs, differences, asBuilt, struck, ...rest } = machineState(plan, entries)
  return {
    ...rest,
    done: [...done.keys()].toSorted(),
    measured: measured.map(({ id }) => id).toSorted(),
    programs: programs.map(({ id }) => id).toSorted(),
    differences: differences.map(({ entry: { id }, state }) => `${id} ${state}`),
    threads: asBuilt.threads,
    struck: [...struck.keys()].toSorted(),
  }
}

const LOG: readonly Entry[] = [
  tick('a', 1, 'backPlate p1'),
  tick('b', 2, 'bareTest m1'),
  tick('c', 3, 'bareTest m1', false),
  speed('d', 4, 690),
  speed('e', 5, 9000),
  entry('f', 6, { kind: 'withdrawn', reason: 'one nought too many' }, 'e'),
  entry('g', 7, elsewhere('t2', 'f1.fan', 'm1.SYS2', 'SYS2 is nearer')),
  entry('h', 8, { kind: 'settled', differenceId: 'g', how: 'kept', reason: 'it may stay' }),
  entry('i', 9, { kind: 'program', name: 'Loft', version: '2.9' }),
  entry('j', 10, { kind: 'program', name: 'loft', version: '2.10' }),
  entry('k', 11, { kind: 'named', name: 'Lantern for the pier', serial: 'HL-7' }),
  entry('l', 12, { kind: 'leftover', what: 'one long screw', keptWhere: 'tin 3' }),
  entry('o', 13, { kind: 'difference', edit: { type: 'disconnect', threadId: 't3' }, reason: 'its plug broke' }),
]

describe('what a log comes to', () => {
  test('is what was written last of each thing, less what was taken back', () => {
    const state = machineState(plan, LOG)
    expect([...state.done.keys()]).toEqual(['backPlate p1'])
    expect(state.measured.map(({ what }) => what)).toEqual([{ kind: 'speed', about: cpu, valueRpm: 690 }])
    expect(state.programs.map(({ what }) => what.version)).toEqual(['2.10'])
    expect([state.name, state.serial]).toEqual(['Lantern for the pier', 'HL-7'])
    expect(state.leftovers.map(({ what }) => what.keptWhere)).toEqual(['tin 3'])
    expect([...state.struck].map(([id, by]) => `${id} by ${by.id}`)).toEqual(['e by f'])
    const moved = state.asBuilt.threads.find(({ id }) => id === 't2')!
    expect(moved.to).toEqual({ itemId: 'm1', portId: 'SYS2' })
    expect(state.differences.map(({ state: is, keptReason }) => [is, keptReason])).toEqual([
      ['kept', 'it may stay'],
      ['open', undefined],
    ])
  })

  test('is the same in whatever order it came in, and however often', () => {
    const wanted = told(LOG)
    for (let seed = 1; seed <= 100 * TIMES; seed += 1) {
      const late = shuffled([...LOG, ...shuffled(LOG, seed).slice(0, 5)], seed)
      expect(told(late)).toEqual(wanted)
    }
    expect(inTime(shuffled(LOG, 3)).map(({ id }) => id)).toEqual(LOG.map(({ id }) => id))
  })

  test('a correction stands for what it corrects, and may itself be corrected', () => {
    const log = [speed('a', 1, 6900), speed('b', 2, 69, 'a'), speed('c', 3, 690, 'b')]
    expect(machineState(plan, log).measured.map(({ id }) => id)).toEqual(['c'])
    expect([...machineState(plan, log).struck.keys()]).toEqual(['a', 'b'])
  })

  test('a difference that was undone is none any more, and may come again', () => {
    const undone = [...LOG.slice(0, -1), entry('m', 20, { kind: 'settled', differenceId: 'g', how: 'undone' })]
    const state = machineState(plan, undone)
    expect(state.asBuilt).toBe(plan)
    expect(state.differences.map(differenceText)).toEqual(['Undone: the machine is as planned there again.'])
    const again = machineState(plan, [...undone, entry('n', 21, elsewhere('t2', 'f1.fan', 'm1.SYS2', 'after all'))])
    expect(again.asBuilt.threads.find(({ id }) => id === 't2')!.to.portId).toBe('SYS2')
  })

  test('a difference that the plan has no room for any more is told, and the rest stands', () => {
    const gone = apply(plan, { type: 'removeItem', itemId: 'f1' }).build
    const [difference] = machineState(gone, LOG).differences
    expect(differenceText(difference!)).toMatch(/^Its plan has no room for it any more: .*t2/)
    expect(machineState(gone, LOG.slice(0, -1)).asBuilt).toBe(gone)
    const taken = { ...apply(plan, (LOG[6]!.what as EntryOf<'difference'>['what']).edit).build, revision: 5 }
    expect(differenceText(machineState(taken, LOG).differences[0]!)).toBe('Its plan says the same by now.')
  })
})

describe('as built', () => {
  const state = machineState(plan, LOG)
  const built = asBuiltOf(derive(plan), state)

  test('holds every lead once, and is otherwise exactly where somebody said so', () => {
    expect(built.leads.map(({ leadName }) => leadName)).toHaveLength(
      new Set(built.leads.map(({ leadName }) => leadName)).size,
    )
    expect(
      built.leads
        .filter(({ isOtherwise }) => isOtherwise)
        .map(({ leadName, plannedTo, builtTo }) => [leadName, plannedTo, builtTo]),
    ).toEqual([
      ['F1', 'Y1 outlet 1', 'SYS2'],
      ['F2', 'Y1 outlet 2', undefined],
    ])
  })

  test('expected beside measured: by hand, a fan of the splitter that goes to SYS2 leaves SYS1 its speed', () => {
    const at = (name: string) => built.places.find((place) => place.name === name)!
    expect(at('CPU').expectedRpm).toEqual({ least: 687.5, most: 687.5 })
    expect(at('CPU').measured.map(({ id }) => id)).toEqual(['d'])
    expect(at('SYS2').expectedRpm).toBeDefined()
    expect([isAsExpected(620, at('CPU').expectedRpm), isAsExpected(610, at('CPU').expectedRpm)]).toEqual([true, false])
    expect(isAsExpected(900, undefined)).toBeUndefined()
  })

  test('as CSV: a row a lead, with both ends, the reason, and the measured speed beside the expected one', () => {
    const [head, ...rows] = asBuiltCsv(built, state).trim().split('\r\n')
    expect(head).toBe(
      'lead,part,place,plannedTo,builtTo,otherwise,mode,curve,expectedLeastRpm,expectedMostRpm,speedRpm,currentAmps,voltageVolts,reason',
    )
    expect(rows).toHaveLength(built.leads.length)
    expect(rows.find((row) => row.startsWith('F1,'))).toMatch(/,Y1 outlet 1,SYS2,yes,pwm,.*,SYS2 is nearer$/)
    expect(rows.find((row) => row.startsWith('F2,'))).toMatch(/,Y1 outlet 2,,yes,.*,its plug broke$/)
    expect(rows.find((row) => row.startsWith('Y2'))).toMatch(/,CPU,CPU,,pwm,"50 °C 30 %.*",688,688,690,,,$/)
  })
})

test('every entry is told in words, also of things that are no longer there', () => {
  const work = new Map(workOf(derive(plan)).map(({ id }) => [id, id]))
  const names = {
    build: plan,
    stepText: (id: string) => work.get(id),
    entry: (id: string) => LOG.find((one) => one.id === id),
  }
  expect(LOG.map((one) => entryText(names, one))).toEqual([
    'backPlate p1',
    'bareTest m1',
    'Not done after all: bareTest m1',
    'CPU runs at 690 rpm.',
    'CPU runs at 9000 rpm.',
    'What was said of “speed” is not so: one nought too many.',
    'F1 is in SYS2, not in Y1 outlet 1. Why: SYS2 is nearer.',
    'A difference stays: F1 is in SYS2, not in Y1 outlet 1. Why: it may stay.',
    'Loft is installed: version 2.9.',
    'loft is installed: version 2.10.',
    'It is called Lantern for the pier, serial HL-7.',
    'one long screw, kept: tin 3.',
    'F2 is left unplugged, not in Y1 outlet 2. Why: its plug broke.',
  ])
  const bare = { ...names, build: { ...plan, items: [], threads: [] }, stepText: () => undefined }
  for (const one of LOG) expect(entryText(bare, one)).not.toBe('')
})
