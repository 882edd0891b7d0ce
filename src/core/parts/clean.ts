import type { Part } from './schema'

/** Lists that must be there although they are empty. */
const KEPT_EMPTY = new Set(['ports', 'inside', 'feeds', 'outlets', 'down'])

function clean(key: string, value: unknown): unknown {
  if (value === undefined || value === null || value === '' || (typeof value === 'number' && Number.isNaN(value)))
    return undefined
  if (typeof value === 'string') return value.trim() === '' ? undefined : value.trim()
  if (Array.isArray(value)) {
    const entries = value.map((entry) => clean('', entry)).filter((entry) => entry !== undefined)
    return entries.length === 0 && !KEPT_EMPTY.has(key) ? undefined : entries
  }
  if (typeof value !== 'object') return value
  const entries = Object.entries(value).map(([name, entry]) => [name, clean(name, entry)] as const)
  const filled = entries.filter(([, entry]) => entry !== undefined)
  return filled.length === 0 ? undefined : Object.fromEntries(filled)
}

/** A part as a form leaves it, without what was left open: an empty field is unknown, and unknown is not there at all. */
export function cleanPart(form: unknown): Part {
  return clean('', form) as Part
}
