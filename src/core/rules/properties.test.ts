import fc from 'fast-check'
import { bench, demoBuild } from '../../../tests/support/bench'
import { saidOf } from '../../../tests/support/said'
import { allCases } from '../../../tests/rules'
import { apply } from '../build/apply'
import { plugEdit } from '../build/plug'
import type { Build } from '../build/schema'
import { canonicalJson } from '../formats/canonical'
import { readBuild } from '../formats/validate'
import { candidatesFor } from '../ask/candidates'
import { derive } from '../operate/harness'
import { figureOf, makeFan, makeFanSplitter } from '../parts/make'
import { check } from './check'

const verdictText = (build: Build) => JSON.stringify(saidOf(build))

/** A header with splitters under it, and fans on some of the legs. */
const tree = fc.record({
  amps: fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: 2, maxLength: 9 }),
  depth: fc.integer({ min: 0, max: 3 }),
})

function treeBuild({ amps, depth }: { readonly amps: readonly number[]; readonly depth: number }): Build {
  const fans = amps.map((value, i) => makeFan({ id: `fan-${i}`, name: `Fan ${i}`, pins: 4, sizeMm: 120, amps: value }))
  const wide = makeFanSplitter({ id: 'wide', name: 'Wide', outletCount: 12 })
  const levels = Array.from({ length: depth + 1 }, (_, i) => `Y${i + 1}`)
  return bench(
    ['M1: board-middle', `${levels.join(' ')}: wide`, ...fans.map((fan, i) => `F${i + 1}: ${fan.id}`)],
    [
      ...levels.map((mark, i) => `${mark}.in > ${i === 0 ? 'M1.SYS1' : `Y${i}.out12`}`),
      ...fans.map((_, i) => `F${i + 1}.fan > Y${(i % levels.length) + 1}.out${i + 1}`),
    ],
    [...fans, wide],
  )
}
const atHeader = (build: Build) =>
  derive(build).budgets.find(({ at }) => at[0]!.itemId === 'm1' && at[0]!.portId === 'SYS1')!.knownAmps

describe('whatever the wiring', () => {
  test('a splitter never changes the amps in all', () => {
    fc.assert(
      fc.property(tree, (input) => {
        const straight = input.amps.reduce((total, amps) => total + amps, 0)
        expect(atHeader(treeBuild(input))).toBeCloseTo(straight, 9)
      }),
      { numRuns: 60 },
    )
  })

  test('one more load never lowers a load above it', () => {
    fc.assert(
      fc.property(tree, fc.double({ min: 0, max: 2, noNaN: true }), (input, extra) => {
        const before = derive(treeBuild(input)).budgets
        const after = derive(treeBuild({ ...input, amps: [...input.amps, extra] })).budgets
        for (const budget of before) {
          const same = after.find(({ id }) => id === budget.id)!
          expect(same.knownAmps).toBeGreaterThanOrEqual(budget.knownAmps - 1e-9)
        }
      }),
      { numRuns: 60 },
    )
  })

  test('a higher draw never makes a finding go away', () => {
    fc.assert(
      fc.property(tree, fc.nat(8), (input, index) => {
        const build = treeBuild(input)
        const partId = `fan-${index % input.amps.length}`
        const more = figureOf(input.amps[index % input.amps.length]! + 1, 'label')
        const worse = apply(build, { type: 'setFigure', partId, path: ['inside', 0, 'ratedAmps'], figure: more }).build
        const over = (of: Build) => check(derive(of)).findings.filter(({ messageId }) => messageId === 'over').length
        expect(over(worse)).toBeGreaterThanOrEqual(over(build))
      }),
      { numRuns: 60 },
    )
  })

  test.each(['harbour-lantern', 'tangled-heron'])('%s: other ids change nothing but ids', (id) => {
    const build = demoBuild(id)
    const renamed = JSON.parse(
      JSON.stringify(build).replaceAll(/"(itemId|caseItemId)":"(\w+)"/g, '"$1":"zz$2"'),
    ) as Build
    const items = renamed.items.map((item) => ({ ...item, id: `zz${item.id}` }))
    const after = check(derive({ ...renamed, items }))
    const plain = (text: string) => text.replaceAll('zz', '')
    expect(plain(JSON.stringify(after.counts))).toBe(JSON.stringify(check(derive(build)).counts))
    expect(after.findings.map(({ ruleId, messageId, params }) => [ruleId, messageId, params])).toEqual(
      check(derive(build)).findings.map(({ ruleId, messageId, params }) => [ruleId, messageId, params]),
    )
  })

  test('other marks change nothing but the names in the texts', () => {
    const build = demoBuild('harbour-lantern')
    const items = build.items.map((item) => ({ ...item, mark: `Z${item.mark}` }))
    const shape = (of: Build) => check(derive(of)).findings.map(({ ruleId, messageId, at }) => [ruleId, messageId, at])
    expect(shape({ ...build, items })).toEqual(shape(build))
  })

  test('an edit and its undo leave the judgement as it was', () => {
    const build = demoBuild('tangled-heron')
    const before = verdictText(build)
    const harness = derive(build)
    const leads = harness.ports.filter(({ port }) => port.side === 'takes')
    fc.assert(
      fc.property(fc.nat(), fc.nat(), (first, second) => {
        const lead = leads[first % leads.length]!.ref
        const places = candidatesFor(harness, lead)
        const to = places[second % places.length]!.to
        const { build: edited, inverse } = apply(build, plugEdit(build, lead, to))
        expect(verdictText(apply(edited, inverse).build)).toBe(before)
      }),
      { numRuns: 60 },
    )
  })

  test('what is written out and read back is the same build, and judged the same', () => {
    for (const { build } of allCases) {
      const text = canonicalJson(build)
      const back = readBuild(text)
      expect(canonicalJson(back)).toBe(text)
      expect(verdictText(back)).toBe(verdictText(build))
    }
  })

  test('three times 0.1 A on 0.3 A is not over', () => {
    expect(0.1 + 0.1 + 0.1).toBeGreaterThan(0.3)
    const build = treeBuild({ amps: [0.1, 0.1, 0.1], depth: 0 })
    const limited = apply(build, {
      type: 'setFigure',
      partId: 'board-middle',
      path: [
        'inside',
        build.parts[0]!.inside.findIndex((r) => r.type === 'limit' && r.ports[0] === 'SYS1'),
        'mostAmps',
      ],
      figure: figureOf(0.3, 'manual'),
    }).build
    const texts = check(derive(limited)).findings.filter(({ ruleId }) => ruleId === 'current-budget')
    expect(texts.map(({ messageId }) => messageId)).toEqual(['tight'])
  })
})
