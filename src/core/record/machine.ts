import { tryFor } from '../build/apply-for'
import { aboutKey } from '../build/refs'
import type { Build } from '../build/schema'
import { canonicalJson } from '../formats/canonical'
import { compareText, inOrder } from '../units/compare'
import type { Entry, EntryOf, What } from './entry-schema'

export type Measurement = EntryOf<'speed'> | EntryOf<'current'> | EntryOf<'voltage'>

/** How a machine is otherwise than its plan. */
export interface Difference {
  readonly entry: EntryOf<'difference'>
  /** open: nobody has said what becomes of it. */
  readonly state: 'open' | 'kept' | 'taken' | 'undone'
  readonly keptReason: string | undefined
  /** Undefined where it is possible still; else why the plan has no room for it any more. */
  readonly refusal: string | undefined
  /** Whether the plan that the machine goes by says the same by now. */
  readonly isInPlan: boolean
}

/** Whether a machine really is otherwise there than its plan says. */
export const isOtherwise = ({ state, isInPlan }: Difference): boolean => state !== 'undone' && !isInPlan

/** What the log of a machine comes to. */
export interface MachineState {
  readonly name: string | undefined
  readonly serial: string | undefined
  /** Steps of the work that are done, by their ids, with what says so. */
  readonly done: ReadonlyMap<string, EntryOf<'tick'>>
  /** The last value of each quantity at each place. */
  readonly measured: readonly Measurement[]
  /** The last word on each program. */
  readonly programs: readonly EntryOf<'program'>[]
  readonly usb: readonly EntryOf<'usb'>[]
  readonly leftovers: readonly EntryOf<'leftover'>[]
  readonly differences: readonly Difference[]
  readonly faults: readonly EntryOf<'fault'>[]
  readonly notes: readonly EntryOf<'note'>[]
  readonly photos: readonly EntryOf<'photo'>[]
  /** What stands no more, by id, with the entry that corrects it. */
  readonly struck: ReadonlyMap<string, Entry>
  /** The plan with every difference of the machine in it. */
  readonly asBuilt: Build
}

/** A time as a text that sorts as times do: its thousandths may be left out. */
const timeKey = (at: string) => `${at.slice(0, 19)}${at.slice(20, -1).padEnd(3, '0')}`

/** The log in the order in which it was written, wherever and however late it came in. */
export const inTime = (entries: readonly Entry[]): readonly Entry[] =>
  entries.toSorted(
    inOrder(
      (a, b) => compareText(timeKey(a.at), timeKey(b.at)),
      (a, b) => compareText(a.id, b.id),
    ),
  )

const isKind =
  <K extends What['kind']>(kind: K) =>
  (entry: Entry): entry is EntryOf<K> =>
    entry.what.kind === kind

/** The last of those that have a key in common, in the order in which each key was first met. */
function lastOf<T extends Entry>(entries: readonly T[], keyOf: (entry: T) => string): readonly T[] {
  return [...new Map(entries.map((entry) => [keyOf(entry), entry])).values()]
}

const isMeasurement = (entry: Entry): entry is Measurement =>
  entry.what.kind === 'speed' || entry.what.kind === 'current' || entry.what.kind === 'voltage'

/** The differences of a machine, and its plan with all of them that are possible in it. */
function differencesOf(plan: Build, standing: readonly Entry[]) {
  const settled = new Map(standing.filter(isKind('settled')).map((entry) => [entry.what.differenceId, entry]))
  let asBuilt = plan
  const differences = standing.filter(isKind('difference')).map((entry): Difference => {
    const { how, reason } = settled.get(entry.id)?.what ?? {}
    if (how === 'undone') return { entry, state: how, keptReason: undefined, refusal: undefined, isInPlan: false }
    const outcome = tryFor(asBuilt, entry.what.edit)
    const refusal = 'reason' in outcome ? outcome.reason : undefined
    const isInPlan = 'build' in outcome && canonicalJson(outcome.build) === canonicalJson(asBuilt)
    if ('build' in outcome) asBuilt = outcome.build
    return { entry, state: how ?? 'open', keptReason: how === 'kept' ? reason : undefined, refusal, isInPlan }
  })
  return { differences, asBuilt }
}

/** What stands of a log, in time: each entry once, without those that a later one corrects; and what was corrected. */
function standingOf(log: readonly Entry[]) {
  const entries = inTime([...new Map(log.map((entry) => [entry.id, entry])).values()])
  const struck = new Map(entries.flatMap((entry) => (entry.corrects === undefined ? [] : [[entry.corrects, entry]])))
  return { standing: entries.filter(({ id }) => !struck.has(id)), struck }
}

/** The revision of its plan that a machine goes by, where it began by one. */
export const revisionOf = (first: number, log: readonly Entry[]): number =>
  standingOf(log).standing.filter(isKind('replanned')).at(-1)?.what.revision ?? first

/**
 * What a log comes to. It may come in any order, and each entry stands once, however often it came; of two that say
 * something about the same, the one that was written later holds. `plan` is that of the revision it goes by.
 */
export function machineState(plan: Build, log: readonly Entry[]): MachineState {
  const { standing, struck } = standingOf(log)
  const of = <K extends What['kind']>(kind: K) => standing.filter(isKind(kind))
  const named = of('named').at(-1)?.what
  const ticks = lastOf(of('tick'), ({ what }) => what.workId)
  return {
    name: named?.name,
    serial: named?.serial,
    done: new Map(ticks.filter(({ what }) => what.isDone).map((entry) => [entry.what.workId, entry])),
    measured: lastOf(standing.filter(isMeasurement), ({ what }) => `${what.kind} ${aboutKey(what.about)}`),
    programs: lastOf(of('program'), ({ what }) => what.name.toLowerCase()),
    usb: lastOf(of('usb'), ({ what }) => aboutKey(what.at)),
    leftovers: of('leftover'),
    ...differencesOf(plan, standing),
    faults: of('fault'),
    notes: of('note'),
    photos: of('photo'),
    struck,
  }
}
