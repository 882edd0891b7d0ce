import type { Harness } from '../../operate/harness'
import { coarsened } from './coarse'
import { machinesOf, type Machine } from './machine'
import { feedLeads, leadClasses } from './lead-classes'
import type { Offer, Problem } from './problem'
import { pinnedMilliamps } from './pins'
import { sortOut } from './sort-out'
import { stacksOf } from './stacks'
import { todayOf } from './today'
import { allUses, portGroups } from './uses'

interface Reading {
  /** Whether some lead finds no port unless pieces are bought that stand on others. */
  readonly isShort?: boolean
  /** Whether fans that differ in little but what they draw are taken together. */
  readonly isCoarse?: boolean
}

/** Reads the planning problem of a machine off its build, with what may be bought; of the first where none is named. */
export function problemOf(
  harness: Harness,
  offers: readonly Offer[],
  machine: Machine = machinesOf(harness.build)[0]!,
  { isShort = false, isCoarse = false }: Reading = {},
): Problem {
  const { hosts, pieces: singles, rowFeeds, needs } = sortOut(harness, offers, machine)
  const fine = leadClasses(harness, hosts, machine)
  const classes = isCoarse ? coarsened(harness, fine) : fine
  const pieces = [...singles, ...stacksOf(singles, classes, { offers, isShort })]
  const feedClasses = new Map([...pieces, ...rowFeeds].map((kind) => [kind, feedLeads(kind)] as const))
  const everything = [...classes, ...[...feedClasses.values()].flat()]
  const groups = portGroups(harness, { hosts, pieces }, everything)
  const { choices } = harness.build
  return {
    machine,
    hosts,
    pieces,
    rowFeeds,
    classes,
    feedClasses,
    groups,
    uses: allUses(harness, groups, { pieces, rowFeeds }, everything),
    offers,
    needs,
    headroomPercent: choices.headroomPercent,
    isBlindByChoice: choices.cpuHeaderBlindReason !== undefined,
    isThreeFans: choices.schools?.fanCount === 'threeFans',
    today: todayOf(harness),
    pinnedAt: (host, portIds, rail) => pinnedMilliamps(harness, host, portIds, rail),
    isSpread: choices.schools?.manyFans === 'spread',
  }
}
