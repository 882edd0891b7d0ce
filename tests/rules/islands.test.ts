import fc from 'fast-check'
import { apply } from '../../src/core/build/apply'
import { islandsOf } from '../../src/core/build/islands'
import { plugEdit } from '../../src/core/build/plug'
import type { Build } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import { RULES } from '../../src/core/rules'
import { check, throwOnBrokenRules, type Verdicts } from '../../src/core/rules/check'
import { demoBuild } from '../support/bench'
import { randomMachine, wired } from '../support/random-build'
import { runs } from '../support/runs'
import { said, saidOf } from '../support/said'

/** The build as a machine of several: its ids and marks with a sign in front, everything in one assembly. */
function machine(build: Build, sign: string): Build {
  const text = JSON.stringify({
    threads: build.threads,
    items: build.items,
    groups: build.groups ?? [],
    places: build.places ?? [],
    choices: build.choices,
  })
  const named = JSON.parse(
    text
      .replaceAll(/"(itemId|caseItemId|id|mark)":"([^"]*)"/g, `"$1":"${sign}$2"`)
      .replaceAll(
        /"itemIds":\[([^\]]*)\]/g,
        (_all, ids: string) => `"itemIds":[${ids.replaceAll(/"([^"]+)"/g, `"${sign}$1"`)}]`,
      ),
  ) as Pick<Build, 'threads' | 'items' | 'groups' | 'places' | 'choices'>
  return { ...build, ...named, items: named.items.map((item) => ({ ...item, assemblyId: sign })) }
}

/** Several machines on one bench. */
function together(machines: readonly Build[]): Build {
  const parts = new Map(machines.flatMap((one) => one.parts.map((part) => [part.id, part] as const)))
  const listsOf = (pick: (build: Build) => object) => {
    const lists: Record<string, unknown[]> = {}
    for (const one of machines) {
      for (const [key, value] of Object.entries(pick(one))) {
        if (Array.isArray(value)) lists[key] = [...(lists[key] ?? []), ...(value as unknown[])]
      }
    }
    return lists
  }
  return {
    ...machines[0]!,
    assemblies: machines.map((one) => ({ id: one.items[0]!.assemblyId!, name: one.items[0]!.assemblyId! })),
    parts: [...parts.values()],
    items: machines.flatMap(({ items }) => items),
    threads: machines.flatMap(({ threads }) => threads),
    groups: machines.flatMap(({ groups = [] }) => groups),
    places: machines.flatMap(({ places = [] }) => places),
    choices: { ...machines[0]!.choices, ...listsOf(({ choices }) => choices) },
  }
}

/** Every rule looking at everything at once: only as it is judged by (WORST itself) is a build ever parted. */
const asOne = (build: Build) => said(check(derive(build, {})))

const plugNumbers = fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 1, maxLength: 4 })

/** The build with some leads plugged anywhere at all, or pulled out: a lead may run from one machine to another. */
function disturbed(build: Build, numbers: readonly (readonly [number, number])[]): readonly Build[] {
  const states = [build]
  for (const [lead, to] of numbers) {
    const now = states.at(-1)!
    const { ports } = derive(now)
    const leads = ports.filter(({ port }) => port.side === 'takes')
    const givers = ports.filter(({ port }) => port.side === 'gives')
    const from = leads[lead % leads.length]!.ref
    const thread = now.threads.find((one) => one.from.itemId === from.itemId && one.from.portId === from.portId)
    const edit =
      to % 3 === 0 && thread !== undefined
        ? ({ type: 'disconnect', threadId: thread.id } as const)
        : plugEdit(now, from, givers[to % givers.length]!.ref)
    states.push(apply(now, edit).build)
  }
  return states
}

test('machines judged apart say what they say judged at once, edit after edit, and what stayed is not judged again', () => {
  let keptCount = 0
  fc.assert(
    fc.property(fc.array(randomMachine, { minLength: 2, maxLength: 3 }), plugNumbers, (machines, numbers) => {
      const start = together(machines.map((one, index) => machine(wired(one), 'ABC'[index]!)))
      let before: Verdicts | undefined
      for (const build of disturbed(start, numbers)) {
        const verdicts = check(derive(build), { before })
        expect(said(verdicts)).toEqual(asOne(build))
        keptCount += (verdicts.islands ?? []).filter((island) => before?.islands?.includes(island)).length
        before = verdicts
      }
    }),
    runs(25),
  )
  expect(keptCount).toBeGreaterThan(30)
})

test.each(['harbour-lantern', 'night-ferry', 'tangled-heron', 'paper-kite'])('%s twice', (id) => {
  const two = together([machine(demoBuild(id), 'A'), machine(demoBuild(id), 'B')])
  expect(islandsOf(two)).toHaveLength(2)
  expect(saidOf(two)).toEqual(asOne(two))
})

test('ten machines are ten islands; an edit in one has that one judged again', () => {
  const hall = demoBuild('loom-hall')
  const before = check(derive(hall))
  expect(said(before)).toEqual(asOne(hall))
  expect(before.islands).toHaveLength(11)
  const edited = apply(hall, { type: 'disconnect', threadId: hall.threads[0]!.id }).build
  const after = check(derive(edited), { before })
  expect(said(after)).toEqual(asOne(edited))
  const anew = after.islands!.filter((island) => !before.islands!.includes(island))
  // The one machine, and what looks over all of them.
  expect(anew).toHaveLength(2)
})

test('one machine is one island, and the order of lists makes no difference', () => {
  expect(islandsOf(demoBuild('night-ferry'))).toHaveLength(1)
  const hall = demoBuild('loom-hall')
  const turned = { ...hall, items: hall.items.toReversed(), threads: hall.threads.toReversed() }
  expect(saidOf(turned)).toEqual(saidOf(hall))
})

test('two cases of one kind have panels of their own', () => {
  const [one, two] = ['A', 'B'].map((sign) => machine(demoBuild('harbour-lantern'), sign))
  const turned = (build: Build): Build => ({
    ...build,
    places: build.places!.map((place) =>
      place.itemId.endsWith('f1') || place.itemId.endsWith('f2') ? { ...place, inwardFace: 'open' } : place,
    ),
  })
  const { findings } = check(derive(together([turned(one!), turned(two!)])))
  const fans = findings.filter(({ ruleId }) => ruleId === 'unusual-air').map(({ params }) => params['fans'])
  expect(fans).toContainEqual(['AF1', 'AF2'])
  expect(fans).toContainEqual(['BF1', 'BF2'])
})

test('what ties things of two machines makes them one island: a case, or a group', () => {
  const two = together([machine(demoBuild('harbour-lantern'), 'A'), machine(demoBuild('harbour-lantern'), 'B')])
  expect(islandsOf(two)).toHaveLength(2)
  const caseOfB = two.places!.find(({ itemId }) => itemId === 'Bf1')!.mount!
  const moved = two.places!.map((place) => (place.itemId === 'Af4' ? { ...place, mount: caseOfB } : place))
  expect(islandsOf({ ...two, places: moved })).toHaveLength(1)
  const groups = [...two.groups!, { id: 'both', name: 'Both', itemIds: ['Af1', 'Bf1'] }]
  expect(islandsOf({ ...two, groups })).toHaveLength(1)
})

test('a rule that breaks on every machine is told once', () => {
  throwOnBrokenRules(false)
  const broken = RULES.map((rule) =>
    rule.id === 'led-count'
      ? {
          ...rule,
          check: (): never => {
            throw new Error('no figure')
          },
        }
      : rule,
  )
  const { findings, islands } = check(derive(demoBuild('loom-hall')), { rules: broken })
  throwOnBrokenRules()
  expect(islands).toHaveLength(11)
  expect(findings.filter(({ messageId }) => messageId === 'broken')).toMatchObject([{ ruleId: 'led-count' }])
})
