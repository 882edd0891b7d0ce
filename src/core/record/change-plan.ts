import { apply } from '../build/apply'
import { aboutOf, choiceAbout, entriesOf } from '../build/attached'
import type { About, Choice, Edit, SingleEdit } from '../build/edit-schema'
import { FACET_NAMES } from '../build/facets'
import { portKey, sameRef } from '../build/refs'
import type { Build, Thread } from '../build/schema'
import { canonicalJson } from '../formats/canonical'
import { derive } from '../operate/harness'
import { leadLines } from '../sheet/leads'

/** Something to do at the bench to get from one state of a build to another, with the edit that does the same here. */
export type Change = { readonly edit: Edit; readonly before: Build } & (
  | { readonly does: 'unplug'; readonly thread: Thread }
  | { readonly does: 'takeOut' | 'putIn'; readonly itemId: string; readonly mark: string; readonly partName: string }
  | { readonly does: 'unscrew' | 'place'; readonly itemId: string }
  | { readonly does: 'move'; readonly thread: Thread; readonly old: Thread }
  | { readonly does: 'plug'; readonly thread: Thread }
  /** What is known of a part has changed; nothing is to be done with the hands. */
  | { readonly does: 'correct'; readonly partName: string }
  | { readonly does: 'set'; readonly about: About }
)

/** A plan of changes, in working order. */
export interface ChangePlan {
  readonly changes: readonly Change[]
  /** Leads that a hand has to touch: unplugged, moved or plugged. */
  readonly leadCount: number
}

/** A lead found, pulled, led anew and pushed home (common practice, no source). */
export const USUAL_MINUTES_PER_LEAD = 3

const same = (a: unknown, b: unknown) => canonicalJson(a) === canonicalJson(b)
const leadKey = ({ from }: Thread) => portKey(from)
const asOne = (edits: readonly SingleEdit[]): Edit => (edits.length === 1 ? edits[0]! : { type: 'batch', edits })

/** Takes the changes down one by one, each done at once, so that the next one sees what is left. */
class Bench {
  readonly changes: Change[] = []
  build: Build

  constructor(build: Build) {
    this.build = build
  }

  do(edit: Edit, what: { readonly does: Change['does'] } & Record<string, unknown>): void {
    const before = this.build
    this.build = apply(before, edit).build
    this.changes.push({ ...what, edit, before } as Change)
  }
}

/** Whether an item is another thing now, under the same id. */
const isSameThing = (before: Build, after: Build, itemId: string) => {
  const [a, b] = [before, after].map(({ items }) => items.find(({ id }) => id === itemId))
  return a !== undefined && b !== undefined && a.partId === b.partId
}

function takeOut(bench: Bench, target: Build): void {
  for (const { id, mark, partId } of bench.build.items.filter((item) => !isSameThing(bench.build, target, item.id))) {
    const partName = bench.build.parts.find((part) => part.id === partId)!.name
    bench.do({ type: 'removeItem', itemId: id }, { does: 'takeOut', itemId: id, mark, partName })
  }
}

function correct(bench: Bench, target: Build): void {
  for (const part of target.parts) {
    const held = bench.build.parts.find(({ id }) => id === part.id)
    if (held !== undefined && !same(held, part)) {
      bench.do({ type: 'setPart', part }, { does: 'correct', partName: part.name })
    }
  }
}

function putIn(bench: Bench, target: Build): void {
  for (const item of target.items.filter(({ id }) => !bench.build.items.some((held) => held.id === id))) {
    const part = target.parts.find(({ id }) => id === item.partId)!
    const isHeld = bench.build.parts.some(({ id }) => id === part.id)
    bench.do(
      { type: 'addItem', item, ...(isHeld ? {} : { part }) },
      { does: 'putIn', itemId: item.id, mark: item.mark, partName: part.name },
    )
  }
}

const placeIn = (build: Build, itemId: string): Choice | undefined => choiceAbout(build, 'places', { itemId })

/** Everything that sits elsewhere now comes off first: where it goes something else may still sit. */
function place(bench: Bench, target: Build): void {
  const moved = target.items.filter(({ id }) => !same(placeIn(bench.build, id) ?? null, placeIn(target, id) ?? null))
  for (const { id: itemId } of moved.filter(({ id }) => placeIn(bench.build, id) !== undefined)) {
    bench.do({ type: 'unchoose', list: 'places', about: { itemId } }, { does: 'unscrew', itemId })
  }
  for (const { id: itemId } of moved) {
    const choice = placeIn(target, itemId)
    if (choice !== undefined) bench.do({ type: 'choose', choice }, { does: 'place', itemId })
  }
}

/** Leads that go away, or to a port of a thing that goes. */
function unplug(bench: Bench, target: Build): void {
  const wanted = new Map(target.threads.map((thread) => [leadKey(thread), thread]))
  for (const thread of bench.build.threads) {
    const stays = [thread.from, thread.to].every(({ itemId }) => isSameThing(bench.build, target, itemId))
    if (stays && wanted.has(leadKey(thread))) continue
    bench.do({ type: 'disconnect', threadId: thread.id }, { does: 'unplug', thread })
  }
}

/** Leads that go elsewhere, each when its port is free, and new ones, in the working order of the new state. */
function plug(bench: Bench, target: Build): void {
  const order = leadLines(derive(target)).map(({ threadId }) => target.threads.find(({ id }) => id === threadId)!)
  const heldBy = (thread: Thread) => bench.build.threads.find((held) => leadKey(held) === leadKey(thread))
  const isDone = (thread: Thread) => {
    const held = heldBy(thread)
    return held !== undefined && sameRef(held.to, thread.to)
  }
  /** Leads that sit in this port and belong elsewhere. */
  const inTheWay = ({ to }: Thread) =>
    bench.build.threads.filter(
      (held) =>
        sameRef(held.to, to) && !target.threads.some((one) => leadKey(one) === leadKey(held) && sameRef(one.to, to)),
    )
  let left = order.filter((thread) => !isDone(thread))
  while (left.length > 0) {
    const next = left.find((thread) => inTheWay(thread).every((held) => leadKey(held) === leadKey(thread)))
    if (next === undefined) {
      // Leads that wait for one another's ports: one of them comes out first.
      const [thread] = inTheWay(left[0]!)
      bench.do({ type: 'disconnect', threadId: thread!.id }, { does: 'unplug', thread })
      continue
    }
    const old = heldBy(next)
    const connect: SingleEdit = { type: 'connect', thread: next }
    if (old === undefined) bench.do(connect, { does: 'plug', thread: next })
    else bench.do(asOne([{ type: 'disconnect', threadId: old.id }, connect]), { does: 'move', thread: next, old })
    left = left.filter((thread) => thread !== next)
  }
}

function set(bench: Bench, target: Build): void {
  for (const list of FACET_NAMES.filter((name) => name !== 'places')) {
    for (const entry of entriesOf(bench.build, list)) {
      const about = aboutOf(entry)
      if (choiceAbout(target, list, about) === undefined) {
        bench.do({ type: 'unchoose', list, about }, { does: 'set', about })
      }
    }
    for (const entry of entriesOf(target, list)) {
      const about = aboutOf(entry)
      const choice = choiceAbout(target, list, about)!
      if (!same(choiceAbout(bench.build, list, about) ?? null, choice)) {
        bench.do({ type: 'choose', choice }, { does: 'set', about })
      }
    }
  }
}

/**
 * What is to be done at the bench to get from one state of a build to another: leads out that are in the way, things out,
 * things in, to their places, leads moved when their port is free and new ones plugged, settings last. Done in this order no
 * step is impossible. What a state is called, prices, groups and what was accepted change nothing at the bench.
 */
export function changePlan(before: Build, after: Build): ChangePlan {
  const bench = new Bench(before)
  unplug(bench, after)
  takeOut(bench, after)
  correct(bench, after)
  putIn(bench, after)
  place(bench, after)
  plug(bench, after)
  set(bench, after)
  const { changes } = bench
  const leadCount = changes.filter(({ does }) => does === 'unplug' || does === 'move' || does === 'plug').length
  return { changes, leadCount }
}
