import { hasPump } from '../structure/wiring/part-facts'
import { portKey } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import type { Rail, Wire } from '../parts/connectors'
import { fitOf, railsOf, type Misfit } from '../parts/mating'
import { compareMarks, inOrder } from '../units/compare'
import { withMore, type Budget, type Sum } from '../operate/budgets'
import { above } from '../operate/above'
import type { Harness } from '../operate/harness'
import type { Term } from '../operate/draw'
import { hasRoomFor } from '../structure/wiring/occupancy'
import { suitsManyFans, suitsSchools } from '../structure/signal/owners'
import { railsOn } from '../structure/power/volts'
import { givesPulses } from '../structure/signal/tach'
import { missesProgram } from '../structure/signal/usb'
import { runsTo, type Run } from '../structure/place/ways'
import type { PlacedPort } from '../structure/wiring/wiring'

/**
 * Best first. `here` is where the lead is plugged now; `unfed` a port that nothing feeds yet; `short` one that the lead
 * does not reach; `ring` one the lead itself feeds; `warning` and `stop` ports where a rule would say so once it is plugged;
 * `unfinished` one that is right, but asks for something else to be plugged as well.
 */
export const OUTLOOKS = [
  'here',
  'holds',
  'wouldHold',
  'unknown',
  'unfed',
  'tight',
  'warning',
  'unfinished',
  'short',
  'over',
  'stop',
  'taken',
  'ring',
  'volts',
  'misfit',
] as const
export type Outlook = (typeof OUTLOOKS)[number]

/** What a budget would read with the lead plugged there, beside what it reads now. */
export interface BudgetChange {
  readonly budget: Budget
  readonly after: Sum
}

/** What would happen if the lead went into this port: the answer to "why not here?". */
export interface Candidate {
  readonly to: PortRef
  readonly outlook: Outlook
  readonly misfit: Misfit
  /** Wires of the lead that would find nothing here, such as PWM on a 3-pin header. */
  readonly lost: readonly Wire[]
  /** Every budget on the way up to the source, nearest first. */
  readonly changes: readonly BudgetChange[]
  /** The supply that stands on the port where the lead needs another one. */
  readonly wrongRails: readonly Rail[]
  /** The hardest of the ways the lead would take there; undefined where no place is said. */
  readonly run: Run | undefined
}

/** What is asked about a lead once, for all ports it might go to. */
interface Lead {
  readonly placed: PlacedPort
  readonly terms: readonly (readonly [Rail, readonly Term[]])[]
}

function changesFor(budgets: readonly Budget[], terms: readonly Term[]): readonly BudgetChange[] {
  return budgets.map((budget) => {
    const counted = new Set(budget.terms.map((term) => portKey(term.at)))
    const added = terms.filter((term) => !counted.has(portKey(term.at)))
    const after = withMore(budget, added)
    return { budget, after }
  })
}

const OUTLOOK_OF_STATE = {
  idle: 'holds',
  within: 'holds',
  wouldHold: 'wouldHold',
  unknown: 'unknown',
  tight: 'tight',
  over: 'over',
} as const satisfies Record<Sum['state'], Outlook>

function worstOf(changes: readonly BudgetChange[]): Outlook {
  const outlooks = changes.map((change) => OUTLOOK_OF_STATE[change.after.state])
  return outlooks.reduce<Outlook>((worst, v) => (OUTLOOKS.indexOf(v) > OUTLOOKS.indexOf(worst) ? v : worst), 'holds')
}

const isLight = ({ port }: PlacedPort) => port.wires.some((wire) => wire === 'data' || wire === 'r')

/** From the best to the worst; where it is open it may yet be well. */
const REACHES = ['yes', 'open', 'tight', 'inSight', 'no'] as const

/** The hardest of the ways that this lead, and what hangs on it, would take to a port. */
function hardestRun(harness: Harness, lead: PlacedPort, to: PlacedPort): Run | undefined {
  if (harness.places().length === 0) return undefined
  const hardness = ({ reach }: Run) => REACHES.indexOf(reach)
  return runsTo(harness, lead, to).toSorted((a, b) => hardness(b) - hardness(a))[0]
}

/** The supplies on a port that are other than those the lead asks for. */
function wrongRailsAt(harness: Harness, { placed, terms }: Lead, to: PlacedPort): readonly Rail[] {
  const others = terms.flatMap(([rail]) =>
    railsOn(harness, to.ref, placed.port, rail).flatMap((reach) => (reach.rail === rail ? [] : [reach.rail])),
  )
  return [...new Set(others)]
}

/** A port that the plug does not fit is asked for no sum; between two lights the volts are what hurts, and are told. */
function misfitAt(harness: Harness, lead: Lead, to: PlacedPort): Candidate {
  const { misfit, lost } = fitOf(lead.placed.port, to.port)
  const wrongRails = isLight(lead.placed) && isLight(to) ? wrongRailsAt(harness, lead, to) : []
  const outlook = wrongRails.length > 0 ? 'volts' : 'misfit'
  return { to: to.ref, outlook, misfit, lost, changes: [], wrongRails, run: undefined }
}

function candidateFor(harness: Harness, lead: Lead, to: PlacedPort): Candidate {
  const fit = fitOf(lead.placed.port, to.port)
  const isHere = harness.across(lead.placed.ref).includes(to)
  if (fit.misfit !== 'none' && !isHere) return misfitAt(harness, lead, to)
  const supplies = lead.terms.map(([rail, terms]) => ({
    rail,
    terms,
    on: railsOn(harness, to.ref, lead.placed.port, rail),
    above: above(harness, to.ref, rail),
  }))
  const wrongRails = wrongRailsAt(harness, lead, to)
  const shared = supplies.filter(({ rail }) => to.port.wires.includes(rail))
  const changes = shared.flatMap(({ terms, above: { budgets } }) => changesFor(budgets, terms))
  const run = fit.misfit === 'none' ? hardestRun(harness, lead.placed, to) : undefined
  const common = { to: to.ref, misfit: fit.misfit, lost: fit.lost, changes, wrongRails, run }
  if (isHere) return { ...common, outlook: 'here' }
  if (wrongRails.length > 0) return { ...common, outlook: 'volts' }
  const { ref } = lead.placed
  if (shared.some((supply) => supply.above.itemIds.has(ref.itemId))) return { ...common, outlook: 'ring' }
  if (!hasRoomFor(harness, to.ref, ref)) return { ...common, outlook: 'taken' }
  const isUnfed = supplies.length > 0 && supplies.every(({ on }) => on.length === 0)
  const outlook = isUnfed ? 'unfed' : worstOf(changes)
  return { ...common, outlook: outlook !== 'over' && run?.reach === 'no' ? 'short' : outlook }
}

/** Case fans leave the processor's and the pump's headers alone; a pump looks for them first (common practice, no source). */
const ROLES_FOR_FAN = ['case', 'cpuOptional', 'pump', 'cpu'] as const
/** Fans of a radiator that the board is to rule: the header that the board watches for the processor. */
const ROLES_FOR_RADIATOR = ['cpu', 'cpuOptional', 'case', 'pump'] as const
const ROLES_FOR_PUMP = ['pump', 'cpu', 'cpuOptional', 'case'] as const

/** The last lead that could report to a CPU header which reads nothing belongs there, since the board looks for one. */
function isLastForCpu(harness: Harness, { placed: lead }: Lead, to: PlacedPort): boolean {
  if (to.port.role !== 'cpu' || (harness.tach().readingAt(to.ref)?.reporters.length ?? 0) > 0) return false
  const loose = harness
    .tach()
    .reportersOf(to.item.assemblyId)
    .filter(({ ref, port }) => port.need === 'required' && harness.threadsAt(ref).length === 0)
  return loose.length === 1 && loose[0]!.item.id === lead.item.id
}

function trialOf(harness: Harness, { ref }: PlacedPort): 'yes' | 'no' | 'open' {
  const worked = harness.choices.trialAt(ref)
  return worked === undefined ? 'open' : worked ? 'yes' : 'no'
}

/** Whether a box works as it stands: one that misses its program, or waits for a tach that nobody gives, does not yet. */
function isReady(harness: Harness, lead: PlacedPort, to: PlacedPort): boolean {
  const drives = to.facts.all.drives.filter(({ outlets }) => outlets.includes(to.port.id))
  const ports = to.facts.part.ports.map(({ id }) => harness.port({ itemId: to.item.id, portId: id }))
  if (drives.length > 0 && ports.some((port) => missesProgram(harness, port))) return false
  const waits = drives.some(({ signal, waitsForTach }) => signal === 'speed' && waitsForTach === true)
  if (!waits || givesPulses(lead)) return true
  return ports.some(({ ref }) => (harness.tach().readingAt(ref)?.reporters.length ?? 0) > 0)
}

function roleRank(harness: Harness, asked: Lead, to: PlacedPort): number {
  const { placed: lead } = asked
  const isPump = hasPump(lead.facts)
  const isRadiator = harness.build.groups?.some(
    ({ schools, itemIds }) => schools?.radiatorFans === 'board' && itemIds.includes(lead.item.id),
  )
  const roles: readonly string[] = isPump ? ROLES_FOR_PUMP : isRadiator === true ? ROLES_FOR_RADIATOR : ROLES_FOR_FAN
  return roles.indexOf(to.port.role ?? 'case')
}

/** The largest share of a limit that would be used, so that the roomiest port comes first. */
function largestShare(candidate: Candidate): number {
  const shares = candidate.changes.map(({ after }) =>
    after.limit === undefined || after.limit.value === 0 ? 1 : after.knownAmps / after.limit.value,
  )
  return Math.max(0, ...shares)
}

/** Every giving port of the build as an answer for this lead, best first; the order of equals is that of the marks. */
export function candidatesFor(harness: Harness, leadRef: PortRef): readonly Candidate[] {
  const placed = harness.port(leadRef)
  const lead: Lead = { placed, terms: railsOf(placed.port).map((rail) => [rail, harness.loads.into(leadRef, rail)]) }
  const givers = harness.ports.filter((giver) => giver.port.side === 'gives' && giver.item.id !== leadRef.itemId)
  const ranked = givers.map((to) => {
    const candidate = candidateFor(harness, lead, to)
    const isFar = to.port.connector.family === placed.port.connector.family ? 0 : 1
    const rank = [
      OUTLOOKS.indexOf(candidate.outlook),
      candidate.lost.length,
      // One that failed when it was tried comes last, one that worked first.
      { yes: 0, open: 1, no: 2 }[trialOf(harness, to)],
      isReady(harness, placed, to) ? 0 : 1,
      isFar,
      isLastForCpu(harness, lead, to) ? 0 : 1,
      suitsSchools(harness, placed, to) ? 0 : 1,
      roleRank(harness, lead, to),
      suitsManyFans(harness, placed, to) ? 0 : 1,
      REACHES.indexOf(candidate.run?.reach ?? 'open'),
      largestShare(candidate),
      // Of equals the nearest is the tidiest.
      candidate.run?.leastMm ?? 0,
    ]
    return { candidate, rank, mark: to.item.mark }
  })
  const ranks = [...(ranked[0]?.rank.keys() ?? [])]
  const byRank = inOrder<(typeof ranked)[number]>(
    ...ranks.map((rank) => (a: (typeof ranked)[number], b: (typeof ranked)[number]) => a.rank[rank]! - b.rank[rank]!),
    (a, b) => compareMarks(a.mark, b.mark),
  )
  return ranked.toSorted(byRank).map(({ candidate }) => candidate)
}
