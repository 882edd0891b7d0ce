import { acceptedOf } from '../../build/accept'
import type { Build } from '../../build/schema'
import { exceeds } from '../../units/compare'
import type { Finding, Message } from './rule'

type Accepted = NonNullable<Build['accepted']>[number]

function isWorse(worse: string | undefined, before: number, now: number): boolean {
  if (worse === 'neither') return false
  return worse === 'less' ? exceeds(before, now) : exceeds(now, before)
}

/** The figures of a finding, as they are written down when somebody accepts it. */
function figuresOf({ params }: Finding): readonly (readonly [string, number])[] {
  return Object.entries(params).filter((entry): entry is [string, number] => typeof entry[1] === 'number')
}

/** What is written down when a builder takes a warning on: where it is, its figures now, and why. */
export function acceptanceOf(finding: Finding, reason: string): Accepted {
  const { ruleId, messageId, at, itemIds } = finding
  const things = itemIds === undefined ? {} : { itemIds }
  return { ruleId, messageId, at, ...things, figures: Object.fromEntries(figuresOf(finding)), reason }
}

/** Whether the builder has taken on this warning or note, and none of its figures has become worse, or come new, since. */
export function isAccepted(build: Build, finding: Finding, { worse }: Message): boolean {
  if (finding.severity !== 'warning' && finding.severity !== 'note') return false
  const accepted = acceptedOf(build, finding)
  if (accepted === undefined) return false
  return figuresOf(finding).every(([name, now]) => {
    const before = accepted.figures[name]
    return before !== undefined && !isWorse(worse?.[name], before, now)
  })
}
