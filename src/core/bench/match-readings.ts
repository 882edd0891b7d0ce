import type { Sight, Value } from './sight'
import { valueOfRpm } from './said'
import type { Rehearsal } from './simulate'

/** Words that stand in names of headers and of sensors alike, and tell nothing. */
const EMPTY_WORDS = /FAN|HEADER|SPEED|INPUT|RPM/g

/** A name as far as it tells headers apart: `CPU_FAN` and `CPU` are one. */
const bare = (name: string) =>
  name
    .toUpperCase()
    .replace(EMPTY_WORDS, '')
    .replace(/[^A-Z0-9]/g, '')

/** What a chip calls its inputs when nobody named them: its numbers are not those that are printed on boards. */
const UNNAMED = /(^| )fan\d+$/

/** The name that a sensor gives a speed, and the header that it is of, if anybody knows. */
export interface Matched {
  readonly name: string
  readonly rpm: number
  readonly sight: Sight | undefined
}

/**
 * Which header each speed of a listing is of: as it was said before, else the only one whose name is alike. A sensor's name
 * that is like none, or like two, is for the builder to say.
 */
export function matchReadings(
  { harness, sights }: Rehearsal,
  readings: readonly { readonly name: string; readonly rpm: number }[],
  known: ReadonlyMap<string, string | null>,
): readonly Matched[] {
  const headers = sights.filter(({ kind }) => kind === 'reading')
  const likeOf = (name: string) => headers.filter(({ at }) => bare(harness.port(at).port.name) === bare(name))
  return readings.map(({ name, rpm }) => {
    const said = known.get(name)
    const alike = said === undefined && bare(name) !== '' && !UNNAMED.test(name) ? likeOf(name) : []
    const sight =
      said === undefined ? (alike.length === 1 ? alike[0] : undefined) : headers.find(({ key }) => key === said)
    return { name, rpm, sight }
  })
}

/** What the speeds say of the headers they are of, by the key of the sight; of two of one header the first. */
export function seenOf(rehearsal: Rehearsal, matched: readonly Matched[]): ReadonlyMap<string, Value> {
  const seen = new Map<string, Value>()
  for (const { sight, rpm } of matched) {
    if (sight !== undefined && !seen.has(sight.key)) seen.set(sight.key, valueOfRpm(rehearsal, sight, rpm))
  }
  return seen
}
