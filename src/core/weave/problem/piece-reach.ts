import type { Harness } from '../../operate/harness'
import { leadOf } from '../../structure/place/way-ends'
import { longerBy, runsTo, type Run } from '../../structure/place/ways'
import type { PlacedPort } from '../../structure/wiring/wiring'
import type { Allowed, LeadClass, Piece, PortGroup } from './problem'

/** Whether a lead reaches a port: not at all, only just or in sight, or well; well too where nothing is known of it. */
type Reaching = 'no' | 'hardly' | 'well'

const known = new WeakMap<Harness, Map<string, readonly Run[]>>()

/** The runs of a lead to a port; none where no place is said. Plans ask for the same ones many times. */
export function runsBetween(harness: Harness, lead: PlacedPort, to: PlacedPort): readonly Run[] {
  let runs = known.get(harness)
  if (runs === undefined) known.set(harness, (runs = new Map()))
  const key = `${lead.key} ${to.key}`
  const before = runs.get(key)
  if (before !== undefined) return before
  const found = runsTo(harness, lead, to)
  runs.set(key, found)
  return found
}

const inletMm = ({ facts, inlet }: Piece): number | undefined => leadOf({ facts, port: inlet })?.lengthMm?.value

/** What a piece makes a lead longer by: of a stack on a leg of the trunk, where it has one left, and on one of a branch. */
function lengthsBy(piece: Piece): readonly (number | undefined)[] {
  const { stack } = piece
  if (stack === undefined) return [inletMm(piece)]
  const [trunkMm, branchMm] = [inletMm(stack.trunk), inletMm(stack.branch)]
  const bothMm = trunkMm === undefined || branchMm === undefined ? undefined : trunkMm + branchMm
  return stack.carriers.length < stack.trunk.outlets.length ? [trunkMm, bothMm] : [bothMm]
}

/** How a lead reaches a port with so much more of it. */
function reachingWith(harness: Harness, lead: PlacedPort, to: PlacedPort, moreMm: number | undefined): Reaching {
  const verdicts = runsBetween(harness, lead, to).map((run) => longerBy(run, moreMm))
  if (verdicts.includes('no')) return 'no'
  return verdicts.some((verdict) => verdict === 'tight' || verdict === 'inSight') ? 'hardly' : 'well'
}

/** How a lead reaches a port together with the lead of the piece there, on the leg where it reaches best. */
export function reachingBy(harness: Harness, lead: PlacedPort, to: PlacedPort, piece: Piece): Reaching {
  const ways = lengthsBy(piece).map((moreMm) => reachingWith(harness, lead, to, moreMm))
  return (['well', 'hardly'] as const).find((how) => ways.includes(how)) ?? 'no'
}

/** Whether a lead reaches a port better on a branch of a stack there than on a leg of its trunk. */
export function reachesByBranch(harness: Harness, lead: PlacedPort, to: PlacedPort, piece: Piece): boolean {
  const [onTrunk, onBranch] = lengthsBy(piece).map((moreMm) => reachingWith(harness, lead, to, moreMm))
  if (onBranch === undefined) return false
  return onTrunk === 'no' || (onTrunk === 'hardly' && onBranch === 'well')
}

/**
 * How many leads of a class reach a port of a group at all, and well, by way of a piece there. Which of them goes there is
 * left open, so that lights are not asked: in a row of them the first alone has to reach.
 */
export function reachersOf(
  harness: Harness,
  { host: { item }, ports }: PortGroup,
  piece: Piece | undefined,
  { leads, isLight, isChainable }: LeadClass,
): Pick<Allowed, 'reachCount' | 'wellCount'> {
  if (item === undefined || piece === undefined || leads.length === 0 || isLight || isChainable) {
    return { reachCount: Infinity, wellCount: Infinity }
  }
  const places = ports.map(({ id }) => harness.port({ itemId: item.id, portId: id }))
  const reaching = leads.map((lead) => places.map((to) => reachingBy(harness, lead, to, piece)))
  const countOf = (isGood: (how: Reaching) => boolean) => reaching.filter((list) => list.some(isGood)).length
  return { reachCount: countOf((how) => how !== 'no'), wellCount: countOf((how) => how === 'well') }
}
