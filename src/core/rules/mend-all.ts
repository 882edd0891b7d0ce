import { apply, stepsOf } from '../build/apply'
import type { Edit } from '../build/edit-schema'
import { findingKey } from '../build/refs'
import type { Build } from '../build/schema'
import { LoomError } from '../errors'
import { derive, type Harness } from '../operate/harness'
import { check, goesOnIn, mendsFor, verdictsOf, type Verdicts } from './check'
import type { Finding, Mend } from './engine/rule'

/** One repair of many: the edit with its sentence, and the stops that go with it. */
export interface Repair {
  readonly mend: Mend
  readonly clears: readonly Finding[]
}

/** Repairs that together leave as few stops as can be had without buying, none of them for nothing. */
export interface MendPlan {
  readonly repairs: readonly Repair[]
  readonly edit: Edit
  /** Stops that no repair takes away: those want something that is not on the bench, or a decision. */
  readonly left: readonly Finding[]
}

interface State {
  readonly build: Build
  readonly verdicts: Verdicts
  readonly stops: readonly Finding[]
}

interface Option {
  readonly mend: Mend
  /** How much it took away when it was last tried; undefined as long as it was not. */
  gain: number
}

const stopsOf = (findings: readonly Finding[]) => findings.filter(({ severity }) => severity === 'stop')

/** What is left to do: a bundle counts as many as the leads in it, so that each that is plugged is a step. */
const weightOf = (stops: readonly Finding[]): number =>
  stops.reduce((sum, { ruleId, at }) => sum + (ruleId === 'lead-loose' ? at.length : 1), 0)

/** The build after a repair; undefined where what it speaks of has changed meanwhile. */
function tried({ build, verdicts: before }: State, { edit }: Mend): State | undefined {
  try {
    const after = apply(build, edit).build
    const verdicts = check(derive(after), { before })
    return { build: after, verdicts, stops: stopsOf(verdicts.findings) }
  } catch (error) {
    if (error instanceof LoomError) return undefined
    throw error
  }
}

/** Leaves out repairs that the others make needless. */
function* pruned(start: State, mends: readonly Mend[], end: State): Generator<void, readonly Mend[]> {
  let kept = mends
  for (const mend of mends) {
    const others = kept.filter((other) => other !== mend)
    let state: State | undefined = start
    for (const other of others) {
      state = state === undefined ? undefined : tried(state, other)
      yield
    }
    if (state !== undefined && weightOf(state.stops) <= weightOf(end.stops)) kept = others
  }
  return kept
}

/**
 * The repair that takes away most of what is left, again and again: gains only shrink as others are made, so that an old
 * one is a bound, and only the best has to be tried anew. What was proposed for a stop may be taken by now, so that every
 * stop that is left is asked once more before the search ends: it ends where none takes anything away.
 */
function* chosen(start: State): Generator<void, readonly Mend[]> {
  const made: Mend[] = []
  const asked = new Set<string>()
  let state = start
  let options: Option[] = []
  let isFresh = true
  for (;;) {
    const harness = derive(state.build)
    for (const stop of state.stops) {
      if (asked.has(findingKey(stop))) continue
      asked.add(findingKey(stop))
      const mends = mendsFor(harness, stop).filter(isMeant)
      options.push(...mends.map((mend) => ({ mend, gain: Infinity })))
      yield
    }
    let best: { readonly option: Option; readonly state: State } | undefined
    options = options.toSorted((a, b) => b.gain - a.gain)
    for (const option of options) {
      if (best !== undefined && option.gain <= best.option.gain) break
      const after = tried(state, option.mend)
      option.gain = after === undefined ? 0 : weightOf(state.stops) - weightOf(after.stops)
      if (after !== undefined && option.gain > (best?.option.gain ?? 0)) best = { option, state: after }
      yield
    }
    if (best === undefined) {
      if (isFresh) return made
      asked.clear()
      options = []
      isFresh = true
      continue
    }
    made.push(best.option.mend)
    isFresh = false
    options = options.filter((option) => option !== best.option && option.gain > 0)
    state = best.state
  }
}

/** Neither what only trades one stop for another, nor what has to be bought first. */
const isMeant = ({ messageId, edit }: Mend): boolean =>
  messageId !== 'unplug' &&
  messageId !== 'park' &&
  stepsOf(edit).every((step) => step.type !== 'addItem' || step.item.stock === 'owned')

/** Looks for the repairs of a build, and rests after each trial, so that a page can go on meanwhile. */
export function* mendAll(harness: Harness): Generator<void, MendPlan> {
  const verdicts = verdictsOf(harness)
  const start: State = { build: harness.build, verdicts, stops: stopsOf(verdicts.findings) }
  const mends = yield* chosen(start)
  const end = mends.reduce<State>((state, mend) => tried(state, mend) ?? state, start)
  let state = start
  const repairs = (yield* pruned(start, mends, end)).map((mend): Repair => {
    const before = state.stops
    state = tried(state, mend) ?? state
    return { mend, clears: before.filter((stop) => !goesOnIn(stop, state.stops)) }
  })
  const edits = repairs.flatMap(({ mend }) => stepsOf(mend.edit))
  return { repairs, edit: { type: 'batch', edits }, left: state.stops }
}

/** As mendAll, in one go. */
export function mendPlanOf(harness: Harness): MendPlan {
  const search = mendAll(harness)
  let step = search.next()
  while (step.done !== true) step = search.next()
  return step.value
}
