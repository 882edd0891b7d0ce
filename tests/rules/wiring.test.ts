import fc from 'fast-check'
import { apply } from '../../src/core/build/apply'
import type { Build } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import { exceeds } from '../../src/core/units/compare'
import { demoBuilds } from '../../tools/demo/builds'
import { runs } from '../support/runs'
import { allCases } from './index'
import { randomMachine, wired } from '../support/random-build'

/** Peaks that stand below what runs there anyway. */
const lowPeaks = (build: Build) =>
  derive(build)
    .surges()
    .filter(({ budget, peakAmps, leastPeakAmps }) => exceeds(budget.knownAmps, Math.min(peakAmps, leastPeakAmps)))
    .map(({ budget }) => budget.id)

describe('the start-up peak is never below what runs there anyway', () => {
  test('in the demo builds and in every case of the rules', () => {
    for (const build of [...demoBuilds, ...allCases.map((entry) => entry.build)]) expect(lowPeaks(build)).toEqual([])
  })

  test('in random machines', () => {
    fc.assert(
      fc.property(randomMachine, (machine) => {
        expect(lowPeaks(wired(machine))).toEqual([])
      }),
      runs(200),
    )
  })

  test('a motor of 12 V starts on 12 V alone: its plug carries 5 V for its light as well', () => {
    const build = wired({ partIds: ['r-box', 'r-link'], plugs: Array.from({ length: 24 }, () => 0) })
    const rails = derive(build)
      .surges()
      .map(({ budget }) => budget.rail)
    expect(new Set(rails)).toEqual(new Set(['12v']))
  })
})

describe('whatever the machine', () => {
  const stops = (build: Build) => check(derive(build)).findings.filter(({ severity }) => severity === 'stop')

  test('taking out a needed lead gives a stop that names it', () => {
    let count = 0
    fc.assert(
      fc.property(randomMachine, fc.nat(), (machine, pick) => {
        const build = wired(machine)
        const harness = derive(build)
        const needed = build.threads.filter(({ from }) => harness.port(from).port.need === 'required')
        if (needed.length === 0) return
        const { id, from } = needed[pick % needed.length]!
        const after = stops(apply(build, { type: 'disconnect', threadId: id }).build)
        const names = after.some(({ at }) => at.some((ref) => ref.itemId === from.itemId && ref.portId === from.portId))
        expect(names).toBe(true)
        count += 1
      }),
      runs(150),
    )
    expect(count).toBeGreaterThan(100)
  })

  test('a spare or parked part takes no stop away', () => {
    const spare = { id: 'spare', mark: 'Z9', partId: 'r-four', stock: 'owned' } as const
    fc.assert(
      fc.property(randomMachine, fc.boolean(), (machine, isParked) => {
        const build = wired({ ...machine, partIds: [...machine.partIds, 'r-four'] })
        const added = apply(build, { type: 'addItem', item: spare }).build
        const after = isParked
          ? apply(added, {
              type: 'choose',
              choice: { list: 'parked', entry: { at: { itemId: 'spare', portId: 'fan' }, reason: 'spare' } },
            }).build
          : added
        const kinds = (of: Build) => stops(of).map(({ ruleId, messageId }) => `${ruleId} ${messageId}`)
        const left = kinds(after)
        expect(kinds(build).filter((kind) => !left.includes(kind))).toEqual([])
      }),
      runs(150),
    )
  })

  test('a lead taken out and put back is judged the same', () => {
    fc.assert(
      fc.property(randomMachine, fc.nat(), (machine, pick) => {
        const build = wired(machine)
        if (build.threads.length === 0) return
        const thread = build.threads[pick % build.threads.length]!
        const out = apply(build, { type: 'disconnect', threadId: thread.id }).build
        const back = apply(out, { type: 'connect', thread }).build
        expect(JSON.stringify(check(derive(back)))).toBe(JSON.stringify(check(derive(build))))
      }),
      runs(100),
    )
  })

  test('the order of the document and a part that nothing is made of change nothing', () => {
    fc.assert(
      fc.property(randomMachine, (machine) => {
        const build = wired(machine)
        const unused = { ...build.parts[0]!, id: 'unused', name: 'Unused' }
        const turned: Build = {
          ...build,
          parts: [unused, ...build.parts.toReversed()],
          items: build.items.toReversed(),
          threads: build.threads.toReversed(),
        }
        expect(JSON.stringify(check(derive(turned)))).toBe(JSON.stringify(check(derive(build))))
      }),
      runs(100),
    )
  })
})
