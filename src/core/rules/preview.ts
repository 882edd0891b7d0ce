import { apply } from '../build/apply'
import type { Edit } from '../build/edit-schema'
import type { Budget } from '../operate/budgets'
import { derive, type Harness } from '../operate/harness'
import { exceeds } from '../units/compare'
import { check, goesOnIn, isCoveredBy, type Verdicts } from './check'
import type { Finding } from './engine/rule'

/** What an edit would change, worked out on a copy: nothing of it is kept. */
export interface Preview {
  readonly after: Harness
  readonly verdicts: Verdicts
  /** Findings that would go altogether, and findings that would come, or would speak of more than now. */
  readonly cleared: readonly Finding[]
  readonly raised: readonly Finding[]
  /** Limits whose sum would be another one; those of things that come or go are left out. */
  readonly budgets: readonly { readonly before: Budget; readonly after: Budget }[]
}

/** Judges the build as it would be after the edit, against how it is now; throws a LoomError where the edit is not possible. */
export function previewOf(harness: Harness, now: Verdicts, edit: Edit): Preview {
  const after = derive(apply(harness.build, edit).build)
  const verdicts = check(after, { before: now })
  const byId = new Map(after.budgets.map((budget) => [budget.id, budget]))
  const budgets = harness.budgets.flatMap((before) => {
    const then = byId.get(before.id)
    if (then === undefined) return []
    const isOther = exceeds(Math.abs(then.knownAmps - before.knownAmps), 0) || then.state !== before.state
    return isOther ? [{ before, after: then }] : []
  })
  return {
    after,
    verdicts,
    cleared: now.findings.filter((finding) => !goesOnIn(finding, verdicts.findings)),
    raised: verdicts.findings.filter((finding) => !isCoveredBy(finding, now.findings)),
    budgets,
  }
}
