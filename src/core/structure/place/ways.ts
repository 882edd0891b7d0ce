import type { Item } from '../../build/schema'
import { settingOf } from '../../build/settings'
import type { Figure } from '../../schema/schema-kit'
import {
  pointOf,
  reachOf,
  SIGHT_MM,
  wayBetween,
  type Reach,
  type Space,
  type Way,
  type WayEnd,
} from '../../places/ways'
import { distanceMm } from '../../places/space'
import { isWeak } from '../../schema/weak'
import type { CaseSpace } from './places'
import { startsOf, towards, type End, type Site, type Stretch } from './way-ends'
import type { PlacedPort } from '../wiring/wiring'

/** The way from one point to another: behind the tray as a rule, and how far it would be in sight. */
export interface RunWay {
  readonly from: WayEnd
  readonly to: WayEnd
  readonly way: Way | undefined
  /** Straight across the space of the board; undefined where the tray is between the ends. */
  readonly sightMm: number | undefined
}

/**
 * Whether a lead reaches: yes with slack, tight without, inSight where only the way across the board is short enough,
 * no where it is too short, open where a figure or a place is not known or the corner decides.
 */
export type RunReach = Reach | 'inSight' | 'open'

/** A lead of a thing in the case, with all that hangs between it and the header or box it goes to. */
export interface Run {
  /** The lead at the thing, and the port its plug is in. */
  readonly lead: PlacedPort
  readonly to: PlacedPort
  /** The header, or the port of a thing in the case, at the end of it all; `to` itself where that is open. */
  readonly goal: PlacedPort
  /** Pieces that the lead is longer by, such as a splitter. */
  readonly via: readonly Item[]
  /** All leads on the way, one behind the other; undefined where one of them is not known. */
  readonly leadMm: number | undefined
  /** One for every pair of points that the ends may be at. */
  readonly ways: readonly RunWay[]
  /** What should be left of the lead to plug it. */
  readonly slackMm: number
  readonly reach: RunReach
  /** The shortest way there; undefined where there is none. */
  readonly leastMm: number | undefined
  /** Whether the nearest of the points at the end is only hoped for. */
  readonly isHoped: boolean
  /** Whether a figure on the way is only assumed, or its end only hoped to be the nearest. */
  readonly isAssumed: boolean
}

interface KnownSpace {
  readonly space: Space
  /** Ways that were looked for before, by their ends: edits of a build leave most of them as they were. */
  readonly ways: Map<string, Way | undefined>
}
const knownSpaces = new WeakMap<CaseSpace, KnownSpace>()
const NO_SPACE: KnownSpace = { space: { holes: [], sightMm: Infinity }, ways: new Map() }

/** The holes of a case; without two of them nothing comes out again, and leads run in sight. */
function spaceOf(caseSpace: CaseSpace | undefined): KnownSpace {
  if (caseSpace === undefined) return NO_SPACE
  const known = knownSpaces.get(caseSpace)
  if (known !== undefined) return known
  const holes = (caseSpace.holes ?? []).map(({ id, xMm, yMm }) => ({
    id,
    ...pointOf({ xMm: xMm.value, yMm: yMm.value }),
  }))
  const made = { space: { holes, sightMm: holes.length < 2 ? Infinity : SIGHT_MM }, ways: new Map() }
  knownSpaces.set(caseSpace, made)
  return made
}

function wayIn({ space, ways }: KnownSpace, from: WayEnd, to: WayEnd): Way | undefined {
  const key = [from, to].map(({ xMm, yMm, zMm, isBehind }) => `${xMm} ${yMm} ${zMm} ${isBehind === true}`).join(' ')
  if (!ways.has(key)) ways.set(key, wayBetween(from, to, space))
  return ways.get(key)
}

function reachOn({ way, sightMm }: RunWay, leadMm: number, slackMm: number): RunReach {
  const reach = way === undefined ? 'no' : reachOf(leadMm, way.lengthMm, slackMm)
  if (reach !== 'no' || sightMm === undefined) return reach
  return reachOf(leadMm, sightMm, slackMm) === 'no' ? 'no' : 'inSight'
}

/** What the reach of a run rests on. */
type Judged = Pick<Run, 'ways' | 'leadMm' | 'isHoped' | 'slackMm'>

/** All points agree, or the corner decides and the answer is open; the best of hoped-for points is taken. */
function reachOfRun({ ways, leadMm, isHoped, slackMm }: Judged): RunReach {
  if (leadMm === undefined || ways.length === 0) return 'open'
  const reaches = new Set(ways.map((way) => reachOn(way, leadMm, slackMm)))
  if (isHoped) return (['yes', 'tight', 'inSight', 'no'] as const).find((reach) => reaches.has(reach))!
  const [only] = reaches
  return reaches.size === 1 ? only! : 'open'
}

type Start = Stretch & { readonly from: PlacedPort }
type Goal = Stretch & { readonly goal: PlacedPort }

function joinEnds(site: Site, start: Start, to: PlacedPort, goal: Goal): Run {
  const space = spaceOf(site.factsOfItem(start.end.caseItem.id).part.space)
  const areInOne = start.end.caseItem.id === goal.end.caseItem.id
  const ways = !areInOne
    ? []
    : start.end.points.flatMap((from) =>
        goal.end.points.map((end): RunWay => {
          const areOneSide = (from.isBehind === true) === (end.isBehind === true)
          return {
            from,
            to: end,
            way: wayIn(space, from, end),
            sightMm: areOneSide ? distanceMm(from, end) : undefined,
          }
        }),
      )
  const figures: readonly (Figure | undefined)[] = [...start.leadsMm, ...goal.leadsMm]
  const known = figures.filter((figure) => figure !== undefined)
  const leadMm = known.length < figures.length ? undefined : known.reduce((sum, { value }) => sum + value, 0)
  const lengths = ways.flatMap(({ way }) => (way === undefined ? [] : [way.lengthMm]))
  const judged = { ways, leadMm, isHoped: goal.end.isHoped, slackMm: settingOf(site.build, 'leadSlackMm') }
  return {
    ...judged,
    lead: start.from,
    to,
    goal: goal.goal,
    via: [...start.via, ...goal.via],
    reach: reachOfRun(judged),
    leastMm: lengths.length === 0 ? undefined : Math.min(...lengths),
    isAssumed: goal.end.isHoped || start.end.isAssumed || goal.end.isAssumed || isWeak(...known),
  }
}

/** What would be said of a run if its leads were longer by so many mm, as with the lead of a splitter put between. */
export const longerBy = (run: Run, moreMm: number | undefined): RunReach =>
  reachOfRun({ ...run, leadMm: run.leadMm === undefined || moreMm === undefined ? undefined : run.leadMm + moreMm })

/** Frames that clip together in neighbouring places need no lead between them. */
export function isClipped(site: Site, lead: PlacedPort, to: PlacedPort): boolean {
  if (to.port.bareContacts !== true) return false
  const [a, b] = [site.placeOf(lead.item.id)?.mounted, site.placeOf(to.item.id)?.mounted]
  return (
    a !== undefined &&
    a.caseItem === b?.caseItem &&
    a.layout === b.layout &&
    Math.abs(a.placeNumber - b.placeNumber) === 1
  )
}

/**
 * The runs a lead would make in this port: one for each thing in a case that it comes from. None where no place is said,
 * or where what it goes to comes to meet it.
 */
export function runsTo(site: Site, lead: PlacedPort, to: PlacedPort): readonly Run[] {
  if (isClipped(site, lead, to)) return []
  return startsOf(site, lead).flatMap((start): readonly Run[] => {
    const goal = towards(site, to, start.end.caseItem)
    if (goal === 'meets') return []
    const nowhere: End = { caseItem: start.end.caseItem, points: [], isAssumed: false, isHoped: false }
    return [joinEnds(site, start, to, goal ?? { end: nowhere, leadsMm: [], via: [], goal: to })]
  })
}

/** The runs of all leads that are plugged, from things whose place is said, in the order of the marks. */
export function deriveRuns(site: Site): readonly Run[] {
  return site.places().flatMap(({ item, facts }) =>
    facts.part.ports.flatMap((port) => {
      if (port.side !== 'takes' || port.lead === undefined) return []
      const lead = site.port({ itemId: item.id, portId: port.id })
      return site.across(lead.ref).flatMap((to) => runsTo(site, lead, to))
    }),
  )
}
