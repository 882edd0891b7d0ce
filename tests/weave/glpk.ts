import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { lpText } from '../../src/core/weave/model/lp'
import { GOALS, type GoalKey, type Model, type Row, type Sums, type Terms } from '../../src/core/weave/model/model'
import type { Reached } from '../../src/core/weave/solve/weave'

/** The goals that are worth a comparison: all that decide what is bought, and not only how it looks. */
export const MAIN_GOALS: readonly GoalKey[] = GOALS.slice(0, GOALS.indexOf('boxes') + 1).filter(
  (key) => key !== 'changed',
)

/** Amounts that flow are no whole numbers: a hair of arithmetic is none of theirs. */
const HAIR_DIGITS = 1e6

/** What GLPK (a general-purpose solver, from Debian) makes of a goal, with rows that hold besides; undefined where it takes too long. */
export function glpk(
  sums: Sums,
  goal: { readonly terms: Terms },
  held: readonly Row[],
  seconds: number,
): number | undefined {
  // What is asked of the plan though the model has nothing to count for it is no sum to solve.
  if (goal.terms.length === 0) return 0
  const folder = mkdtempSync(join(tmpdir(), 'loom-lp-'))
  try {
    const [lp, out] = [join(folder, 'model.lp'), join(folder, 'out')]
    writeFileSync(
      lp,
      lpText(
        sums,
        goal.terms,
        held.filter(({ terms }) => terms.length > 0),
      ),
    )
    spawnSync('glpsol', ['--lp', lp, '--tmlim', String(seconds), '--cuts', '-o', out], { encoding: 'utf8' })
    const text = readFileSync(out, 'utf8')
    if (!/^Status:\s+INTEGER OPTIMAL/m.test(text)) return undefined
    return Number(/^Objective:\s+goal = (\S+)/m.exec(text)![1])
  } finally {
    rmSync(folder, { recursive: true })
  }
}

/** What GLPK makes of goals of a model in their order, each with those before it held at what we found. */
export function glpkOf(
  model: Model,
  reached: readonly Reached[],
  keys: readonly GoalKey[],
): readonly { readonly goal: GoalKey; readonly value: number | undefined; readonly isProven: boolean }[] {
  const held: Row[] = []
  return model.goals
    .filter(({ key }) => keys.includes(key))
    .map(({ key, terms }) => {
      const theirs = glpk(model, { terms }, held, 60)
      const value =
        theirs !== undefined && key === 'overshoot' ? Math.round(theirs * HAIR_DIGITS) / HAIR_DIGITS : theirs
      const most = reached.find(({ goal }) => goal === key)!.value
      held.push({ name: `held${held.length}`, terms, least: undefined, most, menders: [] })
      return { goal: key, value, isProven: true }
    })
}

/** Our answers to the same goals, to be compared. */
export const oursOf = (reached: readonly Reached[], keys: readonly GoalKey[]) =>
  reached.filter(({ goal }) => keys.includes(goal)).map(({ goal, value, isProven }) => ({ goal, value, isProven }))
