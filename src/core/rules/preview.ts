import { apply } from '../build/apply'
import type { Edit } from '../build/edit-schema'
import { mindKey } from '../build/refs'
import type { Budget } from '../harness/budgets'
import { derive, type Harness } from '../harness/derive'
import { exceeds } from '../units/compare'
import { check, type Verdicts } from './check'
import type { Finding } from './rule'

/** What an edit would change, worked out on a copy: nothing of it is kept. */
export interface Preview {
  readonly after: Harness
  readonly verdicts: Verdicts
  /** Findings that would go, and findings that would come. */
  readonly cleared: readonly Finding[]
  readonly raised: readonly Finding[]
  /** Limits whose sum would be another one; those of things that come or go are left out. */
  readonly budgets: readonly { readonly before: Budget; readonly after: Budget }[]
}

/** Judges the build as it would be after the edit, against how it is now; throws a LoomError where the edit is not possible. */
export function previewOf(harness: Harness, now: Verdicts, edit: Edit): Preview {
  const after = derive(apply(harness.build, edit).build)
  const verdicts = check(after)
  const [keysNow, keysAfter] = [now, verdicts].map(({ findings }) => new Set(findings.map(mindKey)))
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
    cleared: now.findings.filter((finding) => !keysAfter!.has(mindKey(finding))),
    raised: verdicts.findings.filter((finding) => !keysNow!.has(mindKey(finding))),
    budgets,
  }
}
