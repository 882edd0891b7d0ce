import type { Harness } from '../../operate/harness'
import { machinesOf, type Machine } from './machine'
import { feedLeads, leadClasses } from './lead-classes'
import type { Offer, Problem } from './problem'
import { pinnedMilliamps } from './pins'
import { sortOut } from './sort-out'
import { stacksOf } from './stacks'
import { todayOf } from './today'
import { allUses, portGroups } from './uses'

/**
 * Reads the planning problem of a machine off its build, with what may be bought; of the first where none is named.
 * `isShort`: some lead finds no port unless pieces are bought that stand on others.
 */
export function problemOf(
  harness: Harness,
  offers: readonly Offer[],
  machine: Machine = machinesOf(harness.build)[0]!,
  isShort = false,
): Problem {
  const { hosts, pieces: singles, rowFeeds, needs } = sortOut(harness, offers, machine)
  const classes = leadClasses(harness, hosts, machine)
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
