import { apply } from '../build/apply'
import type { Schools } from '../build/groups'
import { nextMark } from '../build/refs'
import type { Build } from '../build/schema'
import { LoomError } from '../errors'
import { isUnderstood, readList } from '../line/list'
import { blankBuild } from '../templates/template-build'

/** What a new build begins with. */
export interface Start {
  readonly id: string
  readonly name: string
  readonly lines: readonly string[]
  readonly schools?: Schools | undefined
}

/**
 * A build with all that its lines say on the bench, everything loose. A FORMAT_WRONG error names the first line that was not
 * understood, and why; a line that comes to too much for a build is refused by the schema as any other build is.
 */
export function startedBuild({ id, name, lines, schools = {} }: Start): Build {
  let partCount = 0
  const read = readList(lines, () => `part-${(partCount += 1)}`)
  for (const [index, line] of read.entries()) {
    if (isUnderstood(line)) continue
    const [fault] = line.results.flatMap(({ faults }) => faults)
    const why = fault?.message ?? 'There is nothing in it.'
    throw new LoomError('FORMAT_WRONG', `Line ${index + 1}, “${line.text}”: ${why}`, `/lines/${index}`)
  }
  const blank = blankBuild(id, name)
  const build: Build = Object.keys(schools).length === 0 ? blank : { ...blank, choices: { ...blank.choices, schools } }
  const made = read.flatMap(({ results }) => results.flatMap((result) => result.made))
  return made
    .flatMap(({ part, count }) => Array.from({ length: count }, () => part))
    .reduce((before, part, index) => {
      const item = {
        id: `item-${index + 1}`,
        mark: nextMark(before, part.markPrefix ?? 'X'),
        partId: part.id,
        stock: 'owned' as const,
      }
      return apply(before, { type: 'addItem', part, item }).build
    }, build)
}
