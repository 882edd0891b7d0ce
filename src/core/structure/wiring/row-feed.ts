import { RAILS } from '../../parts/connectors'
import { fitOf } from '../../parts/mating'
import type { Port } from '../../parts/schema'
import { type PartFacts, sameCopper } from './part-facts'

/** The leads of a part that feeds the far end of a row. */
export interface RowFeedLeads {
  /** The one that goes into the tail of the last device. */
  readonly end: Port
  /** Those that bring it the supply. */
  readonly feeds: readonly Port[]
}

/** Whether a part does nothing but join its leads. */
export const joinsLeads = ({ all, part }: PartFacts): boolean =>
  part.ports.length > 1 &&
  part.ports.every(({ side }) => side === 'takes') &&
  [all.motor, all.light, all.draw].every((list) => list.length === 0)

/** The leads of a part that feeds rows with these tails; undefined where it is no such part. */
export function rowFeedLeads(facts: PartFacts, tails: readonly Port[]): RowFeedLeads | undefined {
  if (!joinsLeads(facts)) return undefined
  const { ports } = facts.part
  const end = ports.find((lead) => tails.some((tail) => fitOf(lead, tail).misfit === 'none'))
  if (end === undefined) return undefined
  const joined = new Set(RAILS.flatMap((rail) => sameCopper(facts, rail, end.id)))
  const feeds = ports.filter((lead) => lead !== end && joined.has(lead.id))
  return feeds.length === 0 ? undefined : { end, feeds }
}
