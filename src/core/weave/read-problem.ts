import type { Harness } from '../harness/derive'
import { leadClasses, leadsOfPiece } from './lead-classes'
import type { Offer, Problem } from './problem'
import { pinnedMilliamps } from './pins'
import { sortOut } from './sort-out'
import { todayOf } from './today'
import { allUses, portGroups } from './uses'

/** Reads the planning problem off a build, with what may be bought. */
export function problemOf(harness: Harness, offers: readonly Offer[]): Problem {
  const { hosts, pieces } = sortOut(harness, offers)
  const classes = leadClasses(harness, hosts)
  const feedClasses = new Map(pieces.map((piece) => [piece, leadsOfPiece(piece)] as const))
  const everything = [...classes, ...[...feedClasses.values()].flat()]
  const groups = portGroups(harness, { hosts, pieces }, everything)
  const { choices } = harness.build
  return {
    hosts,
    pieces,
    classes,
    feedClasses,
    groups,
    uses: allUses(harness, groups, pieces, everything),
    offers,
    headroomPercent: choices.headroomPercent,
    isBlindByChoice: choices.cpuHeaderBlindReason !== undefined,
    isThreeFans: choices.schools?.fanCount === 'threeFans',
    today: todayOf(harness),
    pinnedAt: (host, portIds, rail) => pinnedMilliamps(harness, host, portIds, rail),
    isSpread: choices.schools?.manyFans === 'spread',
  }
}
