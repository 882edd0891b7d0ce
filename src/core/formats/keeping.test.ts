import { demoBuild } from '../../../tests/support/bench'
import { FORMAT_VERSION } from '../build/format-name'
import { cut } from '../units/cut'
import { canonicalJson } from './canonical'
import { parseJson } from './json-text'
import { PARTS_VERSION } from './parts-file'
import { mendDocument } from './mend-document'
import { asBuild, isNewerBuild } from './validate'
import { BUILD_STEPS, PACK_STEPS, PART_STEPS, upgraded, type UpgradeStep } from './upgrade'

const heron = demoBuild('tangled-heron')
type Loose = Record<string, unknown>
const loose = () => JSON.parse(JSON.stringify(heron)) as Loose & { items: Loose[]; threads: Loose[]; parts: Loose[] }

describe('a key that stands twice', () => {
  test.each([
    ['{"a": 1, "a": 2}', 'line 1, column 10'],
    ['{"a": 1,\n "b": {"a": 1},\n "b": 3}', 'line 3, column 2'],
    ['{"\\u0061": 1, "a": 2}', 'line 1, column 15'],
    ['[{"a": 1}, {"a": 1, "a": {}}]', 'line 1, column 21'],
  ])('%s is refused with its place', (text, place) => {
    expect(() => parseJson(text)).toThrow(expect.objectContaining({ code: 'FORMAT_WRONG', place }))
  })

  test('the same key in two objects, or as a value, is none', () => {
    const text = '{"a": {"a": ["a", "a"]}, "b": [{"a": 1}, {"a": 1}], "c": "a", "d": "\\"a\\": 1, \\"a\\": 2"}'
    expect(parseJson(text)).toEqual(JSON.parse(text))
  })
})

describe('text cut to a length', () => {
  test.each([
    ['plain', 3, 'pla'],
    ['short', 9, 'short'],
    ['ab😀cd', 3, 'ab'],
    ['ab😀cd', 4, 'ab😀'],
    ['a👨‍👩‍👧b', 5, 'a'],
    ['é́x', 1, ''],
  ])('%s at %d', (text, length, expected) => {
    expect(cut(text, length)).toBe(expected)
  })
})

describe('versions', () => {
  const steps: readonly UpgradeStep[] = [
    ({ fans, ...rest }) => ({ ...rest, motors: fans }),
    (document) => ({ ...document, isQuiet: false }),
  ]

  test('an older document is brought up to date step by step, from where it stands', () => {
    const newest = { version: 3, motors: 2, isQuiet: false }
    expect(upgraded({ version: 1, fans: 2 }, 1, steps)).toEqual(newest)
    expect(upgraded({ version: 2, motors: 2 }, 2, steps)).toEqual(newest)
    expect(upgraded(newest, 3, steps)).toBe(newest)
  })

  test('there is a step from every version to the next', () => {
    expect(BUILD_STEPS).toHaveLength(FORMAT_VERSION - 1)
    expect(PART_STEPS).toHaveLength(PARTS_VERSION - 1)
    expect(PACK_STEPS).toHaveLength(PARTS_VERSION - 1)
  })

  test('what says no version, or a newer one, stays as it is', () => {
    for (const [document, version] of [
      [{ version: 9 }, 9],
      [{ a: 1 }, undefined],
      ['text', 1],
      [null, 1],
      [{ version: 0 }, 0],
      [{ version: 1.5 }, 1.5],
    ] as const)
      expect(upgraded(document, version, steps)).toBe(document)
  })

  test('a part without a version of its own is brought up by that of its row', () => {
    expect(upgraded({ id: 'p', fans: 1 }, 1, steps)).toEqual({ id: 'p', motors: 1, isQuiet: false })
  })

  test('a build of a newer program is refused with a sentence, and told from a damaged one', () => {
    const newer = { ...heron, version: 7 }
    expect(() => asBuild(newer)).toThrow(
      'At /version: version 7 was written by a newer program; this one reads up to version 1.',
    )
    expect(isNewerBuild(newer)).toBe(true)
    expect(isNewerBuild({ ...heron, version: 'x' })).toBe(false)
  })
})

describe('mending a stored document', () => {
  const mend = (document: unknown) => mendDocument(document, heron)

  test('a sound one comes back as it is', () => {
    expect(mend(heron)).toEqual({ build: heron, removals: [] })
  })

  test.each<[string, (document: ReturnType<typeof loose>) => void, readonly string[]]>([
    ['an unknown field', (d) => (d.items[2]!['colour'] = 'red'), ['/items/2/colour']],
    ['a figure that is none', (d) => (d.items[2]!['note'] = 12), ['/items/2/note']],
    ['a needed field that is wrong', (d) => (d.threads[3]!['to'] = 'nowhere'), ['/threads/3']],
    ['an entry that is none', (d) => (d.threads[1] = null as never), ['/threads/1']],
    ['a list that is gone', (d) => delete (d as Loose)['choices'], ['/choices']],
    ['another format', (d) => (d['format'] = 'x'), ['/format']],
    ['a name that is none', (d) => (d['name'] = ['x']), ['/name']],
  ])('%s goes, and nothing else', (_what, damage, places) => {
    const document = loose()
    damage(document)
    const { build, removals } = mend(document)
    expect(removals.map(({ place }) => place)).toEqual(places)
    expect(() => asBuild(build)).not.toThrow()
    if (places[0]!.startsWith('/items/')) expect(build.items).toHaveLength(heron.items.length)
    if (places[0]!.startsWith('/threads/')) expect(build.threads).toHaveLength(heron.threads.length - 1)
    expect(build.parts).toEqual(heron.parts)
  })

  test('an item that goes takes along what hangs on it', () => {
    const document = loose()
    const [{ itemId }] = [heron.threads[0]!.from]
    const at = document.items.findIndex(({ id }) => id === itemId)
    document.items[at]!['partId'] = 'no-such-part'
    const { build, removals } = mend(document)
    expect(build.items.map(({ id }) => id)).not.toContain(itemId)
    expect(build.threads.every(({ from, to }) => from.itemId !== itemId && to.itemId !== itemId)).toBe(true)
    expect(removals[0]).toMatchObject({
      place: `/items/${at}`,
      reason: expect.stringMatching(/no part “no-such-part”/),
    })
  })

  test.each([[null], ['text'], [[1, 2]], [{}], [12]])('of %j a blank build is left', (document) => {
    const { build, removals } = mend(document)
    expect(build).toMatchObject({ id: heron.id, name: heron.name, revision: heron.revision, items: [] })
    expect(removals.length).toBeGreaterThan(0)
  })

  test('mending is the same every time', () => {
    const document = loose()
    document.items[0]!['mark'] = document.items[1]!['mark']
    expect(canonicalJson(mend(document))).toBe(canonicalJson(mend(document)))
  })
})
