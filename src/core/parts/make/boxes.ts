import type { Family, Wire } from '../connectors'
import type { Part } from '../schema'
import {
  figureOf,
  type Named,
  base,
  FAN_WIRES,
  FAN_LEG_WIRES,
  LIGHT_5V_WIRES,
  SATA_WIRES,
  PERIPHERAL_WIRES,
  lead,
  taking,
  giving,
  numbered,
} from './kit'

/** A passive splitter or unpowered hub: one in, several out, one tach leg. */
export function makeFanSplitter(
  splitter: Named & {
    readonly outletCount: number
    readonly kind?: 'splitter' | 'hub'
    readonly lengthMm?: number
    readonly mostAmps?: number
  },
): Part {
  const origin = splitter.origin ?? 'manual'
  const outlets = numbered(splitter.outletCount, 'out')
  const kind = splitter.kind ?? 'splitter'
  return {
    ...base(splitter, kind, kind === 'hub' ? 'H' : 'Y'),
    leads: [lead('inLead', splitter.lengthMm, origin)],
    ports: [
      taking('in', 'board lead', { family: 'fan-4pin', wires: FAN_WIRES }, { need: 'required', leadId: 'inLead' }),
      ...outlets.map((id, index) =>
        giving(id, `outlet ${index + 1}`, 'fan-4pin', index === 0 ? FAN_WIRES : FAN_LEG_WIRES),
      ),
    ],
    inside: [
      { type: 'joins', ports: ['in', ...outlets], wires: FAN_LEG_WIRES },
      { type: 'joins', ports: ['in', 'out1'], wires: ['tach'] },
      { type: 'reports', outlet: 'out1', input: 'in' },
      ...(splitter.mostAmps === undefined
        ? []
        : [
            {
              type: 'limit',
              ports: ['in'],
              holds: 'each',
              rail: '12v',
              mostAmps: figureOf(splitter.mostAmps, origin),
            } as const,
          ]),
    ],
  }
}

/** A fan hub with a supply lead of its own: its fans load that lead, and the header gives only the command. */
export function makePoweredHub(
  hub: Named & {
    readonly outletCount: number
    readonly mostAmps?: number
    readonly feed?: 'sata-power' | 'peripheral-4pin'
    readonly passes?: 'pwm' | 'both' | 'pwmToDc' | 'unknown'
    readonly leadMm?: number
  },
): Part {
  const origin = hub.origin ?? 'manual'
  const outlets = numbered(hub.outletCount, 'out')
  const feed = hub.feed ?? 'sata-power'
  return {
    ...base(hub, 'hub', 'H'),
    leads: [lead('signalLead', hub.leadMm, origin), lead('supplyLead', hub.leadMm, origin)],
    ports: [
      taking(
        'signal',
        'board lead',
        // A hub that also passes a lowered voltage has to sense it.
        { family: 'fan-4pin', wires: hub.passes === 'both' ? FAN_WIRES : ['gnd', 'tach', 'pwm'] },
        { need: 'optional', leadId: 'signalLead' },
      ),
      taking(
        'supply',
        'supply lead',
        { family: feed, wires: feed === 'sata-power' ? SATA_WIRES : PERIPHERAL_WIRES },
        { need: 'required', leadId: 'supplyLead' },
      ),
      ...outlets.map((id, index) =>
        giving(id, `outlet ${index + 1}`, 'fan-4pin', index === 0 ? FAN_WIRES : FAN_LEG_WIRES),
      ),
    ],
    inside: [
      { type: 'powers', feeds: ['supply'], rail: '12v', outlets, unfed: { then: 'dead' } },
      { type: 'repeats', signal: 'speed', from: 'signal', to: outlets, passes: hub.passes ?? 'pwm' },
      { type: 'reports', outlet: 'out1', input: 'signal' },
      ...(hub.mostAmps === undefined
        ? []
        : [
            {
              type: 'limit',
              ports: outlets,
              holds: 'together',
              name: 'outlets together',
              rail: '12v',
              mostAmps: figureOf(hub.mostAmps, origin),
            } as const,
          ]),
    ],
  }
}

/** A 5 V light splitter: every leg shows the same, the amps add. */
export function makeLightSplitter(
  splitter: Named & { readonly outletCount: number; readonly lengthMm?: number },
): Part {
  const outlets = numbered(splitter.outletCount, 'out')
  return {
    ...base(splitter, 'splitter', 'Y'),
    leads: [lead('inLead', splitter.lengthMm, splitter.origin ?? 'manual')],
    ports: [
      taking(
        'in',
        'light lead',
        { family: 'argb-3pin', wires: LIGHT_5V_WIRES },
        { need: 'required', leadId: 'inLead' },
      ),
      ...outlets.map((id, index) => giving(id, `outlet ${index + 1}`, 'argb-3pin', LIGHT_5V_WIRES)),
    ],
    inside: [{ type: 'joins', ports: ['in', ...outlets], wires: LIGHT_5V_WIRES }],
  }
}

/** A light box with its own brain and remote: no board, no program. */
export function makeHandBox(
  box: Named & { readonly outletCount: number; readonly mostAmps?: number; readonly mostLeds?: number },
): Part {
  const origin = box.origin ?? 'manual'
  const outlets = numbered(box.outletCount, 'out')
  return {
    ...base(box, 'controller', 'B'),
    leads: [{ id: 'supplyLead' }],
    ports: [
      taking(
        'supply',
        'supply lead',
        { family: 'sata-power', wires: SATA_WIRES },
        { need: 'required', leadId: 'supplyLead' },
      ),
      ...outlets.map((id, index) => giving(id, `outlet ${index + 1}`, 'argb-3pin', LIGHT_5V_WIRES)),
    ],
    inside: [
      { type: 'powers', feeds: ['supply'], rail: '5v', outlets, unfed: { then: 'dead' } },
      // Its remote commands it: no program is needed.
      { type: 'drives', signal: 'light', outlets, together: true, needsProgram: false },
      {
        type: 'limit',
        ports: outlets,
        holds: 'together',
        name: 'outlets together',
        rail: '5v',
        ...(box.mostAmps === undefined ? {} : { mostAmps: figureOf(box.mostAmps, origin) }),
        ...(box.mostLeds === undefined ? {} : { mostLedCount: figureOf(box.mostLeds, origin) }),
      },
    ],
  }
}

/** A cable that only makes a lead longer, or gives the same wires another plug. */
export function makeCable(
  cable: Named & {
    readonly from: Family
    readonly to: Family
    readonly wires: readonly Wire[]
    readonly lengthMm?: number
    readonly gaugeAwg?: number
    readonly markPrefix?: string
  },
): Part {
  return {
    ...base(cable, 'cable', cable.markPrefix ?? 'X'),
    leads: [lead('cable', cable.lengthMm, cable.origin ?? 'label', cable.gaugeAwg)],
    ports: [
      taking('in', 'near end', { family: cable.from, wires: cable.wires }, { need: 'required', leadId: 'cable' }),
      { ...giving('out', 'far end', cable.to, cable.wires), lead: { leadId: 'cable' } },
    ],
    inside: [{ type: 'joins', ports: ['in', 'out'], wires: cable.wires }],
  }
}
