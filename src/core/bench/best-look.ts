import type { Look } from './looks'
import { toldApart, type Value } from './sight'

/** A look with the answer of each fault to it, in the order of the faults. */
export interface Asked {
  readonly look: Look
  readonly answers: readonly string[]
}

/** The answers as far as they tell these faults apart; undefined where nothing is to be learnt from them. */
export function telling({ look, answers }: Asked, among: readonly number[]): readonly string[] | undefined {
  const own = among.map((index) => answers[index]!)
  const apart = look.kind === 'sight' ? toldApart(own as readonly Value[]) : own
  return apart?.some((answer) => answer !== apart[0]) === true ? apart : undefined
}

/** So many faults are told apart by the best of all trees; more of them by the most bits a minute. */
export const MOST_FOR_TREES = 10

/**
 * The first look of the tree of looks that costs least in the mean, weighed by how likely each fault is: every tree is
 * tried, set of faults by set. Undefined where no look tells any two apart.
 */
export function bestLook(weights: readonly number[], asked: readonly Asked[]): Asked | undefined {
  const known = new Map<number, { readonly cost: number; readonly first: Asked | undefined }>()
  const partsOf = (one: Asked, there: readonly number[]): readonly number[] => {
    const parts = new Map<string, number>()
    const answers = telling(one, there) ?? []
    answers.forEach((answer, place) => parts.set(answer, (parts.get(answer) ?? 0) | (1 << there[place]!)))
    return [...parts.values()]
  }
  const solve = (set: number): { readonly cost: number; readonly first: Asked | undefined } => {
    const before = known.get(set)
    if (before !== undefined) return before
    let best: { readonly cost: number; readonly first: Asked | undefined } | undefined
    const there = weights.flatMap((_, index) => ((set & (1 << index)) === 0 ? [] : [index]))
    const weight = there.reduce((sum, index) => sum + weights[index]!, 0)
    for (const one of asked) {
      const parts = partsOf(one, there)
      if (parts.length < 2) continue
      let cost = one.look.costMinutes * weight
      for (const part of parts) if (best === undefined || cost < best.cost) cost += solve(part).cost
      if (best === undefined || cost < best.cost) best = { cost, first: one }
    }
    const found = best ?? { cost: 0, first: undefined }
    known.set(set, found)
    return found
  }
  return solve((1 << weights.length) - 1).first
}
