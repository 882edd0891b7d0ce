import { VALUES, type Value } from '@/core/bench/sight'
import { readKept, writeKept } from '@/ui/shared/browser-keep'

/** Something that was wrong and was put right, by whom it was found and when, as ISO time. */
export interface Done {
  readonly at: string
  readonly text: string
}

/** All that is kept of a build at its first power-on. */
export interface Bench {
  readonly seen: ReadonlyMap<string, Value>
  readonly found: ReadonlyMap<string, string>
  readonly skipped: ReadonlySet<string>
  readonly ruledOut: ReadonlySet<string>
  /** Names of sensors with the key of the header they are of; null where it is of none. */
  readonly known: ReadonlyMap<string, string | null>
  readonly done: readonly Done[]
}

const keyOf = (buildId: string) => `gentle-loom bench ${buildId}`

const isText = (value: unknown): value is string => typeof value === 'string'
const isPair =
  <V>(isValue: (value: unknown) => value is V) =>
  (entry: unknown): entry is readonly [string, V] =>
    Array.isArray(entry) && entry.length === 2 && isText(entry[0]) && isValue(entry[1])
const isValue = (value: unknown): value is Value => VALUES.includes(value as Value)
const isTextOrNull = (value: unknown): value is string | null => value === null || isText(value)
/** Whether a text says a time: what is kept in a browser may have been changed there. */
export const isTime = (value: unknown): value is string => isText(value) && !Number.isNaN(Date.parse(value))
const isDone = (entry: unknown): entry is Done =>
  typeof entry === 'object' && entry !== null && isTime((entry as Done).at) && isText((entry as Done).text)

/** The entries of a list that are as they should be; a list that is none has none. */
const listOf = <T>(list: unknown, isEntry: (entry: unknown) => entry is T): readonly T[] =>
  Array.isArray(list) ? list.filter(isEntry) : []

/** What this browser kept of a build; undefined where there is nothing, or where it keeps nothing. */
export function keptBench(buildId: string): Bench | undefined {
  const kept = readKept(keyOf(buildId))
  if (typeof kept !== 'object') return undefined
  const held = kept as Readonly<Record<string, unknown>>
  return {
    seen: new Map(listOf(held.seen, isPair(isValue))),
    found: new Map(listOf(held.found, isPair(isText))),
    skipped: new Set(listOf(held.skipped, isText)),
    ruledOut: new Set(listOf(held.ruledOut, isText)),
    known: new Map(listOf(held.known, isPair(isTextOrNull))),
    done: listOf(held.done, isDone),
  }
}

/** Keeps it. */
export function keepBench(buildId: string, { seen, found, skipped, ruledOut, known, done }: Bench): void {
  const lists = { seen: [...seen], found: [...found], skipped: [...skipped], ruledOut: [...ruledOut] }
  writeKept(keyOf(buildId), { ...lists, known: [...known], done })
}
