import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { demoBuild } from '../../../tests/support/bench'
import { BuildSchema } from '../build/schema'
import { PartSchema } from '../parts/schema'
import { canonicalJson } from './canonical'
import { parseJson } from './json-text'
import { readBuild } from './validate'

/** Suffixes that say a unit, or that a number only counts or points. */
const UNITS =
  /(PerSecond|Amps|Watts|Mm|Awg|Ms|Rpm|Percent|M3PerH|Pa|Cm2|Dba|Count|Volts|Microseconds|Milliohm|Milliamps|PerLed|Turns|Share|Px|TemperatureC|hysteresisC|stopBelowC|cents|count|covers|revision|version|index|Number|number|leadCorner)$|^temperatureC$/

interface Node {
  readonly type?: string
  readonly $id?: string
  readonly anyOf?: readonly Node[]
  readonly oneOf?: readonly Node[]
  readonly items?: Node
  readonly properties?: Readonly<Record<string, Node>>
}

/** Every property that holds a number or a figure, by name. */
function* numbersIn(node: Node, name: string): Generator<string> {
  const isFigure = node.$id?.startsWith('FigureUpTo') === true
  if (isFigure || node.type === 'number' || node.type === 'integer') yield name
  if (isFigure) return
  for (const [key, inner] of Object.entries(node.properties ?? {})) yield* numbersIn(inner, key)
  for (const inner of [...(node.anyOf ?? []), ...(node.oneOf ?? [])]) yield* numbersIn(inner, name)
  if (node.items !== undefined) yield* numbersIn(node.items, name)
}

describe('the open format', () => {
  test.each([
    ['build', BuildSchema],
    ['part', PartSchema],
  ])('every number of the %s schema names its unit', (_name, schema) => {
    const names = [...new Set(numbersIn(schema as unknown as Node, ''))]
    expect(names.length).toBeGreaterThan(15)
    expect(names.filter((name) => !UNITS.test(name))).toEqual([])
  })

  const folder = join(__dirname, '../../../demo/builds')
  test.each(readdirSync(folder))('reading and writing %s gives the same text', (file) => {
    const text = readFileSync(join(folder, file), 'utf8')
    expect(canonicalJson(readBuild(text))).toBe(text)
  })

  test('key order and undefined keys make no difference', () => {
    const build = demoBuild('paper-kite')
    const turned = Object.fromEntries(Object.entries(build).toReversed())
    expect(canonicalJson({ ...turned, note: build.note, packs: undefined })).toBe(canonicalJson(build))
  })

  test.each([
    ['{"a": 1,}', 'line 1, column 9'],
    ['{\n"a" 1}', 'line 2, column 5'],
    ['[1 2]', 'line 1, column 4'],
    ['{"a": "x', 'line 1, column 7'],
    ['// no\n{}', 'line 1, column 1'],
    ['', 'line 1, column 1'],
  ])('%j is refused with its line and column', (text, place) => {
    expect(() => parseJson(text)).toThrow(expect.objectContaining({ code: 'FILE_NOT_JSON', place }))
  })

  test('brackets inside texts do not count as nesting', () => {
    expect(parseJson(JSON.stringify({ a: '['.repeat(100) + '\\"[' }))).toEqual({ a: '['.repeat(100) + '\\"[' })
  })
})
