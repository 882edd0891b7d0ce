import { bench, demoBuild } from '../../../tests/support/bench'
import { numbers } from '../../../tests/support/numbers'
import { elsewhere, entry } from '../../../tests/support/record'
import { apply } from '../build/apply'
import { entriesOf } from '../build/attached'
import { modeEdit, syncEdit } from '../build/choose'
import { plugEdit, unplugEdit } from '../build/plug'
import { FACET_NAMES } from '../build/facets'
import { portKey } from '../build/refs'
import type { Build } from '../build/schema'
import type { Edit } from '../build/edit-schema'
import { derive } from '../operate/harness'
import { check } from '../rules/check'
import type { PortRef } from '../schema/schema-kit'
import { changeText } from '../wording/change-text'
import { changePlan } from './change-plan'
import type { Entry } from './entry-schema'
import { machineState } from './machine'

const after = (build: Build, ...edits: readonly Edit[]): Build =>
  edits.reduce((rest, edit) => apply(rest, edit).build, build)
const textsOf = (from: Build, to: Build) => changePlan(from, to).changes.map(changeText)

/** What of a state can be seen at the bench: things, their places, leads by their ends, what is set. */
const atBench = (build: Build) => ({
  items: build.items.map(({ id, partId }) => `${id} ${partId}`).toSorted(),
  leads: build.threads.map(({ from, to }) => `${portKey(from)} > ${portKey(to)}`).toSorted(),
  set: FACET_NAMES.flatMap((name) =>
    entriesOf(build, name).map((entry) => `${name} ${JSON.stringify(entry)}`),
  ).toSorted(),
})
const foundIn = (build: Build) =>
  check(derive(build))
    .findings.map(({ ruleId, messageId, at }) => `${ruleId} ${messageId} ${at.map(portKey).toSorted().join()}`)
    .toSorted()

/** Follows a plan step by step, as a hand would; a step that cannot be done throws. */
function followed(from: Build, to: Build): Build {
  let now = from
  for (const change of changePlan(from, to).changes) {
    // A lead goes into a port only when whatever belongs elsewhere is out of it.
    if (change.does === 'plug' || change.does === 'move') {
      const { thread } = change
      const strangers = now.threads.filter(
        (held) =>
          portKey(held.to) === portKey(thread.to) &&
          portKey(held.from) !== portKey(thread.from) &&
          !to.threads.some((one) => portKey(one.from) === portKey(held.from) && portKey(one.to) === portKey(held.to)),
      )
      expect(strangers).toEqual([])
    }
    now = apply(now, change.edit).build
  }
  return now
}

describe('by hand', () => {
  const small = bench(['M1: board-middle', 'F1 F2 F3: fan-120'], ['F1.fan > M1.SYS1', 'F2.fan > M1.SYS2'])
  const lead = (itemId: string) => ({ itemId, portId: 'fan' })
  const pump = { itemId: 'm1', portId: 'PUMP' }
  const sys = (number: number) => ({ itemId: 'm1', portId: `SYS${number}` })

  test('nothing changed is nothing to do', () => {
    expect(changePlan(small, small)).toEqual({ changes: [], leadCount: 0 })
    expect(textsOf(small, after(small, { type: 'renameBuild', name: 'Other' }))).toEqual([])
  })

  test('a lead goes elsewhere, a new one comes', () => {
    const wanted = after(small, plugEdit(small, lead('f1'), pump))
    const more = after(wanted, plugEdit(wanted, lead('f3'), sys(1)))
    expect(textsOf(small, more)).toEqual(['Move F1 from SYS1 to PUMP.', 'Plug F3 into SYS1.'])
    expect(changePlan(small, more).leadCount).toBe(2)
  })

  test('two leads that change places: one comes out first', () => {
    const out = after(small, unplugEdit(small.threads))
    const one = after(out, plugEdit(out, lead('f1'), sys(2)))
    const swapped = after(one, plugEdit(one, lead('f2'), sys(1)))
    expect(textsOf(small, swapped)).toEqual([
      'Unplug F2 from SYS2.',
      'Move F1 from SYS1 to SYS2.',
      'Plug F2 into SYS1.',
    ])
  })

  test('a thing that goes, with its lead first; and back again', () => {
    const gone = after(small, { type: 'removeItem', itemId: 'f2' })
    expect(textsOf(small, gone)).toEqual(['Unplug F2 from SYS2.', 'Take out F2, Quillet Drift 120.'])
    expect(textsOf(gone, small)).toEqual(['Put in F2, Quillet Drift 120.', 'Plug F2 into SYS2.'])
  })

  test('settings last', () => {
    const set = after(small, { type: 'batch', edits: [modeEdit(sys(1), 'dc')] }, plugEdit(small, lead('f3'), pump))
    expect(textsOf(small, set)).toEqual(['Plug F3 into PUMP.', expect.stringMatching(/SYS1.*DC/)])
    expect(textsOf(set, after(small))).toHaveLength(2)
  })

  test('two fans that change places come off first', () => {
    const lantern = demoBuild('harbour-lantern')
    const placeOf = (itemId: string) => lantern.places!.find((place) => place.itemId === itemId)!
    const swapped: Build = {
      ...lantern,
      places: lantern.places!.map((place) =>
        place.itemId === 'f1' || place.itemId === 'f2'
          ? { ...placeOf(place.itemId === 'f1' ? 'f2' : 'f1'), itemId: place.itemId }
          : place,
      ),
    }
    const texts = textsOf(lantern, swapped)
    expect(texts.slice(0, 2)).toEqual(['Unscrew F1 from where it sits.', 'Unscrew F2 from where it sits.'])
    expect(texts).toHaveLength(4)
    expect(atBench(followed(lantern, swapped))).toEqual(atBench(swapped))
  })
})

const BUILDS = ['harbour-lantern', 'paper-kite', 'tangled-heron', 'night-ferry']

test.each(BUILDS.flatMap((a) => BUILDS.filter((b) => b !== a).map((b) => [a, b] as const)))(
  'from %s to %s, as a whole',
  (a, b) => {
    const [from, to] = [demoBuild(a), demoBuild(b)]
    const end = followed(from, to)
    expect(atBench(end)).toEqual(atBench(to))
  },
)

test('three machines of Night Ferry, each otherwise, and the plan changed: each plan of changes by hand, and sound at its end', () => {
  const plan = demoBuild('night-ferry')
  const port = (itemId: string, portId: string) => ({ itemId, portId })
  const move = (build: Build, from: PortRef, to: PortRef) => {
    const out = after(build, unplugEdit(build.threads.filter((thread) => portKey(thread.from) === portKey(from))))
    return after(out, plugEdit(out, from, to))
  }
  const fan = port('f13', 'fan')
  const newPlan = move(move(plan, fan, port('m1', 'SYS4')), port('b2', 'supply2'), port('s1', 'A_2'))
  const builtBy = (...log: readonly Entry[]) => machineState(plan, log).asBuilt
  const machines = [
    builtBy(),
    builtBy(entry('a', 1, elsewhere('t23', 'f13.fan', 'm1.SYS4', 'SYS1 is under the card'))),
    builtBy(
      entry('b', 1, { kind: 'difference', edit: { type: 'disconnect', threadId: 't16' }, reason: 'one cable lost' }),
    ),
  ]
  expect(machines.map((machine) => textsOf(machine, newPlan))).toEqual([
    ['Move B2 supply lead 2 from B plug 3 to A plug 2.', 'Move F13 from SYS1 to SYS4.'],
    ['Move B2 supply lead 2 from B plug 3 to A plug 2.'],
    ['Plug B2 supply lead 2 into A plug 2.', 'Move F13 from SYS1 to SYS4.'],
  ])
  for (const machine of machines) {
    const end = followed(machine, newPlan)
    expect(atBench(end)).toEqual(atBench(newPlan))
    expect(check(derive(end)).counts.stop).toBe(0)
    expect(foundIn(end)).toEqual(foundIn(newPlan))
  }
})

/** A state some changes away: things gone, leads that changed their ports, settings taken back. */
function shaken(build: Build, seed: number): Build {
  const random = numbers(seed)
  const next = (below: number) => Math.floor(random() * below)
  let now = build
  for (let step = 0; step < 3 + next(10); step += 1) {
    const way = next(4)
    const thread = now.threads[next(Math.max(1, now.threads.length))]
    if (way === 0 && now.items.length > 2) {
      now = after(now, { type: 'removeItem', itemId: now.items[next(now.items.length)]!.id })
    } else if (way === 1 && thread !== undefined) {
      const other = now.threads.find(
        ({ from, id }) => id !== thread.id && from.portId === thread.from.portId && from.itemId !== thread.from.itemId,
      )
      if (other === undefined) continue
      const out = after(now, unplugEdit([thread, other]))
      const one = after(out, plugEdit(out, thread.from, other.to))
      now = after(one, plugEdit(one, other.from, thread.to))
    } else if (way === 2 && thread !== undefined) {
      now = after(now, unplugEdit([thread]))
    } else if (now.choices.syncSettings?.[0] !== undefined) {
      now = after(now, { type: 'batch', edits: [syncEdit(now.choices.syncSettings[0].at, null)] })
    }
  }
  return now
}

test('two hundred pairs of states: followed step by step, each plan ends at the new state, which is judged alike', () => {
  for (let seed = 1; seed <= 200; seed += 1) {
    const build = demoBuild(BUILDS[seed % BUILDS.length]!)
    const [from, to] = [shaken(build, seed), shaken(build, seed + 1000)]
    const end = followed(from, to)
    expect({ seed, ...atBench(end) }).toEqual({ seed, ...atBench(to) })
    if (seed % 10 === 0) expect(foundIn(end)).toEqual(foundIn({ ...to, accepted: end.accepted ?? [] }))
  }
})
