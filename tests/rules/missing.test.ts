import { openFigures } from '../../src/core/ask/open-figures'
import { apply } from '../../src/core/build/apply'
import type { Build } from '../../src/core/build/schema'
import { derive } from '../../src/core/operate/harness'
import { check } from '../../src/core/rules/check'
import { answerEdit, missingFigures, type Missing, type MissingFigure } from '../../src/core/rules/missing'
import { makeBoard, makeFan, makePoweredHub, makeSupply } from '../../src/core/parts/make'
import { settlesText } from '../../src/core/wording/missing-text'
import { bench, demoBuild } from '../support/bench'
import { searched } from '../support/search'

function missingIn(build: Build): Missing {
  const harness = derive(build)
  return searched(missingFigures(harness, check(harness)))
}

const unknowns = (build: Build) => check(derive(build)).findings.filter(({ severity }) => severity === 'unknown')

/** What somebody would type: little for a draw, much for what is borne. */
function typed(build: Build, { partId, open }: MissingFigure): Build {
  const part = build.parts.find(({ id }) => id === partId)!
  const { fill } = open
  const answer =
    fill.by === 'choice'
      ? fill.options[0]![0]
      : { value: fill.unit === 'mm' ? 900 : fill.isRoom ? 9 : 0.02, origin: 'label' as const }
  return apply(build, answerEdit(part, open, answer)).build
}

const parts = [
  makeBoard({
    id: 'board',
    name: 'Board',
    fanHeaders: [
      { name: 'CPU', role: 'cpu' },
      { name: 'SYS1', role: 'case', mostAmps: 1 },
    ],
    lightHeaders: [],
    usbHeaderCount: 0,
  }),
  makeSupply({ id: 'supply', name: 'Supply', cables: [{ name: 'A', plugs: 'sata-power', plugCount: 2, mostAmps: 4 }] }),
  makeFan({ id: 'fan', name: 'Fan', pins: 4 }),
  makeFan({ id: 'known', name: 'Known fan', pins: 4, amps: 0.2, startAmps: 0.5 }),
  makePoweredHub({ id: 'hub', name: 'Hub', outletCount: 4, passes: 'pwm' }),
]
const oneFan = bench(['M1: board', 'F1: fan'], ['F1.fan > M1.CPU'], parts)

test('a fan of which nothing is known on a header of which nothing is known: its draw, its start, what the header bears', () => {
  const { figures, others } = missingIn(oneFan)
  expect(figures.map(({ marks, open }) => `${marks.join()} ${open.label}, ${open.readAt}`).toSorted()).toEqual([
    'F1 motor at start, label',
    'F1 motor draws, label',
    'M1 CPU bears, manual',
  ])
  expect(others).toEqual([])
  expect(settlesText(oneFan, figures[0]!)).toBe('CPU')
})

test('nothing is asked of a part that lies there unplugged, nor of one that is known', () => {
  const build = bench(['M1: board', 'F1: known', 'F2: fan'], ['F1.fan > M1.SYS1'], parts)
  const { figures } = missingIn(build)
  expect(figures.filter(({ marks }) => marks.includes('F1'))).toEqual([])
})

test('what stands for all things of a part is asked once, and settles most', () => {
  const build = bench(
    ['M1: board', 'S1: supply', 'H1: hub', 'F1: fan', 'F2: fan', 'F3: known'],
    ['H1.signal > M1.CPU', 'H1.supply > S1.A_1', 'F1.fan > H1.out1', 'F2.fan > H1.out2', 'F3.fan > M1.SYS1'],
    parts,
  )
  const { figures } = missingIn(build)
  expect(figures[0]!.marks).toEqual(['F1', 'F2'])
  const bears = figures.filter(({ open }) => open.key.startsWith('bears'))
  // Either what each bears or what all of them bear together bounds them: one of the two is enough.
  expect(bears.map(({ open }) => open.key)).toEqual(['bears fan-4pin together'])
})

test.each(['tangled-heron', 'harbour-lantern', 'night-ferry'])(
  '%s: when all are typed, what they were to settle is settled, and none of them is needless',
  (id) => {
    const build = demoBuild(id)
    const { figures, settled, others } = missingIn(build)
    const keys = (some: readonly { readonly ruleId: string; readonly at: readonly unknown[] }[]) =>
      some.map(({ ruleId, at }) => `${ruleId} ${JSON.stringify(at)}`)
    const all = figures.reduce(typed, build)
    expect(keys(unknowns(all)).filter((key) => keys(settled).includes(key))).toEqual([])
    expect(unknowns(build)).toHaveLength(settled.length + others.length)
    for (const left of figures) {
      const without = figures.filter((each) => each !== left).reduce(typed, build)
      expect(unknowns(without).length).toBeGreaterThan(unknowns(all).length - 1)
      expect(JSON.stringify(unknowns(without))).not.toEqual(JSON.stringify(unknowns(all)))
    }
  },
)

test('no smaller choice of answers settles as much: all of them tried', () => {
  const candidates = oneFan.parts.flatMap((part) =>
    oneFan.items.some(({ partId }) => partId === part.id)
      ? openFigures(part).map((open): MissingFigure => ({ partId: part.id, open, marks: [], settles: [] }))
      : [],
  )
  const wanted = missingIn(oneFan).figures.length
  const least = Math.min(
    ...Array.from({ length: 2 ** candidates.length }, (_each, bits) =>
      candidates.filter((_candidate, at) => ((bits >> at) & 1) === 1),
    )
      .filter((some) => some.length <= wanted && unknowns(some.reduce(typed, oneFan)).length === 0)
      .map(({ length }) => length),
  )
  expect(least).toBe(wanted)
})
