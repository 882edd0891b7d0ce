import { fitOf } from '../../parts/mating'
import type { Port } from '../../parts/schema'
import type { PartFacts } from '../../structure/wiring/part-facts'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { groupBy } from '../../units/group'
import { capsOf } from './caps'
import { drawsBy } from './draws'

/** More copies of one box than this nobody puts into a machine (common practice, no source). */
const MOST_COPIES = 12

/** How many of some leads a box takes at least, one on each outlet: by its outlets, and by what they bear together. */
function placesOn(facts: PartFacts, ends: readonly Port[], leads: readonly PlacedPort[]): number {
  const shared = capsOf(facts).filter((cap) => cap.isShared && ends.every(({ id }) => cap.ports.includes(id)))
  const most = shared.flatMap(({ rail, milliamps, deviceCount }) => {
    const hungriest =
      rail === undefined ? 0 : Math.max(...leads.map((lead) => drawsBy(lead.facts, lead.port).milliamps.get(rail) ?? 0))
    return [
      deviceCount ?? Infinity,
      milliamps === undefined || hungriest === 0 ? Infinity : Math.floor(milliamps / hungriest),
    ]
  })
  return Math.max(1, Math.min(ends.length, ...most))
}

/** As many copies of a box as the leads that fit it could fill, each outlet with one, and one more for the sake of headroom. */
export function copiesOf(facts: PartFacts, outlets: readonly Port[], leads: readonly PlacedPort[]): number {
  const needed = [...groupBy(outlets, ({ connector: { family } }) => family).values()].map((ends) => {
    const fitting = leads.filter(({ port }) => ends.some((end) => fitOf(port, end).misfit === 'none'))
    return Math.min(fitting.length, Math.ceil(fitting.length / placesOn(facts, ends, fitting)) + 1)
  })
  return Math.min(MOST_COPIES, Math.max(1, ...needed))
}
