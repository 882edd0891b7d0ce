import { soldAs, type Thing } from './problem'
import type { Part } from '../../parts/schema'

/** Why a thing is bought only by somebody who means it: a moulded adapter may burn, and 12 V in a 5 V plug kills lights. */
export type Wariness = 'moulded' | 'joinsVolts'

const joinsVolts = ({ ports }: Part): boolean => {
  const families = new Set(ports.map(({ connector }) => connector.family))
  return families.has('argb-3pin') && families.has('rgb-12v-4pin') && ports.length === 2
}

/** What speaks against having a thing on offer unasked; undefined where nothing does. */
export function warinessOf(thing: Thing): Wariness | undefined {
  const sold = soldAs(thing)
  const parts = 'ports' in sold ? [sold] : 'pack' in thing ? thing.parts : []
  if (parts.some(({ construction }) => construction === 'moulded')) return 'moulded'
  return parts.some(joinsVolts) ? 'joinsVolts' : undefined
}
