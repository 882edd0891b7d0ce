import type { Family } from '../parts/connectors'
import { makeCable, makeFanSplitter, makeLightSplitter, makePoweredHub } from '../parts/make'
import { FAN_WIRES, LIGHT_5V_WIRES } from '../parts/make/kit'
import type { Part } from '../parts/schema'

const LENGTH_MM = 300

const extension = (id: string, name: string, family: Family, wires: Part['ports'][number]['wires']): Part =>
  makeCable({ id, name, from: family, to: family, wires, lengthMm: LENGTH_MM, origin: 'label' })

/** Cables that make a lead longer, in the length that is sold most (common practice, no source). */
const TEMPLATE_EXTENSIONS: readonly Part[] = [
  extension('template-fan-extension', 'Fan extension, 300 mm', 'fan-4pin', FAN_WIRES),
  extension('template-light-extension', 'Light extension 5 V, 300 mm', 'argb-3pin', LIGHT_5V_WIRES),
]

const HUB_AMPS = 4.5

/** Splitters and a hub as they are sold most (common practice, no source); their limits are to be corrected. */
const TEMPLATE_SPLITTERS: readonly Part[] = [
  makeFanSplitter({ id: 'template-splitter-2', name: 'Fan splitter, two outlets', outletCount: 2, origin: 'template' }),
  makeFanSplitter({
    id: 'template-splitter-3',
    name: 'Fan splitter, three outlets',
    outletCount: 3,
    origin: 'template',
  }),
  makePoweredHub({
    id: 'template-hub',
    name: 'Fan hub with a SATA lead, six outlets',
    outletCount: 6,
    mostAmps: HUB_AMPS,
    origin: 'template',
  }),
  makeLightSplitter({
    id: 'template-light-splitter',
    name: 'Light splitter 5 V, three outlets',
    outletCount: 3,
    origin: 'template',
  }),
]

/** Everything of the general classes that goes between a lead and its port. */
export const TEMPLATE_PIECES: readonly Part[] = [...TEMPLATE_EXTENSIONS, ...TEMPLATE_SPLITTERS]

/** The extension for a plug of this family; nothing where none is sold. A 3-pin fan plug goes into a 4-pin one. */
export function extensionFor(family: Family): Part | undefined {
  const wanted = family === 'fan-3pin' ? 'fan-4pin' : family
  return TEMPLATE_EXTENSIONS.find(({ ports }) => ports.some(({ connector }) => connector.family === wanted))
}
