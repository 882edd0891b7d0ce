import type { Build } from '../build/schema'
import { LoomError } from '../errors'
import { blankBuild } from '../templates/template-build'
import { asBuild } from './validate'

/** What was taken out of a document so that it is sound again, and why. */
export interface Removal {
  readonly place: string
  readonly reason: string
}

export interface MendedDocument {
  readonly build: Build
  readonly removals: readonly Removal[]
}

type Path = readonly string[]

const pathOf = (pointer: string): Path =>
  pointer
    .split('/')
    .slice(1)
    .map((key) => key.replaceAll('~1', '/').replaceAll('~0', '~'))
const pointerOf = (path: Path): string =>
  path.map((key) => `/${key.replaceAll('~', '~0').replaceAll('/', '~1')}`).join('')

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** The value without what stands at a path; undefined where nothing stands there. */
function without(value: unknown, [key, ...rest]: Path): unknown {
  if (key === undefined) return undefined
  if (Array.isArray(value)) {
    const index = Number(key)
    if (!Number.isInteger(index) || index < 0 || index >= value.length) return undefined
    const inner: unknown = rest.length === 0 ? undefined : without(value[index], rest)
    if (rest.length > 0 && inner === undefined) return undefined
    return value.flatMap((entry: unknown, at) => (at !== index ? [entry] : inner === undefined ? [] : [inner]))
  }
  if (!isRecord(value) || !(key in value)) return undefined
  if (rest.length === 0) return Object.fromEntries(Object.entries(value).filter(([name]) => name !== key))
  const inner = without(value[key], rest)
  return inner === undefined ? undefined : { ...value, [key]: inner }
}

const isListEntry = (value: unknown, path: Path): boolean =>
  Array.isArray(
    path
      .slice(0, -1)
      .reduce<unknown>(
        (at, key) => (isRecord(at) || Array.isArray(at) ? (at as Record<string, unknown>)[key] : undefined),
        value,
      ),
  )

function faultOf(value: unknown): LoomError | undefined {
  try {
    asBuild(value)
    return undefined
  } catch (error) {
    if (error instanceof LoomError && error.code === 'FORMAT_WRONG') return error
    throw error
  }
}

/** After so many single removals the field that holds the faults goes as a whole: nobody reads a longer list. */
const MOST_REMOVALS = 200

/** Takes out the least around a fault that makes it go: the value, or what holds it; a field of the whole is made anew. */
function step(
  value: Readonly<Record<string, unknown>>,
  path: Path,
  plain: Readonly<Record<string, unknown>>,
): { readonly value: unknown; readonly place: Path } | undefined {
  for (let length = path.length; length > 1; length -= 1) {
    const place = path.slice(0, length)
    const smaller = without(value, place)
    if (smaller === undefined) continue
    // An entry may always go from a list; a field only where nobody misses it.
    if (isListEntry(value, place) || faultOf(smaller)?.place !== pointerOf(place)) return { value: smaller, place }
  }
  const [field = ''] = path
  if (field in plain) return { value: { ...value, [field]: plain[field] }, place: [field] }
  const smaller = without(value, [field])
  return smaller === undefined ? undefined : { value: smaller, place: [field] }
}

/**
 * A document that is not sound, made sound by taking out as little as may be, with what was taken out and why. What
 * stands for the whole (id, name, revision) is what the store knows it by. A sound document comes back as it is.
 */
export function mendDocument(
  document: unknown,
  { id, name, revision }: Pick<Build, 'id' | 'name' | 'revision'>,
): MendedDocument {
  const plain = { ...blankBuild(id, name), revision }
  const removals: Removal[] = []
  let value: unknown = isRecord(document) ? document : plain
  if (!isRecord(document)) removals.push({ place: '/', reason: 'This is no document at all.' })
  for (;;) {
    const fault = faultOf(value)
    if (fault === undefined) return { build: asBuild(value), removals }
    const path = pathOf(fault.place ?? '')
    const next = step(
      value as Readonly<Record<string, unknown>>,
      removals.length < MOST_REMOVALS ? path : path.slice(0, 1),
      plain as unknown as Readonly<Record<string, unknown>>,
    )
    removals.push({ place: pointerOf(next?.place ?? []) || '/', reason: fault.message })
    value = next?.value ?? plain
  }
}
