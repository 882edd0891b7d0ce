import { drawOf } from '../../operate/draw'
import type { Rail } from '../../parts/connectors'
import type { Port } from '../../parts/schema'
import { sameCopper, supplyPortOf, type PartFacts } from '../../structure/wiring/part-facts'
import { milliampsUp } from './milliamps'
import type { LeadClass } from './problem'

/** What a part draws by one of its leads, its own consumers alone, in mA by rail, and where nobody knows. */
export function drawsBy(facts: PartFacts, port: Port): Pick<LeadClass, 'milliamps' | 'openRails'> {
  const sums = new Map<Rail, number>()
  const openRails = new Set<Rail>()
  for (const consumer of facts.consumers) {
    const { rail } = consumer
    if (!sameCopper(facts, rail, port.id).includes(supplyPortOf(consumer))) continue
    const { amps } = drawOf(consumer, { itemId: '', portId: port.id })
    if (amps === undefined) openRails.add(rail)
    sums.set(rail, (sums.get(rail) ?? 0) + milliampsUp(amps ?? 0))
  }
  return { milliamps: sums, openRails }
}
