import { LIMITS } from '../schema/schema-kit'
import { apply, stepsOf } from './apply'
import type { Edit, SingleEdit } from './edit-schema'
import type { Build } from './schema'

/** One saved edit as it stands in the log. */
export interface LogEntry {
  readonly revision: number
  readonly editId: string
  readonly edit: Edit
  /** What the edit touched, as keys: an edit made before this one that touches the same is a conflict. */
  readonly slots: readonly string[]
}

/** One step of a build's history, and the build as it then stood. */
export interface HistoryStep {
  readonly revision: number
  readonly build: Build
  /** The edit that takes this step back. */
  readonly inverse: Edit | undefined
}

/** Every step from the beginning of the log on, the oldest first: the beginning itself, then one for each edit. */
export function historyOf(initial: Build, entries: readonly LogEntry[]): readonly HistoryStep[] {
  const steps: HistoryStep[] = [{ revision: initial.revision, build: initial, inverse: undefined }]
  for (const { edit, revision } of entries) {
    const before = steps.at(-1)!.build
    const { build, inverse } = apply(before, edit)
    steps.push({ revision, build: { ...build, revision }, inverse })
  }
  return steps
}

/**
 * The edits that lead from the end of a history back to one of its steps, the newest undone first: new edits on top, so
 * that nothing of the log is lost. Several batches where one would be too long to be saved.
 */
export function wayBack(history: readonly HistoryStep[], revision: number): readonly Edit[] {
  const steps = history
    .filter((step) => step.revision > revision)
    .toReversed()
    .flatMap(({ inverse }) => (inverse === undefined ? [] : stepsOf(inverse)))
  const batches: SingleEdit[][] = []
  for (let from = 0; from < steps.length; from += LIMITS.editsPerSave)
    batches.push(steps.slice(from, from + LIMITS.editsPerSave))
  return batches.map((edits) => ({ type: 'batch', edits }))
}
