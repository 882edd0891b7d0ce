import type { Figure, PortRef } from '../formats/schema-kit'
import { FAMILY_FACTS, RAILS, type Rail } from '../parts/connectors'
import { railsOf } from '../parts/mating'
import type { RelationOf } from '../parts/schema'
import { compareMarks, exceeds } from '../units/compare'
import type { PlacedPort, Wiring } from './wiring'
import { isWeak, type Term } from './draw'
import type { Loads } from './loads'

/**
 * idle: nothing hangs there. within, tight (over the headroom bound), over (over the limit). unknown: a draw or the
 * limit is missing. wouldHold: within, but on a figure too weak to clear it.
 */
export type BudgetState = 'idle' | 'within' | 'tight' | 'over' | 'unknown' | 'wouldHold'

export interface Sum {
  readonly terms: readonly Term[]
  /** The sum of the known terms: a lower bound where some are unknown. */
  readonly knownAmps: number
  readonly unknownCount: number
  readonly limit: Figure | undefined
  readonly limitFrom: 'part' | 'standard' | 'nowhere'
  readonly headroomPercent: number
  /** The limit less the headroom. */
  readonly boundAmps: number | undefined
  readonly state: BudgetState
}

/** One amp limit, where it holds, and what is planned there. */
export interface Budget extends Sum {
  readonly id: string
  readonly at: readonly PortRef[]
  readonly rail: Rail
  /** A name the part gives to a limit of several ports, such as a supply cable. */
  readonly name: string | undefined
}

/** How a set of terms stands against a limit, under the build's headroom. */
export function sumUp(
  terms: readonly Term[],
  limit: Figure | undefined,
  headroomPercent: number,
  limitFrom: Sum['limitFrom'],
): Sum {
  const known = terms.flatMap((term) => (term.amps === undefined ? [] : [term.amps]))
  const knownAmps = known.reduce((total, amps) => total + amps, 0)
  const unknownCount = terms.length - known.length
  const boundAmps = limit === undefined ? undefined : limit.value * (1 - headroomPercent / 100)
  const weak = terms.some((term) => term.isWeak) || (limit !== undefined && isWeak(limit))
  const state = stateOf({
    isIdle: terms.length === 0,
    knownAmps,
    unknownCount,
    limitAmps: limit?.value,
    boundAmps,
    weak,
  })
  return { terms, knownAmps, unknownCount, limit, limitFrom, headroomPercent, boundAmps, state }
}

function stateOf(sum: {
  readonly isIdle: boolean
  readonly knownAmps: number
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
  return sum.weak ? 'wouldHold' : 'within'
}

function termsAt(loads: Loads, placed: PlacedPort, rail: Rail): readonly Term[] {
  return placed.port.side === 'gives' ? loads.from(placed.ref, rail) : loads.into(placed.ref, rail)
}

function sortTerms(wiring: Wiring, terms: readonly Term[]): readonly Term[] {
  const mark = (term: Term) => wiring.port(term.at).item.mark
  return terms.toSorted((a, b) => compareMarks(mark(a), mark(b)))
}

function railsOfLimit(relation: RelationOf<'limit'>, ports: readonly PlacedPort[]): readonly Rail[] {
  if (relation.rail !== undefined) return [relation.rail]
  return RAILS.filter((rail) => ports.some((placed) => placed.port.wires.includes(rail)))
}

interface Place {
  readonly id: string
  readonly ports: readonly PlacedPort[]
  readonly rail: Rail
  readonly name: string | undefined
  readonly limit: Figure | undefined
  readonly limitFrom: Sum['limitFrom']
}

function placesOfLimits(itemId: string, ports: readonly PlacedPort[], limits: readonly RelationOf<'limit'>[]): Place[] {
  return limits.flatMap((relation, index) => {
    if (relation.mostAmps === undefined) return []
    const limited = relation.ports.map((portId) => ports.find((placed) => placed.port.id === portId)!)
    const common = { name: relation.name, limit: relation.mostAmps, limitFrom: 'part' as const }
    return railsOfLimit(relation, limited).flatMap((rail): Place[] =>
      relation.holds === 'together'
        ? [{ ...common, id: `${itemId}:${index}:${rail}`, ports: limited, rail }]
        : limited.map((placed) => ({
            ...common,
            id: `${itemId}:${index}:${rail}:${placed.port.id}`,
            ports: [placed],
            rail,
          })),
    )
  })
}

/** The plug's own limit by its published standard, where the standard has one. */
function placesOfStandards(ports: readonly PlacedPort[]): Place[] {
  return ports.flatMap((placed) => {
    const facts = FAMILY_FACTS[placed.port.connector.family]
    return railsOf(placed.port).flatMap((rail): Place[] => {
      const amps = facts.maxAmpsByRail?.[rail]
      if (amps === undefined || placed.port.side !== 'gives') return []
      const limit: Figure = { value: amps, origin: 'manual' }
      return [
        { id: `${placed.key}:plug:${rail}`, ports: [placed], rail, name: undefined, limit, limitFrom: 'standard' },
      ]
    })
  })
}

/** Outlets the part makes a rail on, but for which it states no limit at all: unknown as soon as something hangs there. */
function placesWithoutLimit(ports: readonly PlacedPort[], stated: readonly Place[]): Place[] {
  const covered = new Set(stated.flatMap((place) => place.ports.map((placed) => `${placed.key}:${place.rail}`)))
  return ports.flatMap((placed) =>
    placed.facts.powers
      .filter((relation) => relation.outlets.includes(placed.port.id) && !covered.has(`${placed.key}:${relation.rail}`))
      .map(({ rail }): Place => {
        const id = `${placed.key}:unstated:${rail}`
        return { id, ports: [placed], rail, name: undefined, limit: undefined, limitFrom: 'nowhere' }
      }),
  )
}

/** Every amp limit of the build with its planned load, items by mark. */
export function deriveBudgets(wiring: Wiring, loads: Loads): readonly Budget[] {
  const portsByItem = new Map<string, PlacedPort[]>()
  for (const placed of wiring.ports) {
    const list = portsByItem.get(placed.item.id)
    if (list === undefined) portsByItem.set(placed.item.id, [placed])
    else list.push(placed)
  }
  return [...portsByItem].flatMap(([itemId, ports]) => {
    const stated = placesOfLimits(itemId, ports, ports[0]!.facts.limits)
    const places = [...stated, ...placesOfStandards(ports), ...placesWithoutLimit(ports, stated)]
    return places.map((place): Budget => {
      const terms = sortTerms(
        wiring,
        place.ports.flatMap((placed) => termsAt(loads, placed, place.rail)),
      )
      const sum = sumUp(terms, place.limit, wiring.build.choices.headroomPercent, place.limitFrom)
      return { ...sum, id: place.id, at: place.ports.map((placed) => placed.ref), rail: place.rail, name: place.name }
    })
  })
}
