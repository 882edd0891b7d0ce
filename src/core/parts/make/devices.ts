import type { Part } from '../schema'
import {
  figureOf,
  type Named,
  base,
  FAN_WIRES,
  LIGHT_12V_WIRES,
  lead,
  taking,
  giving,
  type Draw,
  drawFigures,
  type Leds,
  addressable,
} from './kit'

/** A case or radiator fan, 3- or 4-pin, with 5 V addressable LEDs where `leds` is given. */
export function makeFan(
  fan: Named &
    Draw & {
      readonly pins: 3 | 4
      readonly sizeMm: number
      readonly lengthMm?: number
      readonly mostRpm?: number
      readonly leds?: Leds
    },
): Part {
  const origin = fan.origin ?? 'label'
  const family = fan.pins === 4 ? 'fan-4pin' : 'fan-3pin'
  const wires = fan.pins === 4 ? FAN_WIRES : FAN_WIRES.slice(0, 3)
  const light =
    fan.leds === undefined
      ? undefined
      : addressable('rim', fan.leds, 'optional', { lengthMm: fan.lengthMm, origin: origin })
  return {
    ...base(fan, 'fan', 'F'),
    leads: [lead('fanLead', fan.lengthMm, origin), ...(light?.leads ?? [])],
    ports: [
      taking('fan', 'fan lead', { family: family, wires: wires }, { need: 'required', leadId: 'fanLead' }),
      ...(light?.ports ?? []),
    ],
    inside: [
      {
        type: 'motor',
        id: 'motor',
        port: 'fan',
        rail: '12v',
        ...drawFigures(fan, origin),
        ...(fan.mostRpm === undefined ? {} : { mostRpm: figureOf(fan.mostRpm, origin) }),
      },
      ...(light?.inside ?? []),
    ],
    mechanical: { sizeMm: figureOf(fan.sizeMm, origin) },
  }
}

/** A pump on a fan lead of its own. */
export function makePump(pump: Named & Draw & { readonly lengthMm?: number }): Part {
  const origin = pump.origin ?? 'label'
  return {
    ...base(pump, 'cooler', 'P'),
    leads: [lead('pumpLead', pump.lengthMm, origin)],
    ports: [
      taking('pump', 'pump lead', { family: 'fan-4pin', wires: FAN_WIRES }, { need: 'required', leadId: 'pumpLead' }),
    ],
    inside: [{ type: 'motor', id: 'pump', port: 'pump', rail: '12v', pump: true, ...drawFigures(pump, origin) }],
  }
}

/** A 5 V addressable strip. */
export function makeStrip(strip: Named & { readonly leds: Leds; readonly lengthMm?: number }): Part {
  const origin = strip.origin ?? 'label'
  return {
    ...base(strip, 'light', 'L'),
    ...addressable('strip', strip.leds, 'required', { lengthMm: strip.lengthMm, origin }),
  }
}

/** A 12 V one-colour strip. */
export function makeStrip12V(strip: Named & Draw & { readonly lengthMm?: number }): Part {
  const origin = strip.origin ?? 'label'
  return {
    ...base(strip, 'light', 'L'),
    leads: [lead('lightLead', strip.lengthMm, origin)],
    ports: [
      taking(
        'light',
        'light lead',
        { family: 'rgb-12v-4pin', wires: LIGHT_12V_WIRES },
        { need: 'required', leadId: 'lightLead' },
      ),
      {
        ...giving('lightOut', 'light tail', 'rgb-12v-4pin', LIGHT_12V_WIRES),
        lead: { leadId: 'lightLead' },
        need: 'onward',
      },
    ],
    inside: [
      { type: 'joins', ports: ['light', 'lightOut'], wires: LIGHT_12V_WIRES },
      {
        type: 'light',
        id: 'light',
        zone: 'strip',
        rail: '12v',
        input: 'light',
        output: 'lightOut',
        control: 'oneColour',
        ...drawFigures(strip, origin),
      },
    ],
  }
}
