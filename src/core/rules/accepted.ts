import { portKey } from '../build/refs'
import type { Build } from '../build/schema'
import { exceeds } from '../units/compare'
import type { Finding } from './rule'

type Accepted = NonNullable<Build['accepted']>[number]

/** Figures of which less is worse: what may be had, and what is left at the end. Of all others more is worse. */
const LESS_IS_WORSE = /^(limit|bound|most|end|low|actual|place)/

function isWorse(name: string, before: number, now: number): boolean {
  return LESS_IS_WORSE.test(name) ? exceeds(before, now) : exceeds(now, before)
}

function isAbout({ ruleId, messageId, at }: Accepted, finding: Finding): boolean {
  if (ruleId !== finding.ruleId || messageId !== finding.messageId || at.length !== finding.at.length) return false
  const places = new Set(at.map(portKey))
  return finding.at.every((ref) => places.has(portKey(ref)))
}

/** The figures of a finding, as they are written down when somebody accepts it. */
function figuresOf({ params }: Finding): readonly (readonly [string, number])[] {
  return Object.entries(params).filter((entry): entry is [string, number] => typeof entry[1] === 'number')
}

/** Whether the builder has taken on this mind, and none of its figures has become worse, or come new, since. */
export function isAccepted(build: Build, finding: Finding): boolean {
  if (finding.severity !== 'mind') return false
  return (build.accepted ?? []).some(
    (accepted) =>
      isAbout(accepted, finding) &&
      figuresOf(finding).every(([name, now]) => {
        const before = accepted.figures[name]
        return before !== undefined && !isWorse(name, before, now)
      }),
  )
}
