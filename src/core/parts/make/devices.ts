import type { Origin } from '../../schema/schema-kit'
import type { Part, Relation } from '../schema'
import {
  figureOf,
  type Named,
  base,
  FAN_WIRES,
  LIGHT_12V_WIRES,
  SATA_WIRES,
  lead,
  taking,
  type Draw,
  drawFigures,
  type Leds,
  addressable,
  lightTail,
  seatFields,
  type LedSeats,
} from './kit'

interface Fan extends Named, Draw {
  /** Two wires sit in a 3-pin plug without tach. */
  readonly pins: 2 | 3 | 4
  readonly sizeMm?: number
  readonly thicknessMm?: number
  readonly lengthMm?: number
  readonly gaugeAwg?: number
  readonly leastRpm?: number
  readonly mostRpm?: number
  readonly flowM3PerH?: number
  readonly noiseDba?: number
  readonly mostPressurePa?: number
  readonly bladeCount?: number
  readonly startDutyPercent?: number
  readonly leastDutyPercent?: number
  readonly stopsAtZeroDuty?: boolean
  readonly isReverse?: boolean
  readonly leds?: Leds
}

function motorOf(fan: Fan, origin: Origin): Relation {
  const figures = [
    'leastRpm',
    'mostRpm',
    'flowM3PerH',
    'noiseDba',
    'mostPressurePa',
    'bladeCount',
    'startDutyPercent',
    'leastDutyPercent',
  ] as const
  const stated = figures.flatMap((key) => (fan[key] === undefined ? [] : [[key, figureOf(fan[key], origin)] as const]))
  return {
    type: 'motor',
    id: 'motor',
    port: 'fan',
    rail: '12v',
    ...drawFigures(fan, origin),
    ...Object.fromEntries(stated),
    ...(fan.stopsAtZeroDuty === undefined ? {} : { stopsAtZeroDuty: fan.stopsAtZeroDuty }),
  }
}

function frameOf(fan: Fan, origin: Origin): Pick<Part, 'mechanical'> {
  const mechanical = {
    ...(fan.sizeMm === undefined ? {} : { sizeMm: figureOf(fan.sizeMm, origin) }),
    ...(fan.thicknessMm === undefined ? {} : { thicknessMm: figureOf(fan.thicknessMm, origin) }),
    ...(fan.isReverse === true ? { blades: 'reverse' as const } : {}),
  }
  return Object.keys(mechanical).length === 0 ? {} : { mechanical }
}

/** A case or radiator fan of 2, 3 or 4 wires, with 5 V addressable LEDs where `leds` is given. */
export function makeFan(fan: Fan): Part {
  const origin = fan.origin ?? 'label'
  const family = fan.pins === 4 ? 'fan-4pin' : 'fan-3pin'
  const wires = FAN_WIRES.slice(0, fan.pins)
  const light =
    fan.leds === undefined
      ? undefined
      : addressable('rim', fan.leds, 'optional', {
          lengthMm: fan.lengthMm,
          origin,
          gaugeAwg: fan.gaugeAwg,
          tailAt: 'lead',
        })
  return {
    ...base(fan, 'fan', 'F'),
    leads: [lead('fanLead', fan.lengthMm, origin, fan.gaugeAwg), ...(light?.leads ?? [])],
    ports: [
      taking('fan', 'fan lead', { family: family, wires: wires }, { need: 'required', leadId: 'fanLead' }),
      ...(light?.ports ?? []),
    ],
    inside: [motorOf(fan, origin), ...(light?.inside ?? [])],
    ...frameOf(fan, origin),
  }
}

interface Pump extends Named, Draw {
  readonly pins?: 3 | 4
  readonly mostRpm?: number
  readonly lengthMm?: number
  /** A fan plug that holds the tach wire alone; the supply then comes from a SATA lead. */
  readonly isTachOnly?: boolean
  /** A plug that only a box of the same maker takes, and that feeds, rules and reads it. */
  readonly isOwnPlug?: boolean
}

const motorOfPump = (pump: Pump, origin: Origin, port: string) => ({
  type: 'motor' as const,
  id: 'pump',
  port,
  rail: '12v' as const,
  pump: true,
  ...drawFigures(pump, origin),
  ...(pump.mostRpm === undefined ? {} : { mostRpm: figureOf(pump.mostRpm, origin) }),
})

/** A pump on a fan lead of its own, or on a SATA lead with a fan plug that only reports. */
export function makePump(pump: Pump): Part {
  const origin = pump.origin ?? 'label'
  const family = pump.pins === 3 ? 'fan-3pin' : 'fan-4pin'
  if (pump.isTachOnly === true) {
    return {
      ...base(pump, 'cooler', 'P'),
      leads: [lead('tachLead', pump.lengthMm, origin), { id: 'supplyLead' }],
      ports: [
        taking('tach', 'tach lead', { family, wires: ['tach'] }, { need: 'optional', leadId: 'tachLead' }),
        taking(
          'supply',
          'supply lead',
          { family: 'sata-power', wires: SATA_WIRES },
          { need: 'required', leadId: 'supplyLead' },
        ),
      ],
      inside: [{ ...motorOfPump(pump, origin, 'supply'), tachPort: 'tach' }],
    }
  }
  const wires = FAN_WIRES.slice(0, pump.isOwnPlug === true ? 4 : (pump.pins ?? 4))
  return {
    ...base(pump, 'cooler', 'P'),
    leads: [lead('pumpLead', pump.lengthMm, origin)],
    ports: [
      taking(
        'pump',
        'pump lead',
        { family: pump.isOwnPlug === true ? 'maker-link' : family, wires },
        { need: 'required', leadId: 'pumpLead' },
      ),
    ],
    inside: [motorOfPump(pump, origin, 'pump')],
  }
}

interface Strip extends Named {
  readonly leds: Leds
  readonly lengthMm?: number
  readonly gaugeAwg?: number
}

/** A 5 V addressable strip. */
export function makeStrip(strip: Strip): Part {
  const origin = strip.origin ?? 'label'
  return {
    ...base(strip, 'light', 'L'),
    ...addressable('strip', strip.leds, 'required', {
      lengthMm: strip.lengthMm,
      origin,
      gaugeAwg: strip.gaugeAwg,
      tailAt: 'end',
    }),
  }
}

interface Strip12V extends Named, Draw {
  readonly lengthMm?: number
  readonly gaugeAwg?: number
  readonly hasTail?: boolean
  readonly seats?: LedSeats
}

/** A 12 V one-colour strip. */
export function makeStrip12V(strip: Strip12V): Part {
  const origin = strip.origin ?? 'label'
  const plug = { family: 'rgb-12v-4pin', wires: LIGHT_12V_WIRES } as const
  const hasTail = strip.hasTail ?? true
  const tail = lightTail(plug.family, plug.wires, 'end')
  return {
    ...base(strip, 'light', 'L'),
    leads: [lead('lightLead', strip.lengthMm, origin, strip.gaugeAwg)],
    ports: [taking('light', 'light lead', plug, { need: 'required', leadId: 'lightLead' }), ...(hasTail ? [tail] : [])],
    inside: [
      ...(hasTail ? [{ type: 'joins', ports: ['light', 'lightOut'], wires: LIGHT_12V_WIRES } as const] : []),
      {
        type: 'light',
        id: 'light',
        zone: 'strip',
        rail: '12v',
        input: 'light',
        ...(hasTail ? { output: 'lightOut' } : {}),
        control: 'oneColour',
        ...drawFigures(strip, origin),
        ...seatFields(strip.seats ?? {}, origin),
      },
    ],
  }
}
