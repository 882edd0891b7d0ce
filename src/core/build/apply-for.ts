import { LoomError } from '../errors'
import { apply, stepsOf, type Applied } from './apply'
import type { Edit, SingleEdit } from './edit-schema'
import { nextMark } from './refs'
import type { Build } from './schema'
import { slotKey, slotsOf, slotsOfStep, type Slot } from './slots'

/** An edit as it went on top of a build that may have moved on since it was made. */
export interface AppliedFor extends Applied {
  /** The edit with what had to be changed for this build. */
  readonly edit: Edit
  /** What it touches, each slot once. */
  readonly slots: readonly Slot[]
}

const freeMarkLike = (build: Build, mark: string): string => nextMark(build, mark.replace(/\d+$/, '') || 'X')

/** A mark that somebody else took meanwhile becomes the next free one. */
function fitFor(build: Build, step: SingleEdit): SingleEdit {
  if (step.type === 'renameItem') {
    const isTaken = build.items.some((item) => item.id !== step.itemId && item.mark === step.mark)
    return isTaken ? { ...step, mark: freeMarkLike(build, step.mark) } : step
  }
  const brings = step.type === 'addItem' || step.type === 'restoreItem'
  if (!brings || !build.items.some((item) => item.mark === step.item.mark)) return step
  return { ...step, item: { ...step.item, mark: freeMarkLike(build, step.item.mark) } }
}

/**
 * Puts an edit on top of a build in one pass: the build after it, the edit as it fits there, the one that takes it back,
 * and what it touches. A LoomError where a step is not possible any more; the build given is never changed.
 */
export function applyFor(document: Build, wanted: Edit): AppliedFor {
  let build = document
  const steps: SingleEdit[] = []
  const inverses: SingleEdit[] = []
  const slots = new Map<string, Slot>()
  for (const step of stepsOf(wanted)) {
    for (const slot of slotsOfStep(step, build)) slots.set(slotKey(slot), slot)
    const fit = fitFor(build, step)
    const applied = apply(build, fit)
    build = applied.build
    steps.push(fit)
    inverses.unshift(...stepsOf(applied.inverse))
  }
  const asWanted = (edits: readonly SingleEdit[]): Edit =>
    wanted.type === 'batch' ? { type: 'batch', edits } : edits[0]!
  return { build, edit: asWanted(steps), inverse: asWanted(inverses), slots: [...slots.values()] }
}

/** As applyFor; where the edit is not possible, what it meant to touch, and why it is not. */
export function tryFor(
  document: Build,
  wanted: Edit,
): AppliedFor | { readonly slots: readonly Slot[]; readonly reason: string } {
  try {
    return applyFor(document, wanted)
  } catch (error) {
    if (error instanceof LoomError) return { slots: slotsOf(wanted, document), reason: error.message }
    throw error
  }
}
