import fc from 'fast-check'

/** A place in a JSON value: the keys that lead there. */
type Path = readonly (string | number)[]

function placesIn(value: unknown, path: Path = []): readonly Path[] {
  if (typeof value !== 'object' || value === null) return [path]
  const inner = Array.isArray(value)
    ? value.flatMap((entry, index) => placesIn(entry, [...path, index]))
    : Object.entries(value).flatMap(([key, entry]) => placesIn(entry, [...path, key]))
  return path.length === 0 ? inner : [path, ...inner]
}

function changedAt(value: unknown, [key, ...rest]: Path, change: (held: unknown) => unknown): unknown {
  if (key === undefined) return change(value)
  if (Array.isArray(value))
    return value.flatMap((entry: unknown, index) => {
      const next = index === key ? changedAt(entry, rest, change) : entry
      return next === undefined ? [] : [next]
    })
  // An earlier change may have put something else where the path leads through.
  if (typeof value !== 'object' || value === null) return value
  const entries = Object.entries(value).flatMap(([name, entry]) => {
    const next: unknown = name === key ? changedAt(entry, rest, change) : entry
    return next === undefined ? [] : [[name, next] as const]
  })
  return Object.fromEntries(entries)
}

/** Values that something has stumbled over somewhere: each of the right sort for some place and wrong for the next. */
const ODD: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  0.1,
  1e308,
  2 ** 53,
  2147483648,
  '',
  ' ',
  'x'.repeat(121),
  'x'.repeat(5000),
  '\u0000',
  'a\ud800',
  '😀'.repeat(40),
  '\u202Eabc',
  '__proto__',
  'constructor',
  '../../etc/passwd',
  "'; drop table builds; --",
  '<img src=x onerror=alert(1)>',
  '$1',
  '%s',
  [],
  {},
  [[[[[]]]]],
  { value: 1, origin: 'label' },
  { value: -1, origin: 'nobody' },
  { __proto__: 1 },
]

type Kneading = (held: unknown, odd: unknown, number: number) => unknown

const KNEADINGS: readonly Kneading[] = [
  (_held, odd) => odd,
  () => undefined,
  (held, odd) => [held, odd],
  (held, odd) => (Array.isArray(held) ? [...(held as unknown[]), ...(held as unknown[])] : odd),
  (held, odd) => (Array.isArray(held) ? (held as unknown[]).toReversed() : odd),
  (held, odd, number) =>
    typeof held === 'object' && held !== null && !Array.isArray(held) ? { ...held, [`extra${number}`]: odd } : odd,
  (held, odd, number) => (typeof held === 'number' ? held * (number - 3) : odd),
  (held, odd, number) => (typeof held === 'string' ? held + String.fromCodePoint(0x20 + number * 37) : odd),
  (held) => (typeof held === 'string' ? held.toUpperCase() : held),
]

const TEXT_KNEADINGS: readonly ((text: string, at: number) => string | Uint8Array)[] = [
  (text) => text,
  (text) => text,
  (text) => text,
  (text) => text,
  (text) => text,
  (text, at) => text.slice(0, at),
  (text, at) => text.slice(0, at) + text.slice(at + 1),
  (text, at) => `${text.slice(0, at)}"${text.slice(at)}`,
  (text, at) => `${text.slice(0, at)}\u0000${text.slice(at)}`,
  (text, at) => text.slice(0, at) + '['.repeat(60) + text.slice(at),
  (text, at) => text.replace(/"(\w+)":/, `"$1": ${at}, "$1":`),
  (text) => `\uFEFF${text}`,
  (text, at) => {
    const bytes = new TextEncoder().encode(text)
    bytes[at % Math.max(bytes.length, 1)] = 0xff
    return bytes
  },
]

/** A value with up to three of its places changed to something odd, as the text or the bytes somebody would send. */
export function mutated(value: unknown): fc.Arbitrary<string | Uint8Array> {
  const places = placesIn(value)
  const change = fc.record({
    path: fc.constantFrom(...places),
    knead: fc.constantFrom(...KNEADINGS),
    odd: fc.constantFrom(...ODD),
    number: fc.nat(7),
  })
  return fc
    .record({
      changes: fc.array(change, { minLength: 0, maxLength: 3 }),
      kneadText: fc.constantFrom(...TEXT_KNEADINGS),
      at: fc.nat(),
    })
    .map(({ changes, kneadText, at }) => {
      const changed = changes.reduce<unknown>(
        (before, { path, knead, odd, number }) => changedAt(before, path, (held) => knead(held, odd, number)),
        value,
      )
      const text = JSON.stringify(changed) ?? ''
      return kneadText(text, at % Math.max(text.length, 1))
    })
}

/** The text of a table with cells, separators and line ends changed to something odd. */
export function mutatedTable(text: string): fc.Arbitrary<string | Uint8Array> {
  const odd = fc.constantFrom(
    ',',
    ';',
    '\t',
    '"',
    '\n',
    '\r',
    '\r\n',
    '\u0000',
    'NaN',
    '-1',
    '1e9',
    '=1+1',
    '😀',
    'fan',
    '\ud800',
    'x'.repeat(3000),
  )
  return fc
    .array(fc.record({ at: fc.nat(text.length), length: fc.nat(6), odd }), { minLength: 0, maxLength: 4 })
    .map((cuts) =>
      cuts.reduce((before, cut) => before.slice(0, cut.at) + cut.odd + before.slice(cut.at + cut.length), text),
    )
}
