import type { Figure, PortRef } from '../schema/schema-kit'
import { FAMILY_FACTS, RAILS, type Rail } from '../parts/connectors'
import { railsOf } from '../parts/mating'
import type { RelationOf } from '../parts/schema'
import { RAIL_VOLTS } from '../physics/amps'
import { exceeds } from '../units/compare'
import type { PartFacts } from '../structure/wiring/part-facts'
import type { Wiring } from '../structure/wiring/wiring'
import { isWeak } from '../schema/weak'
import type { Term } from './draw'
import { originOfShare, termAt, type Loads } from './loads'

/**
 * idle: nothing hangs there. within, tight (over the headroom bound), over (over the limit). unknown: a draw or the
 * limit is missing. wouldHold: within, but on a figure too weak to clear it.
 */
export type BudgetState = 'idle' | 'within' | 'tight' | 'over' | 'unknown' | 'wouldHold'

export interface Sum {
  readonly terms: readonly Term[]
  /** The sum of the known terms: a lower bound where some are unknown. */
  readonly knownAmps: number
  /** The sum with every share of a box's supply leads counted in full: more only where a draw is unknown. */
  readonly mostAmps: number
  readonly unknownCount: number
  readonly limit: Figure | undefined
  readonly limitFrom: 'part' | 'standard' | 'nowhere'
  /** The other of the two limits of a plug, its own and its standard's, of which the stricter counts. */
  readonly looserAmps?: number
  /** Set where the limit is stated in watts: what an amp of this sum is worth. */
  readonly wattsPerAmp?: number
  readonly headroomPercent: number
  /** The limit less the headroom. */
  readonly boundAmps: number | undefined
  readonly state: BudgetState
}

/** One amp limit, where it holds, and what is planned there. */
export interface Budget extends Sum {
  readonly id: string
  readonly at: readonly PortRef[]
  /** The rail whose amps are counted. */
  readonly rail: Rail
  /** Every rail that is in the sum: more than one only in a limit in watts, at the amps of `rail` that take as much. */
  readonly rails: readonly Rail[]
  /** What it may give for a moment, where the part states that. */
  readonly mostPeakAmps: Figure | undefined
  /** A name the part gives to a limit of several ports, such as a supply cable. */
  readonly name: string | undefined
}

/** A share beside the whole it is part of, or beside all the other shares, is the whole, and stands there once. */
function wholeAgain(terms: readonly Term[]): readonly Term[] {
  if (terms.every(({ sharedByCount }) => sharedByCount === undefined)) return terms
  const groups = new Map<Term, Term[]>()
  for (const term of terms) {
    const origin = originOfShare(term)
    const group = groups.get(origin)
    if (group === undefined) groups.set(origin, [term])
    else group.push(term)
  }
  return [...groups].map(([origin, group]) => {
    const hasWhole = group.some(({ sharedByCount }) => sharedByCount === undefined)
    return hasWhole || group.length === group[0]!.sharedByCount ? origin : group[0]!
  })
}

/** What a sum is compared with. */
export type Limited = Pick<Sum, 'limit' | 'limitFrom' | 'looserAmps' | 'wattsPerAmp'>

/** How a set of terms stands against a limit, under the build's headroom. */
function sumUp(allTerms: readonly Term[], asked: Limited, headroomPercent: number): Sum {
  const { limit, limitFrom, looserAmps, wattsPerAmp } = asked
  const terms = wholeAgain(allTerms)
  let knownAmps = 0
  let sharedAmps = 0
  let unknownCount = 0
  let weak = limit !== undefined && isWeak(limit)
  for (const { amps, sharedByCount, isWeak: isWeakTerm } of terms) {
    if (amps === undefined) unknownCount += 1
    else if (sharedByCount === undefined) knownAmps += amps
    else sharedAmps += amps
    weak ||= isWeakTerm
  }
  const mostAmps = knownAmps + sharedAmps
  const boundAmps = limit === undefined ? undefined : limit.value * (1 - headroomPercent / 100)
  const state = stateOf({
    isIdle: terms.length === 0,
    knownAmps,
    mostAmps,
    unknownCount,
    limitAmps: limit?.value,
    boundAmps,
    weak,
  })
  return {
    terms,
    knownAmps,
    mostAmps,
    unknownCount,
    limit,
    limitFrom,
    ...(looserAmps === undefined ? {} : { looserAmps }),
    ...(wattsPerAmp === undefined ? {} : { wattsPerAmp }),
    headroomPercent,
    boundAmps,
    state,
  }
}

/** The sum of a budget with more terms in it. */
export function withMore(budget: Budget, more: readonly Term[]): Sum {
  return sumUp([...budget.terms, ...more], budget, budget.headroomPercent)
}

function stateOf(sum: {
  readonly isIdle: boolean
  readonly knownAmps: number
  readonly mostAmps: number
  readonly unknownCount: number
  readonly limitAmps: number | undefined
  readonly boundAmps: number | undefined
  readonly weak: boolean
}): BudgetState {
  if (sum.isIdle) return 'idle'
  if (sum.limitAmps === undefined || sum.boundAmps === undefined) return 'unknown'
  if (exceeds(sum.knownAmps, sum.limitAmps)) return 'over'
  if (sum.unknownCount > 0) return 'unknown'
  if (exceeds(sum.knownAmps, sum.boundAmps)) return 'tight'
  // What the supply leads of one box share between them holds only if the whole of it would.
  if (exceeds(sum.mostAmps, sum.boundAmps)) return 'unknown'
  return sum.weak ? 'wouldHold' : 'within'
}

/** Where a limit of a part holds: told once for the part, used for every item of it. */
export interface LimitSpot extends Limited {
  readonly id: string
  readonly portIds: readonly string[]
  readonly rail: Rail
  readonly rails: readonly Rail[]
  readonly name: string | undefined
  readonly mostPeakAmps: Figure | undefined
}

function railsOfLimit(facts: PartFacts, relation: RelationOf<'limit'>): readonly Rail[] {
  if (relation.rail !== undefined) return [relation.rail]
  return RAILS.filter((rail) => relation.ports.some((portId) => facts.portById.get(portId)?.wires.includes(rail)))
}

function statedSpots(facts: PartFacts): readonly LimitSpot[] {
  return facts.all.limit.flatMap((relation, index) => {
    const { name, mostPeakAmps, mostAmps, mostWatts, ports, holds } = relation
    const rails = railsOfLimit(facts, relation)
    const at = (id: string, spot: Omit<LimitSpot, 'id' | 'portIds' | 'name' | 'limitFrom'>): LimitSpot[] => {
      const common = { ...spot, name, limitFrom: 'part' as const }
      if (holds === 'together') return [{ ...common, id: `${index}:${id}`, portIds: ports }]
      return ports.map((portId) => ({ ...common, id: `${index}:${id}:${portId}`, portIds: [portId] }))
    }
    const [rail] = rails
    return [
      ...(mostAmps === undefined
        ? []
        : rails.flatMap((own) => at(own, { rail: own, rails: [own], mostPeakAmps, limit: mostAmps }))),
      ...(mostWatts === undefined || rail === undefined
        ? []
        : at('watts', { rails, mostPeakAmps: undefined, ...inWatts(mostWatts, rail) })),
    ]
  })
}

/** A limit in watts as amps of one rail. */
function inWatts(mostWatts: Figure, rail: Rail): Pick<LimitSpot, 'rail' | 'limit' | 'wattsPerAmp'> {
  const wattsPerAmp = RAIL_VOLTS[rail]
  return { rail, limit: { ...mostWatts, value: mostWatts.value / wattsPerAmp }, wattsPerAmp }
}

/** The plug's own limit by its published standard, where the standard has one. */
function standardSpots(facts: PartFacts): readonly LimitSpot[] {
  return facts.part.ports.flatMap((port) => {
    const { maxAmpsByRail } = FAMILY_FACTS[port.connector.family]
    return railsOf(port).flatMap((rail): LimitSpot[] => {
      const amps = maxAmpsByRail?.[rail]
      if (amps === undefined || port.side !== 'gives') return []
      const limit: Figure = { value: amps, origin: 'manual' }
      return [
        {
          id: `plug:${rail}:${port.id}`,
          portIds: [port.id],
          rail,
          rails: [rail],
          name: undefined,
          mostPeakAmps: undefined,
          limit,
          limitFrom: 'standard',
        },
      ]
    })
  })
}

/** Outlets the part makes a rail on, but for which it states no limit: unknown as soon as something hangs there. */
function unstatedSpots(facts: PartFacts, stated: readonly LimitSpot[]): readonly LimitSpot[] {
  const covered = new Set(
    stated.flatMap(({ portIds, rails }) => portIds.flatMap((portId) => rails.map((rail) => `${portId}:${rail}`))),
  )
  const made = [
    ...facts.all.powers.map(({ outlets, rail }) => ({ outlets, rail })),
    ...facts.all.converts.map(({ to }) => ({ outlets: [to.portId], rail: to.wire as Rail })),
  ]
  return made.flatMap(({ outlets, rail }) =>
    outlets
      .filter((portId) => !covered.has(`${portId}:${rail}`))
      .map((portId): LimitSpot => {
        const id = `unstated:${rail}:${portId}`
        const nothing = { name: undefined, mostPeakAmps: undefined, limit: undefined }
        return { ...nothing, id, portIds: [portId], rail, rails: [rail], limitFrom: 'nowhere' }
      }),
  )
}

/** A plug's own limit and that of its standard are one: the stricter, with the other one beside it. */
function mergedSpots(stated: readonly LimitSpot[], standard: readonly LimitSpot[]): readonly LimitSpot[] {
  const isOwn = (own: LimitSpot, of: LimitSpot) =>
    own.wattsPerAmp === undefined &&
    own.rail === of.rail &&
    own.portIds.length === 1 &&
    own.portIds[0] === of.portIds[0]
  const alone = standard.filter((spot) => !stated.some((own) => isOwn(own, spot)))
  const merged = stated.map((own): LimitSpot => {
    const of = standard.find((spot) => isOwn(own, spot))
    if (own.limit === undefined || of?.limit === undefined) return own
    if (exceeds(own.limit.value, of.limit.value)) {
      return { ...own, limit: of.limit, limitFrom: 'standard', looserAmps: own.limit.value }
    }
    return { ...own, looserAmps: of.limit.value }
  })
  return [...merged, ...alone]
}

const spotsByPart = new WeakMap<PartFacts, readonly LimitSpot[]>()

/** Every place of a part where a sum of amps or watts is held against a limit, or against none that is stated. */
export function spotsOf(facts: PartFacts): readonly LimitSpot[] {
  let spots = spotsByPart.get(facts)
  if (spots === undefined) {
    const stated = statedSpots(facts)
    spots = [...mergedSpots(stated, standardSpots(facts)), ...unstatedSpots(facts, stated)]
    spotsByPart.set(facts, spots)
  }
  return spots
}

/** Every amp limit of the build with its planned load, items by mark. */
export function deriveBudgets(wiring: Wiring, loads: Loads): readonly Budget[] {
  const { headroomPercent } = wiring.build.choices
  const rankOf = (term: Term) => wiring.firstPortIndex(term.at.itemId)
  const budgetAt = (itemId: string, facts: PartFacts, spot: LimitSpot): Budget => {
    const at = spot.portIds.map((portId) => ({ itemId, portId }))
    const leaving = (ref: PortRef, rail: Rail) =>
      facts.portById.get(ref.portId)?.side === 'gives' ? loads.from(ref, rail) : loads.into(ref, rail)
    const leavingAt = (ref: PortRef, rail: Rail) => {
      const own = leaving(ref, rail)
      return rail === spot.rail ? own : own.map((term) => termAt(term, rail, spot.rail))
    }
    // Most limits are of one port and one rail, whose sum is there already.
    const terms =
      at.length === 1 && spot.rails.length === 1
        ? leavingAt(at[0]!, spot.rails[0]!)
        : at.flatMap((ref) => spot.rails.flatMap((rail) => leavingAt(ref, rail)))
    const isSorted = terms.every((term, index) => index === 0 || rankOf(terms[index - 1]!) <= rankOf(term))
    const sorted = isSorted ? terms : terms.toSorted((a, b) => rankOf(a) - rankOf(b))
    const { rail, rails, name, mostPeakAmps } = spot
    return {
      ...sumUp(sorted, spot, headroomPercent),
      id: `${itemId}:${spot.id}`,
      at,
      rail,
      rails,
      name,
      mostPeakAmps,
    }
  }
  return wiring.items.flatMap((item) => {
    const facts = wiring.factsOfItem(item.id)
    return spotsOf(facts).map((spot) => budgetAt(item.id, facts, spot))
  })
}
