import type { Figure } from '../../schema/schema-kit'
import type { Rail } from '../connectors'
import type { Part, Relation, RelationOf } from '../schema'

/** What a limit in amps is about: each of these ports by itself, or all of them together. */
export interface LimitOf {
  readonly ports: readonly string[]
  readonly holds: RelationOf<'limit'>['holds']
  /** One limit a rail, where none is there yet. */
  readonly rails: readonly Rail[]
  readonly name?: string
}

const FIGURES = [
  'mostWatts',
  'mostPeakAmps',
  'mostDeviceCount',
  'mostLedCount',
  'mostUnitCount',
  'extraFeedAboveCount',
] as const

const isSame = (a: readonly string[], b: readonly string[]) => a.length === b.length && a.every((id) => b.includes(id))

/** A limit in amps that covers all of these ports: `each` may cover others too, `together` covers these alone. */
function covers(limit: RelationOf<'limit'>, { ports, holds }: LimitOf): boolean {
  if (limit.holds !== holds || limit.service !== undefined || limit.variant !== undefined) return false
  return holds === 'each' ? ports.every((id) => limit.ports.includes(id)) : isSame(limit.ports, ports)
}

const isLimit = (relation: Relation): relation is RelationOf<'limit'> => relation.type === 'limit'

/** What a part says these ports bear, in A; undefined where it does not say. */
export function limitAmpsOf(part: Part, of: LimitOf): Figure | undefined {
  return part.inside.find((r): r is RelationOf<'limit'> => isLimit(r) && covers(r, of) && r.mostAmps !== undefined)
    ?.mostAmps
}

function withAmps(limit: RelationOf<'limit'>, mostAmps: Figure | undefined): readonly RelationOf<'limit'>[] {
  if (mostAmps !== undefined) return [{ ...limit, mostAmps }]
  const { mostAmps: _amps, ...rest } = limit
  return FIGURES.some((key) => rest[key] !== undefined) ? [rest] : []
}

/** The part with what these ports bear in amps said, or unsaid; a limit that others share stays as it is for them. */
export function withLimitAmps(part: Part, of: LimitOf, mostAmps: Figure | undefined): Part {
  const isCarrying = (limit: RelationOf<'limit'>) => covers(limit, of) && limit.mostAmps !== undefined
  const own: readonly Relation[] = part.inside.filter((r) => isLimit(r) && isCarrying(r) && isSame(r.ports, of.ports))
  const inside = part.inside.flatMap((relation): readonly Relation[] => {
    if (!isLimit(relation) || !isCarrying(relation)) return [relation]
    if (own.includes(relation)) return withAmps(relation, mostAmps)
    return [{ ...relation, ports: relation.ports.filter((id) => !of.ports.includes(id)) }]
  })
  if (own.length > 0 || mostAmps === undefined) return { ...part, inside }
  const { ports, holds, rails, name } = of
  const added = rails.map((rail) => ({
    type: 'limit' as const,
    ports,
    holds,
    ...(name === undefined ? {} : { name }),
    rail,
    mostAmps,
  }))
  return { ...part, inside: [...inside, ...added] }
}
