import { compareText } from '../units/compare'

/** What a reader looks for first stands first; every other key follows in code-unit order. */
const FIRST_KEYS = ['format', 'version', 'type', 'id', 'mark', 'name', 'kind', 'revision', 'value', 'origin']

function compareKeys(a: string, b: string): number {
  const rank = (key: string) => {
    const index = FIRST_KEYS.indexOf(key)
    return index < 0 ? FIRST_KEYS.length : index
  }
  return rank(a) === rank(b) ? compareText(a, b) : rank(a) - rank(b)
}

/** The same data with its keys in the one canonical order, and without keys that hold undefined. Lists keep their order. */
export function canonical<T>(value: T): T {
  if (Array.isArray(value)) return value.map(canonical) as T
  if (typeof value !== 'object' || value === null) return value
  const entries = Object.entries(value).filter(([, entry]) => entry !== undefined)
  return Object.fromEntries(
    entries.toSorted(([a], [b]) => compareKeys(a, b)).map(([key, entry]) => [key, canonical(entry)]),
  ) as T
}

/** JSON text in canonical key order, indented, with a newline at the end: what export writes. */
export function canonicalJson(value: unknown): string {
  return `${JSON.stringify(canonical(value), null, 2)}\n`
}
