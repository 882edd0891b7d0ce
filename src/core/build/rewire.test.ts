import { demoBuild } from '../../../tests/support/bench'
import { canonicalJson } from '../formats/canonical'
import { asBuild } from '../formats/validate'
import { derive } from '../operate/harness'
import { TEMPLATE_PIECES } from '../templates/pieces'
import { apply } from './apply'
import type { Edit } from './edit-schema'
import { nameOfPort } from './refs'
import { healEdit, insertEdit, swapEdit } from './rewire'
import type { Build } from './schema'

const lantern = demoBuild('harbour-lantern')
const ferry = demoBuild('night-ferry')
const lead = (itemId: string, portId = 'fan') => ({ itemId, portId })

/** Where every lead is, in words: `F1 in SYS1`. */
const wiringOf = (build: Build) =>
  build.threads.map(({ from, to }) => `${nameOfPort(build, from)} in ${nameOfPort(build, to)}`).toSorted()

/** The wiring after an edit that is sound and can be taken back without a trace. */
function after(build: Build, edit: Edit | undefined): readonly string[] {
  const { build: changed, inverse } = apply(build, edit!)
  expect(() => asBuild(changed)).not.toThrow()
  expect(canonicalJson(apply(changed, inverse).build)).toBe(canonicalJson(build))
  return wiringOf(changed)
}
const differences = (before: readonly string[], now: readonly string[]) => [
  ...before.filter((line) => !now.includes(line)).map((line) => `- ${line}`),
  ...now.filter((line) => !before.includes(line)).map((line) => `+ ${line}`),
]

test('two leads change places, and nothing else moves', () => {
  const now = after(lantern, swapEdit(lantern, lead('f1'), lead('r2')))
  expect(differences(wiringOf(lantern), now)).toEqual([
    '- F1 in Y1 outlet 1',
    '- R2 in Y2 outlet 2',
    '+ F1 in Y2 outlet 2',
    '+ R2 in Y1 outlet 1',
  ])
})

test('a loose lead has no place to give, so there is nothing to swap', () => {
  const loose = { ...lantern, threads: lantern.threads.filter(({ from }) => from.itemId !== 'f1') }
  expect(swapEdit(loose, lead('f1'), lead('r2'))).toBeUndefined()
})

test('a splitter from the bench goes between two leads and a header', () => {
  const free = { ...lantern, threads: lantern.threads.filter(({ from }) => from.itemId !== 'y2') }
  const item = free.items.find(({ id }) => id === 'y2')!
  const edit = insertEdit(free, { leads: [lead('f1'), lead('f2')], to: lead('m1', 'SYS2'), piece: { item } })
  const now = after({ ...free, threads: free.threads.filter(({ to }) => to.itemId !== 'y2') }, edit)
  expect(now).toEqual(expect.arrayContaining(['F1 in Y2 outlet 1', 'F2 in Y2 outlet 2', 'Y2 board lead in SYS2']))
})

test('one more of a part is put on the list of what to buy, with a mark of its own', () => {
  const part = TEMPLATE_PIECES[0]!
  const edit = insertEdit(lantern, { leads: [lead('f1')], to: lead('m1', 'SYS2'), piece: { part, stock: 'toBuy' } })
  const { build } = apply(lantern, edit!)
  const added = build.items.filter(({ id }) => !lantern.items.some((item) => item.id === id))
  expect(added).toMatchObject([{ stock: 'toBuy', partId: part.id }])
  expect(build.threads.filter(({ from }) => from.itemId === added[0]!.id)).toMatchObject([{ to: lead('m1', 'SYS2') }])
})

test('a piece that does not go between is not put there: too few outlets, another plug', () => {
  const two = lantern.items.find(({ id }) => id === 'y2')!
  const leads = [lead('f1'), lead('f2'), lead('f3')]
  expect(insertEdit(lantern, { leads, to: lead('m1', 'SYS2'), piece: { item: two } })).toBeUndefined()
  const light = TEMPLATE_PIECES.find(({ name }) => name.startsWith('Light'))!
  expect(
    insertEdit(lantern, { leads: [lead('f1')], to: lead('m1', 'SYS2'), piece: { part: light, stock: 'toBuy' } }),
  ).toBeUndefined()
})

test('a splitter pulled out: the first lead takes its place, the others are loose', () => {
  const { edit, joined, loose } = healEdit(lantern, 'y1', false)
  expect(joined.map(({ itemId }) => itemId)).toEqual(['f1'])
  expect(loose.map(({ itemId }) => itemId)).toEqual(['f2', 'f3'])
  const now = after(lantern, edit)
  expect(now).toContain('F1 in SYS1')
  expect(now.join()).not.toMatch(/F2|F3|Y1/)
})

test('a fan pulled out of a clipped row closes the row, and leaves the bench where that was asked', () => {
  const { edit, loose } = healEdit(ferry, 'f2', true)
  expect(loose).toEqual([])
  const now = after(ferry, edit)
  expect(now).toContain('F3 link lead in F1 clip')
  expect(apply(ferry, edit).build.items.some(({ id }) => id === 'f2')).toBe(false)
})

test('whatever is pulled out of any demo build leaves every other thread as it was', () => {
  for (const build of [lantern, ferry]) {
    for (const { id } of build.items) {
      const others = build.threads.filter(({ from, to }) => from.itemId !== id && to.itemId !== id)
      const kept = apply(build, healEdit(build, id, true).edit).build.threads
      expect(others.filter((thread) => !kept.includes(thread))).toEqual([])
      expect(derive(apply(build, healEdit(build, id, false).edit).build).items).toHaveLength(build.items.length)
    }
  }
})

test('the general classes hold pieces to put between', () => {
  const between = TEMPLATE_PIECES.filter(
    (part) =>
      insertEdit(lantern, { leads: [lead('f1')], to: lead('m1', 'SYS2'), piece: { part, stock: 'toBuy' } }) !==
      undefined,
  )
  expect(between.length).toBeGreaterThan(2)
})
